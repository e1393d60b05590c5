import {
  areaLayer,
  type Layer,
  layArea,
  type Mask,
  maskMatrix,
  maskOf,
  maskSize,
  newId,
  type RampPart,
  type TonesPart,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { takeTool, useHand } from '../bench/hand-store';
import { commitPart, freshName, type MaskInHand, whyNot, withPart } from '../bench/mask-in-hand';
import { goToStage } from '../bench/navigation';
import { tellProblem } from '../bench/notice-store';
import { useBrush } from '../tools/brush/settings';
import { useRamping } from '../tools/ramp/settings';
import { type ToneName, toneRange } from '../tools/tones/tones-tool';

/** Breadths of tones, the narrowest first. */
export const BREADTHS = [
  { words: '1', means: 'narrowest', breadth: 0 },
  { words: '2', means: 'narrow', breadth: 0.22 },
  { words: '3', means: 'middling', breadth: 0.45 },
  { words: '4', means: 'broad', breadth: 0.7 },
  { words: '5', means: 'broadest', breadth: 1 },
] as const;

/** Tones of an exposure. */
export interface ExposureTones {
  readonly frame: Layer;
  readonly tones: ToneName;
  /** 0 (only a few) to 1 (many). */
  readonly breadth: number;
}

/** A ramp begins across the middle of the frame, from and to these shares of its height. */
const [RAMP_FROM, RAMP_TO] = [0.42, 0.58];

function maskOfFrame(frame: Layer): MaskInHand {
  const { composition } = useComposition.getState();
  return {
    ...{ layer: frame, mask: maskOf(composition, frame), part: undefined },
    matrix: maskMatrix(composition, frame),
    size: maskSize(composition, frame),
  };
}

function tonesPart(
  { tones, breadth }: ExposureTones,
  of: TonesPart['of'],
  mask: Mask | undefined,
): TonesPart {
  const words = { darks: 'Darks', mids: 'Mids', lights: 'Lights' }[tones];
  return {
    ...{ id: newId(), kind: 'tones', name: freshName(mask, words), shown: true },
    // A mask that is there is narrowed to the tones.
    ...{ combine: mask ? 'intersect' : 'add', feather: 0, inverted: false },
    ...{ component: 'lightness', of, ...toneRange(tones, breadth) },
  };
}

/** Shows what the exposure's own tones as its mask would draw. */
export function tryTones(tones: ExposureTones): void {
  const target = maskOfFrame(tones.frame);
  if (whyNot(target)) return;
  const { composition, show } = useComposition.getState();
  show(withPart(composition, target, tonesPart(tones, 'own', target.mask), 'empty'));
}

export function endTrial(): void {
  useComposition.getState().show(null);
}

/** Shows of an exposure only some of its own tones. */
export function blendByTones(tones: ExposureTones): void {
  const target = maskOfFrame(tones.frame);
  const reason = whyNot(target);
  if (reason) return tellProblem(reason);
  commitPart(target, tonesPart(tones, 'own', target.mask), 'empty');
}

/** Lays tones of an exposure as the area, and takes the brush to paint through it. */
export function holdTones(tones: ExposureTones): void {
  const { composition, perform } = useComposition.getState();
  const { frame } = tones;
  const part = tonesPart(tones, { layer: frame.id }, undefined);
  const mask: Mask = {
    ...{ id: newId(), name: 'Area', startsFrom: 'empty', parts: [part], feather: 0 },
    size: maskSize(composition, areaLayer(composition)),
  };
  const words = `Area by ${part.name.toLowerCase()} of ${frame.name}`;
  if (!perform(layArea, { mask, words })) return;
  useHand.getState().take({ layer: frame.id, makes: 'part', part: null });
  const { brush, set } = useBrush.getState();
  set({ brush: { ...brush, value: 1 }, brushOn: 'mask' });
  goToStage('cut');
  takeTool('cut', 'brush');
}

/** Lays a ramp level across an exposure, and goes to where it can be moved, turned and softened. */
export function blendByRamp(frame: Layer): void {
  const target = maskOfFrame(frame);
  const reason = whyNot(target);
  if (reason) return tellProblem(reason);
  const { width, height } = target.size;
  const { shape, falloff } = useRamping.getState();
  const part: RampPart = {
    ...{ id: newId(), kind: 'ramp', name: freshName(target.mask, 'Ramp'), shown: true },
    ...{ combine: target.mask ? 'intersect' : 'add', feather: 0, inverted: false },
    ...{ shape, falloff, inner: 0, ratio: 1, curve: [0.42, 0, 0.58, 1] },
    from: { x: width / 2, y: RAMP_FROM * height },
    to: { x: width / 2, y: RAMP_TO * height },
  };
  if (!commitPart(target, part, 'empty')) return;
  useHand.getState().take({ layer: frame.id, makes: 'part' });
  goToStage('cut');
  takeTool('cut', 'ramp');
}
