import { mixOf } from '@diplex/core';
import {
  AREA_ID,
  type ComponentMix,
  type ComponentPart,
  growthOf,
  invert,
  type MarkedStroke,
  newId,
  type Point,
  setComponent,
  transform,
} from '@diplex/document';
import { JobCancelled } from '@diplex/engine';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import {
  commitPart,
  freshName,
  type MaskInHand,
  maskInHand,
  startFor,
  whyNot,
} from '../../bench/mask-in-hand';
import { tellProblem } from '../../bench/notice-store';
import { trackWork } from '../../bench/pending-work';
import { wordsOf } from '../../link/problem';
import type { PointerSample, Tool } from '../../picture/tool';
import { groundAround } from '../ground-part';
import { useComponenting } from './settings';

/** A mix of components in words. */
export function mixWords(mix: ComponentMix): string {
  const used = Object.entries(mix).filter(([, factor]) => factor !== 0);
  return used.length === 1 ? (used[0]?.[0] ?? '') : 'fitted mix';
}

/** The side of the patch whose mean sets a point, in mask pixels. */
const PATCH = 3;

/** The mean of a mix of components around a place, in mask pixels; null beyond the picture. */
async function valueAt(target: MaskInHand, mix: ComponentMix, at: Point): Promise<number | null> {
  const { data, channels } = await groundAround(target, at, PATCH);
  const top = data.BYTES_PER_ELEMENT === 1 ? 255 : 65_535;
  const value = mixOf(mix);
  let sum = 0;
  for (let i = 0; i < data.length; i += channels) {
    const channel = (c: number) => (data[i + c] as number) / top;
    sum += value(channel(0), channel(1), channel(2));
  }
  return data.length > 0 ? sum / (data.length / channels) : null;
}

function rounded(value: number, steps: number): number {
  return Math.round(value * steps) / steps;
}

/** Samples what to keep and what to drop, and sets black and white point by colours of the picture. */
class ComponentTool implements Tool {
  private target: MaskInHand | null = null;
  private points: Point[] = [];
  private turned = false;
  /** What is asked of the workers one after another: the last place of the pointer counts. */
  private asking: Promise<void> | null = null;
  private wanted: Point | null = null;
  /** The settings that are seen now. */
  private tried: Parameters<typeof setComponent.change>[1] | null = null;

  begin(at: PointerSample): void {
    const target = maskInHand();
    const reason = whyNot(target);
    if (reason || !target) return tellProblem(reason ?? '');
    if (target.layer.id === AREA_ID && !useHand.getState().layer) {
      return tellProblem('The area has no colours of its own. Take a layer in hand first.');
    }
    if (this.setsPoint() && target.part?.kind !== 'component') {
      return tellProblem('There is no component part in hand yet. Stroke over what to keep first.');
    }
    this.target = target;
    this.turned = at.otherButton;
    this.points = [];
    this.move([at]);
  }

  move(through: readonly PointerSample[]): void {
    const { target } = this;
    if (!target) return;
    if (this.setsPoint()) {
      this.wanted = through.at(-1) ?? null;
      void this.follow(target);
      return;
    }
    const toMask = invert(target.matrix);
    this.points.push(...through.map((at) => transform(toMask, at)));
    const strokes = [this.stroke(target)];
    useHand.getState().take({ draft: { kind: 'strokes', strokes, map: target.matrix } });
  }

  end(at: PointerSample): void {
    this.move([at]);
    const { target } = this;
    this.target = null;
    if (!target) return;
    if (this.setsPoint()) {
      this.wanted = at;
      trackWork(this.follow(target).then(() => this.keepPoint()));
      return;
    }
    useHand.getState().take({ draft: null });
    addSample(target, this.stroke(target));
  }

  cancel(): void {
    if (!this.target) return;
    this.target = null;
    this.wanted = null;
    this.tried = null;
    useHand.getState().take({ draft: null });
    useComposition.getState().show(null);
  }

  /** What the pointer sets: the act that was chosen, or its opposite for the second button. */
  private act() {
    const { act } = useComponenting.getState();
    const opposite = { keep: 'drop', drop: 'keep', black: 'white', white: 'black' } as const;
    return this.turned ? opposite[act] : act;
  }

  private setsPoint(): boolean {
    const { act } = useComponenting.getState();
    return act === 'black' || act === 'white';
  }

  private stroke(target: MaskInHand): MarkedStroke {
    const mark = this.act();
    return {
      mark: mark === 'drop' ? 'drop' : 'keep',
      radius: useComponenting.getState().radius / growthOf(target.matrix),
      points: this.points.map(({ x, y }) => ({ x: rounded(x, 10), y: rounded(y, 10) })),
    };
  }

  /** Has the point follow the colour under the pointer while the mask is seen. */
  private follow(target: MaskInHand): Promise<void> {
    this.asking ??= this.tryPoints(target).finally(() => {
      this.asking = null;
    });
    return this.asking;
  }

  private async tryPoints(target: MaskInHand): Promise<void> {
    const part = target.part as ComponentPart;
    try {
      while (this.wanted) {
        const at = this.wanted;
        this.wanted = null;
        const value = await valueAt(target, part.mix, at);
        const settings = { [this.act()]: rounded(value ?? 0, 10_000) };
        const { black, white } = { ...part, ...settings };
        if (value === null || black === white) continue;
        this.tried = { mask: target.mask?.id ?? '', part: part.id, settings };
        useComposition.getState().tryOut(setComponent, this.tried);
      }
    } catch (error) {
      if (!(error instanceof JobCancelled)) tellProblem(`No colour was read. ${wordsOf(error)}`);
    }
  }

  private keepPoint(): void {
    const { tried } = this;
    this.tried = null;
    if (tried) useComposition.getState().perform(setComponent, tried);
  }
}

/** A sample of the component part in hand, or of a new one. */
function addSample(target: MaskInHand, sample: MarkedStroke): void {
  const { part, mask } = target;
  if (part?.kind === 'component') {
    const settings = { samples: [...part.samples, sample] };
    useComposition
      .getState()
      .perform(setComponent, { mask: mask?.id ?? '', part: part.id, settings });
    return;
  }
  const { combine, layer } = useHand.getState();
  const made: ComponentPart = {
    ...{ id: newId(), kind: 'component', name: freshName(mask, 'Component'), shown: true, combine },
    ...{ feather: 0, inverted: false, mix: { lightness: 1 }, black: 0, white: 1, gamma: 1 },
    of: target.layer.id !== AREA_ID || !layer ? 'own' : { layer },
    samples: [sample],
  };
  commitPart(target, made, startFor(combine === 'subtract'));
}

export const componentTool = new ComponentTool();
