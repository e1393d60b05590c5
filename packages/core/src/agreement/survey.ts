import {
  AREA_ID,
  areaLayer,
  type Composition,
  intersectRects,
  isEmpty,
  isShadow,
  type Layer,
  layerBounds,
  layerById,
  type Rect,
  roundOut,
  uniteRects,
  withDescendants,
} from '@diplex/document';
import type { CoverageImage, FloatImage } from '@diplex/imaging';
import { inScratch } from '@diplex/kernels';
import { graphOf } from '../graph/composition-graph';
import type { GraphNode, Leaves } from '../graph/node';
import { neededBy, type RenderPlan, renderNode } from '../graph/render-node';
import type { PixelReader } from '../pixels/pixel-reader';
import { type LightPatch, patchOf, smoothed } from './light-patch';
import { nearness } from './nearness';
import { type Neighbours, neighboursOf } from './neighbours';
import { openSky, overcastShare } from './open-sky';
import { remembered } from './remembered';
import { detailSignature, type Signature, type ToneSignature, toneSignature } from './signature';
import { type Silhouette, silhouetteOf } from './silhouette';
import {
  allOf,
  centred,
  lightPicture,
  RELIEF_SIDE,
  type Seen,
  SMALL_SIDE,
  spreadOver,
  withoutSky,
} from './views';

/** What of the scene counts: what lies around the thing, the nearer the more; all of it; what is in the area. */
export const SCENE_PARTS = ['around', 'all', 'area'] as const;
export type ScenePart = (typeof SCENE_PARTS)[number];

/** What of the thing counts: all of it, or what is in the area. */
export const THING_PARTS = ['all', 'area'] as const;
export type ThingPart = (typeof THING_PARTS)[number];

/** How much is measured: light and colour, from a small picture, or what its own pixels show as well. */
export type SurveyDepth = 'tones' | 'all';

/** A thing and its scene. */
export interface AgreementPlace {
  readonly composition: Composition;
  readonly layer: string;
  readonly scene: ScenePart;
  /** All of the thing where it is left out. */
  readonly thing?: ThingPart;
  readonly depth: SurveyDepth;
}

/** What is measured of both. */
export interface Agreement {
  readonly subject: Signature;
  readonly scene: Signature;
  /** How much was measured: what their own pixels show is missing where only tones were. */
  readonly depth: SurveyDepth;
  /** How the thing stands in the picture; null where nothing of it is on the canvas. */
  readonly silhouette: Silhouette | null;
  /** What of the scene lies around it; null where there is nothing of either, or where only tones were measured. */
  readonly neighbours: Neighbours | null;
}

/** Detail is measured on so much of the thing, and of the scene around its middle, in composition pixels. */
const [THING_SIDE, SCENE_SIDE] = [512, 640];

interface Views {
  /** The composition without what the thing itself throws on its scene. */
  readonly composition: Composition;
  readonly subject: GraphNode;
  readonly scene: GraphNode;
  /** Null where it does not count for either. */
  readonly area: GraphNode | null;
  readonly small: Seen;
  readonly relief: Seen;
  /** Null where nothing of the thing is on the canvas. */
  readonly thing: Rect | null;
  readonly around: Rect | null;
}

function found({ composition, layer }: AgreementPlace): Layer {
  const known = layerById(composition, layer);
  if (!known) throw new Error('That layer is no longer in the composition.');
  return known;
}

const unshadowed = new WeakMap<Composition, Map<string, Composition>>();

/** The composition without the shadows and mirror images of a thing and of what is in it: they are not its scene. */
function withoutOwnShadows(composition: Composition, thing: Layer): Composition {
  const made = unshadowed.get(composition) ?? new Map<string, Composition>();
  unshadowed.set(composition, made);
  const known = made.get(thing.id);
  if (known) return known;
  const own = new Set([thing.id, ...withDescendants(composition, thing.id).map(({ id }) => id)]);
  const thrown = Object.values(composition.layers).filter(
    (layer) => isShadow(layer) && own.has(layer.content.of) && !own.has(layer.id) && layer.shown,
  );
  const hidden = thrown.map((layer) => [layer.id, { ...layer, shown: false }] as const);
  const without =
    hidden.length === 0
      ? composition
      : { ...composition, layers: { ...composition.layers, ...Object.fromEntries(hidden) } };
  made.set(thing.id, without);
  return without;
}

/** Where something is, of what lies within a rectangle. */
function within(rect: Rect, node: GraphNode): Rect {
  const extent = node.extent(1);
  if (extent === 'everywhere' || extent.length === 0) return rect;
  return intersectRects(rect, roundOut(extent.reduce(uniteRects)));
}

function viewsOf(place: AgreementPlace): Views {
  const layer = found(place);
  const composition = withoutOwnShadows(place.composition, layer);
  const graph = graphOf(composition);
  const { width, height } = composition.canvas;
  const canvas = { x: 0, y: 0, width, height };
  const counts = place.scene === 'area' || place.thing === 'area';
  const area = counts ? graph.layer(areaLayer(composition)).mask : null;
  const bounds = intersectRects(roundOut(layerBounds(composition, layer)), canvas);
  const shown = area && place.thing === 'area' ? within(bounds, area) : bounds;
  const thing = isEmpty(shown) ? null : centred(shown, THING_SIDE, shown);
  return {
    ...graph.thingAndScene(layer),
    ...{ composition, area, thing },
    small: allOf(composition, SMALL_SIDE),
    relief: allOf(composition, RELIEF_SIDE),
    around: thing && centred(thing, SCENE_SIDE, canvas),
  };
}

