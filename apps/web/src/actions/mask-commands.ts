import { AREA_ID, removeMask, removePart, turnMaskRound } from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { BACKDROPS, LOOKING_AIDS, MASK_VIEWS, toolInHand, useHand } from '../bench/hand-store';
import { maskInHand } from '../bench/mask-in-hand';
import { turnAreaRound } from '../tools/area-commands';
import { TOOLS } from '../tools/tools';

export function nextMaskView(): void {
  const { view, take } = useHand.getState();
  const single = Object.keys(useComposition.getState().composition.layers).length < 2;
  // One mask alone cannot be compared.
  const views = MASK_VIEWS.filter((each) => each !== 'difference' || !single);
  take({ view: views[(views.indexOf(view) + 1) % views.length] ?? 'composition' });
}

/** Steps through the ways to look at the picture. */
export function nextAid(): void {
  const { aid, take } = useHand.getState();
  take({ aid: LOOKING_AIDS[(LOOKING_AIDS.indexOf(aid) + 1) % LOOKING_AIDS.length] ?? 'plain' });
}

/** Steps through the backdrops, and shows the cut-out on them when another view was on. */
export function nextBackdrop(): void {
  const { view, backdrop, take } = useHand.getState();
  if (view !== 'backdrop') return take({ view: 'backdrop' });
  take({ backdrop: BACKDROPS[(BACKDROPS.indexOf(backdrop) + 1) % BACKDROPS.length] ?? 'black' });
}

/** Turns show and hide of the brush round, or add and subtract of the other tools. */
export function turnWayRound(): void {
  const { combine, take } = useHand.getState();
  const tool = toolInHand(useHand.getState());
  const turnRound = tool && TOOLS[tool].turnRound;
  if (turnRound) turnRound();
  else take({ combine: combine === 'add' ? 'subtract' : 'add' });
}

/** Whether the tool in hand has something to be pointed out. */
export function canPointOut(): boolean {
  const tool = toolInHand(useHand.getState());
  return tool !== null && TOOLS[tool].pointOut !== undefined;
}

/** The next press points out a colour, or where is taken from. */
export function pointOut(): void {
  const tool = toolInHand(useHand.getState());
  if (tool) TOOLS[tool].pointOut?.();
}

/** Has the tools make the area, or the mask again. */
export function turnMakes(): void {
  const { makes, take } = useHand.getState();
  take({ makes: makes === 'part' ? 'area' : 'part', part: null });
}

export function turnMaskInHandRound(): void {
  const target = maskInHand();
  if (!target?.mask) return;
  const { perform } = useComposition.getState();
  if (target.layer.id === AREA_ID) turnAreaRound();
  else perform(turnMaskRound, { layer: target.layer.id });
}

export function removePartInHand(): void {
  const target = maskInHand();
  if (!target?.mask || !target.part) return;
  const args = { mask: target.mask.id, part: target.part.id };
  if (useComposition.getState().perform(removePart, args)) useHand.getState().take({ part: null });
}

export function removeMaskInHand(): void {
  const target = maskInHand();
  if (!target?.mask || target.layer.id === AREA_ID) return;
  useComposition.getState().perform(removeMask, { layer: target.layer.id });
}

/** Makes the round tool in hand larger or smaller by a share. */
export function scaleBrush(by: number): void {
  const tool = toolInHand(useHand.getState());
  if (tool) TOOLS[tool].scale?.(by);
}
