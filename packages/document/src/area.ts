import { type Composition, type FillLayer, type Layer, layerById, plainLayer } from './composition';
import { placedAt } from './geometry/placement';
import { layerIdOf, ownPixelsHolder, stepHolder, stepIdOf } from './step-holder';

/** The id under which the area's stand-in is found. */
export const AREA_ID = 'area';

/**
 * The canvas as a layer without pixels whose mask the area is: whatever draws, picks or paints the
 * mask of a layer does the same for the area. Its mask is left out where there is no area in use.
 */
export function areaLayer({ canvas, area }: Composition): FillLayer {
  const { width, height } = canvas;
  const fill = { by: 'colour' as const, colour: { r: 0, g: 0, b: 0, alpha: 0 } };
  const content = { kind: 'fill' as const, fill, size: { width, height } };
  const placement = placedAt({ x: width / 2, y: height / 2 });
  const maskUse = area?.inUse
    ? { mask: area.mask, linked: false, turnedRound: area.turnedRound, lies: area.lies }
    : null;
  return { ...plainLayer(AREA_ID, 'the area', content, placement), maskUse };
}

/** What has a mask: a layer by its id, or the stand-in for the area or for a step. */
export function maskHolder(composition: Composition, id: string): Layer | undefined {
  if (id === AREA_ID) return areaLayer(composition);
  const layer = layerById(composition, layerIdOf(id));
  const stepId = stepIdOf(id);
  if (!layer || stepId === null) return layer;
  const step = layer.steps.find((each) => each.id === stepId);
  return step ? stepHolder(layer, step) : ownPixelsHolder(layer, id);
}
