import type { BrushWork, Colour } from '@diplex/core';
import { growthOf } from '@diplex/document';
import { useHand } from '../../bench/hand-store';
import type { MaskInHand } from '../../bench/mask-in-hand';
import { tellProblem } from '../../bench/notice-store';
import { wordsOf } from '../../link/problem';
import { useCamera } from '../../picture/camera-store';
import type { PointerSample } from '../../picture/tool';
import { groundAround } from '../ground-part';
import { type Sampling, useBrush } from './settings';

/** The side of the patch whose mean is sampled, in window pixels: what is seen under the pointer. */
const PATCH = 5;
const MOST_PATCH = 31;

/** The same in mask pixels, at least one. */
function patchOf({ matrix }: MaskInHand): number {
  const pixels = PATCH / useCamera.getState().zoom / growthOf(matrix);
  return Math.max(1, Math.min(MOST_PATCH, Math.round(pixels)));
}

/** The mean colour around a place, display-encoded, 0..255; null beyond the picture. */
async function colourAt(target: MaskInHand, at: PointerSample): Promise<Colour | null> {
  const { pickedFrom } = useHand.getState();
  const { data, channels } = await groundAround(target, at, patchOf(target), pickedFrom);
  if (data.length === 0) return null;
  const by = data.BYTES_PER_ELEMENT === 1 ? 1 : 257;
  const mean = (c: number) => {
    let sum = 0;
    for (let i = c; i < data.length; i += channels) sum += data[i] as number;
    return Math.round(sum / (data.length / channels) / by);
  };
  return { r: mean(0), g: mean(1), b: mean(2) };
}

/** The colours of a brush's work that go by a name. */
export function sampledColours(
  work: BrushWork | null | undefined,
  which: Sampling,
): readonly Colour[] {
  return (work as Partial<Record<Sampling, readonly Colour[]>> | null)?.[which] ?? [];
}

/** Gives a brush's work other colours. */
export function setSampled(which: Sampling, colours: readonly Colour[]): void {
  const { brush, set } = useBrush.getState();
  if (!brush.work || !(which in brush.work)) return;
  set({ brush: { ...brush, work: { ...brush.work, [which]: colours } as BrushWork } });
}

/** Adds the colour under the pointer to those of the brush; Shift goes on sampling. */
export async function sampleColour(
  target: MaskInHand,
  at: PointerSample,
  which: Sampling,
): Promise<void> {
  if (!at.shift) useBrush.getState().set({ sampling: null });
  try {
    const colour = await colourAt(target, at);
    if (!colour) return tellProblem('There is no picture to sample there. Press on the layer.');
    setSampled(which, [...sampledColours(useBrush.getState().brush.work, which), colour]);
  } catch (error) {
    tellProblem(`No colour was sampled. ${wordsOf(error)}`);
  }
}
