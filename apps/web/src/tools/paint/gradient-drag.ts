import { type Gradient, newId, type Point } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { whyNot } from '../../bench/mask-in-hand';
import { tellProblem } from '../../bench/notice-store';
import { trackWork } from '../../bench/pending-work';
import { keepTiles } from '../../picks/keep-tiles';
import { inJob } from '../../picks/run-pick';
import { useCamera } from '../../picture/camera-store';
import type { PointerSample, Tool } from '../../picture/tool';
import { commitCoats, withCoats } from '../coats/coat-goal';
import type { CoatTarget } from '../coats/coat-target';
import { whyUntouched } from '../place/why-kept';
import type { Tiles } from '../strokes/stroke-goal';
import { areaTiles, rectTiles, targetOnCanvas } from './covered';
import { usePainting } from './settings';

/** A shorter drag, in window pixels, was not meant. */
const LEAST = 4;

function gradientOf(from: Point, to: Point): Gradient {
  const { colour, ends, end, goes } = usePainting.getState();
  const last = ends === 'colour' ? end : { ...colour, alpha: 0 };
  return { by: goes, from, to, first: colour, last, mixIn: 'oklab' };
}

/** A gradient under way: where it is laid, and the tiles of that once they are kept. */
interface Drag {
  readonly target: CoatTarget;
  readonly from: Point;
  readonly coat: string;
  readonly tiles: Promise<Tiles>;
  readonly stop: AbortController;
  ready: Tiles | null;
  to: Point;
}

/** Lays a gradient over the canvas, or over the area, from where a drag begins to where it ends. */
class GradientDrag implements Tool {
  private drag: Drag | null = null;

  begin({ x, y }: PointerSample): void {
    const target = targetOnCanvas();
    const reason = whyNot(target) ?? whyUntouched(target.layer);
    if (reason) return tellProblem(reason);
    const stop = new AbortController();
    const drag: Drag = {
      ...{ target, from: { x, y }, coat: newId(), to: { x, y }, ready: null, stop },
      tiles: prepared(target, stop.signal),
    };
    this.drag = drag;
    drag.tiles.then(
      (tiles) => {
        drag.ready = tiles;
        if (this.drag === drag) this.show(drag);
      },
      // Said where the gradient is laid.
      () => undefined,
    );
  }

  move(through: readonly PointerSample[]): void {
    const at = through.at(-1);
    const { drag } = this;
    if (!drag || !at) return;
    drag.to = { x: at.x, y: at.y };
    const draft = { kind: 'line' as const, from: drag.from, to: drag.to };
    useHand.getState().take({ draft });
    this.show(drag);
  }

  end(at: PointerSample): void {
    const { drag } = this;
    this.drag = null;
    if (!drag) return;
    useHand.getState().take({ draft: null });
    drag.to = { x: at.x, y: at.y };
    if (!isFar(drag)) return useComposition.getState().show(null);
    const lays = gradientOf(drag.from, drag.to);
    const work = inJob(`Laying a gradient on ${drag.target.layer.name}`, async (signal) => {
      signal.addEventListener('abort', () => drag.stop.abort());
      try {
        const tiles = await drag.tiles;
        commitCoats(drag.target, [{ id: drag.coat, lays, tiles }], 'Laid a gradient');
      } finally {
        useComposition.getState().show(null);
      }
    });
    trackWork(work);
  }

  cancel(): void {
    if (!this.drag) return;
    this.drag.stop.abort();
    this.drag = null;
    useHand.getState().take({ draft: null });
    useComposition.getState().show(null);
  }

  private show({ target, from, to, coat, ready }: Drag): void {
    const { composition, show } = useComposition.getState();
    if (!ready || (from.x === to.x && from.y === to.y)) return;
    show(withCoats(composition, target, [{ id: coat, lays: gradientOf(from, to), tiles: ready }]));
  }
}

/** Where it is laid, kept before it is drawn. */
async function prepared(target: CoatTarget, signal: AbortSignal): Promise<Tiles> {
  const area = await areaTiles(signal);
  return keepTiles(area ?? rectTiles(target.extent), signal);
}

function isFar({ from, to }: Drag): boolean {
  return Math.hypot(to.x - from.x, to.y - from.y) * useCamera.getState().zoom >= LEAST;
}

export const gradientDrag = new GradientDrag();
