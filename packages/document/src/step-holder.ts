import type { Layer, Step } from './composition';

/** Parts a layer's id from a step's; no id has it. */
const MARK = '~';

/** The id under which the stand-in for a step's mask is found. */
export function stepHolderId(layer: string, step: string): string {
  return `${layer}${MARK}${step}`;
}

/** The layer of a mask's holder, which is the layer itself or one of its steps. */
export function layerIdOf(holder: string): string {
  const at = holder.indexOf(MARK);
  return at < 0 ? holder : holder.slice(0, at);
}

/** The step of a mask's holder; null when it is the layer itself. */
export function stepIdOf(holder: string): string | null {
  const at = holder.indexOf(MARK);
  return at < 0 ? null : holder.slice(at + 1);
}

/** What stands for a layer without its mask, in its own pixels, in place of a step. */
const OWN_PIXELS = 'own';

/**
 * The id under which a layer is found as the holder of what is brushed in its own pixels; of a step that is there
 * already, or of one that is still to be made.
 */
export function ownPixelsId(layer: string, step?: string): string {
  return [`${layer}${MARK}${OWN_PIXELS}`, ...(step ? [step] : [])].join(MARK);
}

/** A layer by itself, for what is brushed in its own pixels whatever mask it has; undefined for any other holder. */
export function ownPixelsHolder(layer: Layer, holder: string): Layer | undefined {
  const [own, of] = stepIdOf(holder)?.split(MARK) ?? [];
  if (own !== OWN_PIXELS) return undefined;
  const lies = layer.steps.find(({ id }) => id === of)?.brushed?.lies;
  // What says how the painted pixels lie is no mask, but is asked for in the same way.
  const maskUse = lies ? { mask: holder, linked: true, turnedRound: false, lies } : null;
  return { ...layer, id: holder, maskUse, edge: {} };
}

/**
 * A layer as the holder of a step's mask: whatever draws, picks or paints the mask of a layer does the same for
 * that of its step.
 */
export function stepHolder(layer: Layer, step: Step): Layer {
  const { id, maskUse, name } = step;
  return {
    ...layer,
    ...{ id: stepHolderId(layer.id, id), name: `${name} of ${layer.name}`, maskUse, edge: {} },
  };
}