/** What has to be at hand for `surveyAgreement`. */
export function agreementNeeds(place: AgreementPlace): Leaves {
  const { subject, scene, area, small, relief, thing, around } = viewsOf(place);
  const nodes = [subject, scene, ...(area ? [area] : [])];
  const seen = place.depth === 'all' ? [small, relief] : [small];
  const parts: Leaves[] = seen.flatMap(({ rect, scale }) =>
    nodes.map((node) => neededBy(node, rect, scale)),
  );
  if (place.depth === 'all' && thing && around) {
    parts.push(neededBy(subject, thing, 1), neededBy(scene, around, 1));
    if (area) parts.push(neededBy(area, around, 1));
  }
  return {
    sources: parts.flatMap(({ sources }) => sources),
    painted: [...new Set(parts.flatMap(({ painted }) => painted))],
  };
}

function alphaOf({ width, height, data }: FloatImage): CoverageImage {
  return {
    ...{ width, height },
    data: new Float32Array(width * height).map((_, p) => data[p * 4 + 3] as number),
  };
}

/** How much each pixel of the scene counts: what is in the area, what is near, or all alike. */
function sceneCounts(
  { scene }: AgreementPlace,
  thing: FloatImage,
  area: () => Float32Array | undefined,
): Float32Array | undefined {
  if (scene === 'area') return area();
  return scene === 'around' ? nearness(alphaOf(thing)) : undefined;
}

/** What is seen of a scene at a glance, and what of it tells of its light. */
interface SceneSeen {
  readonly whole: LightPatch;
  readonly sky: Uint8Array;
  readonly tones: ToneSignature;
}

/**
 * Measures a thing inside its mask, as its chain leaves it, and the scene behind it. What the mask hides never counts, nor
 * do the thing's own shadows, nor open sky, which gives light and does not show how much falls on things. A scene that has
 * not changed since it was last measured with the same pixels is not measured again.
 * @throws Error when the layer is no longer there
 * @throws RenderStopped when `how.stopped` says so
 */
export function surveyAgreement(
  place: AgreementPlace,
  reader: PixelReader,
  how: Pick<RenderPlan, 'stopped'> = {},
): Agreement {
  const { depth } = place;
  const views = viewsOf(place);
  const { small, composition } = views;
  const picture = (node: GraphNode, { rect, scale }: Seen, from = reader) =>
    lightPicture(node, rect, scale, from, composition, how);
  const inArea = ({ rect, scale }: Seen, from = reader) => {
    const { area } = views;
    return area ? inScratch(() => renderNode(area, rect, scale, from)?.data.slice()) : undefined;
  };
  const ofThing = (seen: Seen) => (place.thing === 'area' ? inArea(seen) : undefined);
  const sceneKey = [views.scene.key, views.area?.key, place.scene, composition.mixIn].join(' ');
  const thing = picture(views.subject, small);
  const glance = remembered(reader, [sceneKey, told(small), alphaDigest(place, thing)], (from) => {
    const counts = sceneCounts(place, thing, () => inArea(small, from));
    const whole = smoothed(patchOf(picture(views.scene, small, from), counts));
    const sky = openSky(whole);
    return { whole, sky, tones: toneSignature(withoutSky(whole, sky)) } satisfies SceneSeen;
  });
  const outline = alphaOf(thing);
  const silhouette = silhouetteOf(outline, small.scale);
  const none = { noise: { bands: [], alike: 0, sure: 0 }, sharpness: null, direction: null };
  const own = toneSignature(smoothed(patchOf(thing, ofThing(small))));
  if (depth === 'tones' || !views.thing || !views.around) {
    return {
      subject: { ...own, ...none },
      scene: { ...glance.tones, ...none },
      depth: 'tones',
      silhouette,
      neighbours: null,
    };
  }
  const [near, around] = [views.thing, views.around].map((rect) => ({ rect, scale: 1 })) as [
    Seen,
    Seen,
  ];
  const { relief } = views;
  const thingRelief = picture(views.subject, relief);
  const key = [sceneKey, told(around), told(relief), alphaDigest(place, thingRelief)];
  const detail = remembered(reader, key, (from) => {
    const counts = sceneCounts(place, thingRelief, () => inArea(relief, from));
    const open = patchOf(picture(views.scene, relief, from), counts);
    const lit = withoutSky(open, spreadOver(glance.sky, glance.whole, open));
    const close = patchOf(
      picture(views.scene, around, from),
      place.scene === 'area' ? inArea(around, from) : undefined,
    );
    return detailSignature(close, lit, overcastShare(glance.whole, glance.sky));
  });
  const ownDetail = detailSignature(
    patchOf(picture(views.subject, near), ofThing(near)),
    patchOf(thingRelief, ofThing(relief)),
  );
  return {
    subject: { ...own, ...ownDetail },
    scene: { ...glance.tones, ...detail },
    depth: 'all',
    silhouette,
    neighbours: neighboursOf(glance.whole, outline),
  };
}

const told = ({ rect, scale }: Seen) => [...Object.values(rect), scale].join(' ');

/** What tells apart by how much a scene counts where: the thing's outline, where the near counts more. */
function alphaDigest({ scene }: AgreementPlace, { data }: FloatImage): string {
  if (scene !== 'around') return '';
  const bits = new Uint32Array(data.buffer, data.byteOffset, data.length);
  // FNV-1a over whole words, in two lanes.
  let [one, other] = [2_166_136_261, 40_389];
  for (let i = 3; i < bits.length; i += 4) {
    one = Math.imul(one ^ (bits[i] as number), 16_777_619);
    other = Math.imul(other ^ (bits[i] as number), 709_607) + i;
  }
  return `${one >>> 0} ${other >>> 0}`;
}

/** Whether a layer can be compared with what lies behind it. */
export function canAgree({ id, content }: Layer): boolean {
  return id !== AREA_ID && content.kind !== 'glass' && content.kind !== 'shadow';
}
