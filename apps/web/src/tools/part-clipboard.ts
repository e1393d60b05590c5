import { partOutlines } from '@diplex/core';
import {
  AREA_ID,
  addMask,
  type BoxPart,
  changeArea,
  invert,
  layArea,
  type Mask,
  type MaskPart,
  type Matrix,
  multiply,
  newId,
  newMaskLies,
  type OvalPart,
  type Point,
  transform,
  turnMaskRound,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { copied } from '../bench/copied';
import {
  commitPart,
  freshName,
  type MaskInHand,
  maskInHand,
  startFor,
  whyNot,
} from '../bench/mask-in-hand';
import { tellProblem } from '../bench/notice-store';
import { mapPoint } from './fit-line';

/** What was copied, and how its mask lay in its composition. */
type CopiedMask =
  | { readonly matrix: Matrix; readonly part: MaskPart }
  | { readonly matrix: Matrix; readonly mask: Mask; readonly turnedRound: boolean };

const copiedMask = copied<CopiedMask>('mask');

/** Keeps the part in hand, or else the whole mask, to paste it elsewhere, in another composition too. */
export function copyPart(): void {
  const target = maskInHand();
  if (!target?.mask) return;
  const { part, mask, matrix, size } = target;
  const { width, height } = size;
  const turnedRound = target.layer.maskUse?.turnedRound ?? false;
  const whole = { matrix, mask: { ...mask, size: { width, height } }, turnedRound };
  copiedMask.keep(part ? { part, matrix } : whole);
}

export function hasCopiedPart(): boolean {
  return copiedMask.read() !== null;
}

/** Adds what was copied to the mask in hand, in its place on the canvas; tiles keep their pixels. */
export function pastePart(): void {
  const found = copiedMask.read();
  if (!found) return tellProblem('Nothing was copied. Take a mask or a part in hand and copy it.');
  const target = maskInHand();
  const reason = whyNot(target);
  if (reason || !target) return tellProblem(reason ?? '');
  const map = multiply(invert(target.matrix), found.matrix);
  if ('mask' in found) return pasteMask(target, found.mask, map, found.turnedRound);
  const part = {
    ...mapped(found.part, map),
    ...{ id: newId(), name: freshName(target.mask, found.part.name) },
  };
  commitPart(target, part, startFor(part.combine === 'subtract'));
}

/** A whole mask goes where there is none yet; on the canvas it lies where it lay. */
function pasteMask({ layer, mask }: MaskInHand, pasted: Mask, map: Matrix, turned: boolean): void {
  if (mask) {
    const words = `${layer.name} has a mask already. Delete it first, or copy single parts.`;
    return tellProblem(words);
  }
  const made = { ...pasted, id: newId(), shelf: null };
  const words = `Pasted a mask on ${layer.name}`;
  const { composition } = useComposition.getState();
  const lies = multiply(newMaskLies(composition, layer), map);
  useComposition.getState().performAll(words, (doing) => {
    if (layer.id === AREA_ID) {
      doing(layArea, { mask: made, words, lies: map });
      if (turned) doing(changeArea, { change: { turnedRound: true } });
      return;
    }
    doing(addMask, { layer: layer.id, mask: made, words, lies });
    if (turned) doing(turnMaskRound, { layer: layer.id });
  });
}

type Mapped<Kind> = (part: Extract<MaskPart, { kind: Kind }>, map: Matrix) => MaskPart;

const asItIs = (part: MaskPart): MaskPart => part;

/** How each kind of part is taken to other mask pixels; what is tiled keeps its pixels, what reads colours has no place. */
const MAPPED: { readonly [Kind in MaskPart['kind']]: Mapped<Kind> } = {
  painted: asItIs,
  picked: asItIs,
  tones: asItIs,
  component: asItIs,
  ramp: (part, map) => ({
    ...part,
    ...{ from: transform(map, part.from), to: transform(map, part.to) },
  }),
  outline(part, map) {
    const move = (point: Point) => transform(map, point);
    const loop = (points: typeof part.points) => points.map((point) => mapPoint(point, move));
    return {
      ...part,
      points: loop(part.points),
      ...(part.further && { further: part.further.map(loop) }),
    };
  },
  box: framed,
  oval: framed,
};

function mapped(part: MaskPart, map: Matrix): MaskPart {
  return (MAPPED[part.kind] as Mapped<MaskPart['kind']>)(part, map);
}

/** A box or oval that is only moved and scaled stays one; otherwise it becomes an outline. */
function framed(part: BoxPart | OvalPart, map: Matrix): MaskPart {
  const [a, b, c, d] = map;
  if (b === 0 && c === 0 && a > 0 && d > 0 && !part.turn) {
    const corner = transform(map, part);
    return { ...part, ...corner, width: part.width * a, height: part.height * d };
  }
  const { id, name, shown, combine, feather, inverted } = part;
  const [points = []] = partOutlines(part, map);
  return { id, name, shown, combine, feather, inverted, kind: 'outline', points };
}
