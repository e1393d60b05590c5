import type { BoxPart, MaskPart, OvalPart } from '@diplex/document';
import {
  IconBrush,
  IconCircleDashed,
  IconColorFilter,
  IconGradienter,
  IconSquareDashed,
  IconSunHigh,
  IconVectorSpline,
  IconWand,
} from '@tabler/icons-react';
import { lazy, Suspense } from 'react';
import { counted } from '../../controls/counted';
import { ComponentRows } from '../../tools/component/ComponentRows';
import { mixWords } from '../../tools/component/component-tool';
import { PickedRows } from './PickedRows';
import type { PartKind, PartRowsProps } from './part-kind';
import { RampRows } from './RampRows';
import { recipeKind } from './recipe-kinds';

// Charts are large and only tones need them here.
const TonesEditor = lazy(async () => ({
  default: (await import('../../tools/tones/TonesEditor')).TonesEditor,
}));

function TonesRows(props: PartRowsProps<'tones'>) {
  return (
    <Suspense fallback={null}>
      <TonesEditor {...props} />
    </Suspense>
  );
}

const sides = ({ width, height }: BoxPart | OvalPart) =>
  `${Math.round(width)} × ${Math.round(height)}`;

/** Every kind of mask part by its name. */
const PART_KINDS: { readonly [Kind in MaskPart['kind']]: PartKind<Kind> } = {
  outline: { icon: IconVectorSpline, fact: ({ points }) => counted(points.length, 'point') },
  box: { icon: IconSquareDashed, fact: sides },
  oval: { icon: IconCircleDashed, fact: sides },
  painted: { icon: IconBrush, fact: ({ strokes }) => counted(strokes, 'stroke') },
  picked: {
    icon: IconWand,
    fact: ({ recipe }) => recipeKind(recipe).fact(recipe),
    Rows: PickedRows,
  },
  ramp: { icon: IconGradienter, fact: ({ shape }) => shape, Rows: RampRows },
  tones: { icon: IconSunHigh, fact: ({ component }) => component, Rows: TonesRows },
  component: { icon: IconColorFilter, fact: ({ mix }) => mixWords(mix), Rows: ComponentRows },
};

/** The kind of a part, which takes any part of that kind. */
export function partKind(part: MaskPart): PartKind<MaskPart['kind']> {
  return PART_KINDS[part.kind] as PartKind<MaskPart['kind']>;
}
