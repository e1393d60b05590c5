import { type Composition, isGroup, isShowing, type Mask } from '../composition';
import { foldsOver } from '../geometry/bend';
import { showsItself } from '../showings';
import { TONES_SAY, tonesRise } from '../tones-rise';
import { LIMITS } from './limits';
import { partProblems } from './parts';
import type { DocumentProblem } from './problems';

function repeated(ids: readonly string[]): string[] {
  return ids.filter((id, at) => ids.indexOf(id) !== at);
}

/** Windows of tones must go from dark to light. */
function windowProblems({ layers }: Composition): DocumentProblem[] {
  return Object.entries(layers).flatMap(([id, { byTone }]) =>
    (['own', 'behind'] as const).flatMap((of) => {
      const window = byTone?.[of];
      if (!window || tonesRise(window)) return [];
      return [{ where: `layers.${id}.byTone.${of}.high`, says: TONES_SAY }];
    }),
  );
}

/** Bends whose grid does not fit, or turns some of the picture over, and planes that are not there. */
function warpProblems({ layers, planes = {} }: Composition): DocumentProblem[] {
  return Object.entries(layers).flatMap(([id, { warp, plane }]) => {
    const problems: DocumentProblem[] = [];
    const bend = warp?.bend;
    const where = `layers.${id}.warp.bend.points`;
    if (bend && bend.points.length !== (bend.columns + 1) * (bend.rows + 1)) {
      problems.push({ where, says: `must be ${(bend.columns + 1) * (bend.rows + 1)} points` });
    } else if (bend && foldsOver(bend)) {
      problems.push({ where, says: 'must not lie over one another' });
    }
    if (plane && !Object.hasOwn(planes, plane)) {
      problems.push({ where: `layers.${id}.plane`, says: `there is no plane ${plane}` });
    }
    return problems;
  });
}

/** Showings of what is not there, of other showings, and of what they are part of themselves. */
function showingProblems(composition: Composition): DocumentProblem[] {
  return Object.values(composition.layers)
    .filter(isShowing)
    .flatMap(({ id, content: { of } }) => {
      const where = `layers.${id}.content.of`;
      const original = Object.hasOwn(composition.layers, of) ? composition.layers[of] : undefined;
      if (!original) return [{ where, says: `there is no layer ${of}` }];
      if (isShowing(original)) return [{ where, says: 'must not be a showing itself' }];
      const itself = showsItself(composition, id, of);
      return itself ? [{ where, says: 'must not hold the showing itself' }] : [];
    });
}

function planeProblems({ planes = {} }: Composition): DocumentProblem[] {
  const wrong = Object.entries(planes).filter(([id, plane]) => plane.id !== id);
  const many = Object.keys(planes).length > LIMITS.planes;
  return [
    ...wrong.map(([id]) => ({ where: `planes.${id}.id`, says: `must be ${id}` })),
    ...(many ? [{ where: 'planes', says: `must be at most ${LIMITS.planes}` }] : []),
  ];
}

function maskProblems(mask: Mask): DocumentProblem[] {
  const where = `masks.${mask.id}.parts`;
  const twice = repeated(mask.parts.map((part) => part.id));
  return [
    ...twice.map((id) => ({ where, says: `two parts have the id ${id}` })),
    ...mask.parts.flatMap((part, at) =>
      partProblems(part).map((each) => ({ where: `${where}[${at}].${each.at}`, says: each.says })),
    ),
  ];
}

/** Every layer must stand in exactly one list, and no group in itself. */
function treeProblems({ layers, root }: Composition): DocumentProblem[] {
  const problems: DocumentProblem[] = [];
  const seen = new Set<string>();
  const walk = (ids: readonly string[], where: string) => {
    for (const id of ids) {
      const layer = Object.hasOwn(layers, id) ? layers[id] : undefined;
      if (!layer) problems.push({ where, says: `there is no layer ${id}` });
      else if (seen.has(id)) problems.push({ where, says: `the layer ${id} stands in two places` });
      else {
        seen.add(id);
        if (isGroup(layer)) walk(layer.content.children, `layers.${id}.content.children`);
      }
    }
  };
  walk(root, 'root');
  for (const id of Object.keys(layers)) {
    if (!seen.has(id)) problems.push({ where: `layers.${id}`, says: 'stands in no list in depth' });
  }
  return problems;
}

/** What single fields cannot tell: names that fit nothing, layers that stand nowhere, too large a canvas. */
export function crossProblems(composition: Composition): DocumentProblem[] {
  const { canvas, layers, masks, area } = composition;
  const problems: DocumentProblem[] = [];
  if (canvas.width * canvas.height > LIMITS.canvasPixels) {
    const says = `must have at most ${LIMITS.canvasPixels / 1e6} million pixels`;
    problems.push({ where: 'canvas', says });
  }
  const noMask = (where: string, mask: string) => {
    if (!Object.hasOwn(masks, mask)) problems.push({ where, says: `there is no mask ${mask}` });
  };
  for (const [id, layer] of Object.entries(layers)) {
    if (layer.id !== id) problems.push({ where: `layers.${id}.id`, says: `must be ${id}` });
    if (layer.maskUse) noMask(`layers.${id}.maskUse.mask`, layer.maskUse.mask);
    const where = `layers.${id}.steps`;
    layer.steps.forEach(({ maskUse }, at) => {
      if (maskUse) noMask(`${where}[${at}].maskUse.mask`, maskUse.mask);
    });
    for (const twice of repeated(layer.steps.map((step) => step.id))) {
      problems.push({ where, says: `two steps have the id ${twice}` });
    }
  }
  for (const [id, mask] of Object.entries(masks)) {
    if (mask.id !== id) problems.push({ where: `masks.${id}.id`, says: `must be ${id}` });
    problems.push(...maskProblems(mask));
  }
  if (area) noMask('area.mask', area.mask);
  return [
    ...problems,
    ...windowProblems(composition),
    ...warpProblems(composition),
    ...planeProblems(composition),
    ...showingProblems(composition),
    ...treeProblems(composition),
  ];
}
