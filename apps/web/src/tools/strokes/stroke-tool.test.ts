import type { Brush, StrokePoint } from '@diplex/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useHand } from '../../bench/hand-store';
import { keeper, openDocument, storage } from '../../bench/keeper.test-support';
import type { MaskInHand } from '../../bench/mask-in-hand';
import { useNotices } from '../../bench/notice-store';
import { usePendingWork, workSettled } from '../../bench/pending-work';
import { keepStroke, strokesLeftWaiting } from '../../bench/waiting-strokes';
import type { PointerSample } from '../../picture/tool';
import type { RunningStroke } from './running-stroke';
import { StrokeTool } from './stroke-tool';

const BRUSH: Brush = {
  ...{ radius: 10, softness: 0, strength: 1, flow: 1 },
  ...{ pressure: 'none', value: 1 },
};

/** A stroke that says what became of it, and ends when it is let. */
class Told {
  readonly points: StrokePoint[] = [];
  state: 'open' | 'ended' | 'cancelled' = 'open';
  /** Lets it end, or fail. */
  resolve: () => void = () => undefined;
  reject: (error: Error) => void = () => undefined;
  private readonly mayEnd = new Promise<void>((resolve, reject) => {
    Object.assign(this, { resolve, reject });
  });

  constructor(readonly brush: Brush) {}

  extend(points: readonly StrokePoint[]): void {
    this.points.push(...points);
  }

  async end(): Promise<void> {
    await this.mayEnd;
    this.state = 'ended';
  }

  async cancel(): Promise<void> {
    this.state = 'cancelled';
  }
}

let opened: Told[];
let tool: StrokeTool;

const at = (x: number, y: number, more: Partial<PointerSample> = {}): PointerSample => ({
  ...{ x, y, pressure: 1, shift: false, alt: false, otherButton: false },
  ...more,
});
const places = (told: Told | undefined) => told?.points.map(({ x, y }) => [x, y]);
const turn = () => new Promise((resolve) => setTimeout(resolve));

beforeEach(() => {
  vi.stubGlobal('localStorage', storage());
  openDocument();
  useHand.getState().take({ stage: 'cut', layer: 'a', part: null });
  useNotices.setState({ notices: [] });
  opened = [];
  const target = { layer: keeper } as unknown as MaskInHand;
  tool = new StrokeTool({
    target: () => target,
    brush: () => BRUSH,
    opposite: (brush) => ({ ...brush, value: 1 - brush.value }),
    settings: { getState: () => ({ size: 10 }), setState: () => undefined },
    smoothing: () => 0,
    open(brush) {
      const told = new Told(brush);
      opened.push(told);
      return told as unknown as RunningStroke;
    },
  });
});
afterEach(async () => {
  for (const told of opened) told.resolve();
  await workSettled();
  vi.unstubAllGlobals();
});

describe('strokes', () => {
  it('hand over every place of the pointer, those before they could begin, too', async () => {
    tool.begin(at(1, 2));
    tool.move([at(3, 4), at(5, 6)]);
    await turn();
    tool.move([at(7, 8)]);
    tool.end(at(9, 9));
    await turn();
    const [first, ...others] = places(opened[0]) ?? [];
    expect(first).toEqual([1, 2]);
    expect(others.at(-1)).toEqual([9, 9]);
    // A smooth line through them: ever on, and none of it is missing.
    const across = [first, ...others].map((place) => place?.[0] ?? 0);
    expect(across).toEqual([...across].sort((a, b) => a - b));
    expect(across.length).toBeGreaterThanOrEqual(5);
  });

  it('do the opposite with the second button', async () => {
    tool.begin(at(1, 1, { otherButton: true }));
    tool.end(at(2, 2));
    await turn();
    expect(opened[0]?.brush.value).toBe(0);
  });

  it('go straight from where the last one ended with Shift', async () => {
    tool.begin(at(1, 1));
    tool.end(at(10, 10));
    await turn();
    opened[0]?.resolve();
    await turn();
    tool.begin(at(50, 10, { shift: true }));
    tool.end(at(50, 10));
    await turn();
    expect(places(opened[1])?.[0]).toEqual([10, 10]);
  });

  it('begin one after another, however fast they are drawn, and count as pending until they are kept', async () => {
    tool.begin(at(1, 1));
    tool.end(at(2, 2));
    tool.begin(at(3, 3));
    tool.end(at(4, 4));
    await turn();
    expect(opened).toHaveLength(1);
    expect(usePendingWork.getState().strokes).toBeGreaterThan(0);
    opened[0]?.resolve();
    await turn();
    expect(opened).toHaveLength(2);
    opened[1]?.resolve();
    await workSettled();
    await turn();
    expect(opened.map(({ state }) => state)).toEqual(['ended', 'ended']);
    expect(usePendingWork.getState().strokes).toBe(0);
  });

  it('wait in the browser from when they are drawn to when they are kept', async () => {
    tool.begin(at(1, 1));
    await turn();
    expect(strokesLeftWaiting()).toEqual([]);
    tool.end(at(2, 2));
    await turn();
    const [waiting] = strokesLeftWaiting();
    expect(waiting).toMatchObject({ brush: BRUSH, settings: { size: 10 }, hand: { layer: 'a' } });
    expect(waiting?.points).toEqual(opened[0]?.points);
    opened[0]?.resolve();
    await workSettled();
    await turn();
    expect(strokesLeftWaiting()).toEqual([]);
  });

  it('are painted again from what was kept of them', async () => {
    tool.begin(at(1, 1));
    tool.end(at(2, 2));
    await turn();
    const [waiting] = strokesLeftWaiting();
    opened[0]?.resolve();
    await workSettled();
    if (!waiting) throw new Error('It waited.');
    // As it lies there when the page was closed before it was a step.
    keepStroke(waiting.id, waiting, waiting.points);
    const done = tool.again(waiting);
    await turn();
    expect(places(opened[1])).toEqual(places(opened[0]));
    expect(strokesLeftWaiting()).toHaveLength(1);
    opened[1]?.resolve();
    await done;
    expect(strokesLeftWaiting()).toEqual([]);
  });

  it('leave nothing when they are called off, and say why when they fail', async () => {
    tool.begin(at(1, 1));
    await turn();
    tool.cancel();
    await turn();
    expect(opened[0]?.state).toBe('cancelled');
    tool.begin(at(1, 1));
    tool.end(at(2, 2));
    await turn();
    opened[1]?.reject(new Error('The disk is full.'));
    await workSettled();
    await turn();
    const [notice] = useNotices.getState().notices;
    expect(notice?.words).toMatch(/could not be finished.*disk is full/);
    expect(strokesLeftWaiting()).toEqual([]);
  });
});
