import { AREA_ID, newId, type TonesPart } from '@diplex/document';
import { useHand } from '../../bench/hand-store';
import { commitPart, freshName, maskInHand, startFor, whyNot } from '../../bench/mask-in-hand';
import { tellProblem } from '../../bench/notice-store';
import type { Tool } from '../../picture/tool';
import { useToning } from './settings';

export const TONES = ['darks', 'mids', 'lights'] as const;
export type ToneName = (typeof TONES)[number];

/** Where the tones of a name lie: more of them for a greater breadth, and always fading softly. */
export function toneRange(name: ToneName, breadth: number): Pick<TonesPart, 'low' | 'high'> {
  const fade = 0.1 + 0.25 * breadth;
  const end = 0.2 + 0.5 * breadth;
  if (name === 'darks') return { low: [0, 0], high: [rounded(end - fade), rounded(end)] };
  if (name === 'lights') return { low: [rounded(1 - end), rounded(1 - end + fade)], high: [1, 1] };
  const half = 0.08 + 0.3 * breadth;
  return {
    low: [rounded(0.5 - half - fade / 3), rounded(0.5 - half / 3)],
    high: [rounded(0.5 + half / 3), rounded(0.5 + half + fade / 3)],
  };
}

/** Which tones a range means, and how many of them: what `toneRange` made, or comes nearest to. */
export function toneOfRange({ low, high }: Pick<TonesPart, 'low' | 'high'>): {
  readonly name: ToneName;
  readonly breadth: number;
} {
  const share = (value: number) => Math.max(0, Math.min(1, Math.round(value * 100) / 100));
  if (low[1] === 0) return { name: 'darks', breadth: share((high[1] - 0.2) / 0.5) };
  if (high[0] === 1) return { name: 'lights', breadth: share((0.8 - low[0]) / 0.5) };
  // From the middle to where it ends: 0.08 + 0.1 / 3, and 0.3 + 0.25 / 3 more at the greatest breadth.
  const half = (high[1] - low[0]) / 2;
  return { name: 'mids', breadth: share((half - 0.08 - 0.1 / 3) / (0.3 + 0.25 / 3)) };
}

function rounded(value: number): number {
  return Math.max(0, Math.min(1, Math.round(value * 1000) / 1000));
}

/** Adds the tones of a name as a part of the mask in hand. */
export function addTones(name: ToneName): void {
  const target = maskInHand();
  const reason = whyNot(target);
  if (reason || !target) return tellProblem(reason ?? '');
  const { combine, layer, take } = useHand.getState();
  const { component, breadth } = useToning.getState();
  const words = { darks: 'Darks', mids: 'Mids', lights: 'Lights' }[name];
  const part: TonesPart = {
    ...{ id: newId(), kind: 'tones', name: freshName(target.mask, words), shown: true, combine },
    ...{ feather: 0, inverted: false, component, ...toneRange(name, breadth) },
    // An area has no pixels of its own: the tones are those of the layer in hand.
    of: target.layer.id !== AREA_ID ? 'own' : layer ? { layer } : 'behind',
  };
  const done = commitPart(target, part, startFor(combine === 'subtract'));
  // Tones are set while they are seen as grey.
  if (done && target.layer.id !== AREA_ID) take({ view: 'plain' });
}

/** Tones are chosen in the tray and the inspector; the pointer draws nothing. */
export const tonesTool: Tool = {
  begin: () =>
    tellProblem('Choose darks, mids or lights in the tray, or set the range at the right.'),
  move: () => undefined,
  end: () => undefined,
  cancel: () => undefined,
};
