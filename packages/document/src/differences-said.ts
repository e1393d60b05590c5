import { type Composition, type Layer, layerById, type Step } from './composition';
import { difference } from './difference';

function differs(a: unknown, b: unknown): boolean {
  return difference(a, b).length > 0;
}

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** What is said of a layer where these differ. */
const PARTS: readonly {
  readonly of: readonly (keyof Layer)[];
  readonly says: (before: Layer, after: Layer) => string;
}[] = [
  { of: ['shown'], says: (_, { shown }) => (shown ? 'shown' : 'hidden') },
  { of: ['content'], says: () => 'made of something else' },
  { of: ['placement'], says: () => 'placed otherwise' },
  { of: ['warp', 'laidFlat'], says: () => 'bent or drawn out otherwise' },
  { of: ['stance'], says: () => 'how it stands' },
  { of: ['plane'], says: (_, { plane }) => (plane ? 'laid into a plane' : 'in no plane') },
  { of: ['edge'], says: () => 'its edge' },
  { of: ['opacity'], says: (a, b) => `opacity ${percent(a.opacity)} to ${percent(b.opacity)}` },
  { of: ['contentOpacity'], says: () => 'how much of its content shows' },
  { of: ['blending'], says: (a, b) => `blending ${a.blending} to ${b.blending}` },
  { of: ['byTone'], says: () => 'by which tones it shows' },
  { of: ['locked'], says: (_, { locked }) => (locked ? 'locked' : 'unlocked') },
  {
    of: ['placeLocked'],
    says: (_, { placeLocked }) => (placeLocked ? 'kept in its place' : 'free to be moved'),
  },
  {
    of: ['pixelsLocked'],
    says: (_, { pixelsLocked }) => (pixelsLocked ? 'its pixels locked' : 'its pixels unlocked'),
  },
];

/** What differs between two chains: steps that came and went, that changed, and their order. */
function stepsSaid(before: readonly Step[], after: readonly Step[]): string[] {
  const was = new Map(before.map((step) => [step.id, step]));
  const is = new Set(after.map(({ id }) => id));
  const stayed = before.filter(({ id }) => is.has(id)).map(({ id }) => id);
  const now = after.filter(({ id }) => was.has(id)).map(({ id }) => id);
  return [
    ...after.filter(({ id }) => !was.has(id)).map(({ name }) => `with ${name}`),
    ...before.filter(({ id }) => !is.has(id)).map(({ name }) => `without ${name}`),
    ...after
      .filter((step) => was.has(step.id) && differs(was.get(step.id), step))
      .map(({ name }) => `${name} changed`),
    ...(stayed.join() === now.join() ? [] : ['its steps in another order']),
  ];
}

/** What differs of a layer, its mask included. */
function layerSaid(before: Composition, after: Composition, a: Layer, b: Layer): string[] {
  const maskOf = (composition: Composition, { maskUse }: Layer) =>
    maskUse ? [maskUse, composition.masks[maskUse.mask]] : null;
  return [
    ...(a.name === b.name ? [] : [`called ${b.name}`]),
    ...PARTS.filter(({ of }) => of.some((key) => differs(a[key], b[key]))).map(({ says }) =>
      says(a, b),
    ),
    ...(differs(maskOf(before, a), maskOf(after, b)) ? ['its mask'] : []),
    ...stepsSaid(a.steps, b.steps),
  ];
}

/** How one state of a composition differs from another, in words; empty when they are the same. */
export function differencesSaid(before: Composition, after: Composition): string[] {
  const said: string[] = [];
  const size = ({ canvas }: Composition) => `${canvas.width} × ${canvas.height}`;
  if (size(before) !== size(after)) said.push(`Canvas: ${size(before)} to ${size(after)}`);
  if (differs(before.horizon, after.horizon)) said.push('Another horizon');
  if (differs(before.vanishing, after.vanishing)) said.push('Other vanishing lines');
  if (differs(before.planes, after.planes)) said.push('Other planes');
  if (before.mixIn !== after.mixIn) said.push(`Mixed in ${after.mixIn}`);
  for (const layer of Object.values(after.layers)) {
    const was = layerById(before, layer.id);
    if (!was) said.push(`Added: ${layer.name}`);
    else {
      const parts = layerSaid(before, after, was, layer);
      if (parts.length > 0) said.push(`${was.name}: ${parts.join(', ')}`);
    }
  }
  for (const { id, name } of Object.values(before.layers)) {
    if (!layerById(after, id)) said.push(`Gone: ${name}`);
  }
  const stays = (ids: readonly string[], other: Composition) =>
    ids.filter((id) => layerById(other, id)).join();
  if (stays(before.root, after) !== stays(after.root, before)) said.push('Another order in depth');
  return said;
}
