import {
  laidOut,
  maskMatrix,
  newComposition,
  type OutlinePoint,
  type PhotoLayer,
  placedAt,
  plainLayer,
} from '@diplex/document';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { useNotices } from '../../bench/notice-store';
import { useCamera } from '../../picture/camera-store';
import type { PointerSample, Tool } from '../../picture/tool';
import { fitClosedLine, fitLine, smoothed } from '../fit-line';
import { boxTool } from '../frame/frame-tool';
import { copyPart, pastePart } from '../part-clipboard';
import { inSteps, rampTool } from '../ramp/ramp-tool';
import { addTones, toneRange } from '../tones/tones-tool';
import { joinOutlines } from './join-outlines';

const layer: PhotoLayer = plainLayer(
  'a',
  'Keeper',
  { kind: 'photo', source: 'a'.repeat(64), size: { width: 400, height: 200 } },
  placedAt({ x: 200, y: 100 }),
);

beforeEach(() => {
  useCamera.setState({ zoom: 1 });
  useNotices.setState({ notices: [] });
  const empty = newComposition('Test', { width: 400, height: 200 });
  const document = laidOut(empty, [layer]);
  const history = { entries: [], position: 0 };
  useComposition.getState().open({ id: 'c', revision: 1, updatedAt: '', document, history });
  useHand.getState().take({ layer: 'a', part: null, combine: 'add', draft: null });
});

const masks = () => Object.values(useComposition.getState().composition.masks);
const parts = () => masks()[0]?.parts ?? [];
const at = (x: number, y: number, keys: Partial<PointerSample> = {}): PointerSample => ({
  ...{ x, y, pressure: 1, shift: false, alt: false, otherButton: false },
  ...keys,
});
const drag = (tool: Tool, from: PointerSample, to: PointerSample) => {
  tool.begin(from);
  tool.move([to]);
  tool.end(to);
};
const told = () =>
  useNotices
    .getState()
    .notices.map(({ words }) => words)
    .join();

describe('a fitted line', () => {
  const wave = Array.from({ length: 200 }, (_, i) => ({ x: i, y: 40 * Math.sin(i / 25) }));

  it('has few points with handles, and begins and ends where it was drawn', () => {
    const points = fitLine(wave, 1);
    expect(points.length).toBeLessThan(12);
    expect(points[0]).toMatchObject({ x: 0, y: 0 });
    expect(points.at(-1)).toMatchObject({ x: 199 });
    expect(points.slice(1, -1).every((point) => point.in && point.out)).toBe(true);
    expect(points[0]?.in).toBeUndefined();
  });

  it('goes on smoothly where it closes', () => {
    const circle = Array.from({ length: 120 }, (_, i) => ({
      x: 50 * Math.cos((2 * Math.PI * i) / 120),
      y: 50 * Math.sin((2 * Math.PI * i) / 120),
    }));
    const points = fitClosedLine(circle, 1);
    expect(points.length).toBeLessThan(12);
    expect(points[0]?.in).toBeDefined();
    expect(points[0]?.out).toBeDefined();
    expect(
      fitLine(
        [
          { x: 1, y: 1 },
          { x: 1, y: 1 },
        ],
        1,
      ),
    ).toEqual([{ x: 1, y: 1 }]);
  });

  it('makes a corner smooth along the way between its neighbours', () => {
    const corner: OutlinePoint[] = [
      { x: 0, y: 0 },
      { x: 30, y: 30 },
      { x: 60, y: 0 },
    ];
    expect(smoothed(corner, 1)).toEqual({
      ...{ x: 30, y: 30, in: { x: 20, y: 30 }, out: { x: 40, y: 30 } },
    });
  });
});

describe('joining outlines', () => {
  const boxes = () => {
    drag(boxTool, at(20, 20), at(120, 120));
    drag(boxTool, at(80, 60), at(180, 160));
  };
  const area = (points: readonly OutlinePoint[]) =>
    Math.abs(
      points.reduce((sum, p, i) => {
        const next = points[(i + 1) % points.length] as OutlinePoint;
        return sum + (p.x * next.y - next.x * p.y) / 2;
      }, 0),
    );
  const joined = () => {
    const [part] = parts();
    if (part?.kind !== 'outline') throw new Error('No outline was made.');
    return part;
  };

  it.each([
    ['union', 17_600],
    ['difference', 7600],
    ['intersection', 2400],
  ] as const)('by %s leaves one outline of the right extent, as one step', (how, expected) => {
    boxes();
    joinOutlines(how);
    expect(parts()).toHaveLength(1);
    expect(area(joined().points)).toBeCloseTo(expected, 3);
    expect(useHand.getState().part).toBe(joined().id);
    useComposition.getState().undo();
    expect(parts().map(({ kind }) => kind)).toEqual(['box', 'box']);
  });

  it('keeps a hole', () => {
    drag(boxTool, at(20, 20), at(180, 180));
    drag(boxTool, at(60, 60), at(100, 100));
    joinOutlines('difference');
    expect(joined().further).toHaveLength(1);
    expect(area(joined().further?.[0] ?? [])).toBeCloseTo(1600, 3);
  });

  it('says what is missing', () => {
    joinOutlines('union');
    expect(told()).toContain('no outlines to join');
    drag(boxTool, at(20, 20), at(40, 40));
    joinOutlines('union');
    expect(told()).toContain('needs two');
    drag(boxTool, at(100, 100), at(140, 140));
    joinOutlines('intersection');
    expect(told()).toContain('do not meet');
    expect(parts()).toHaveLength(2);
  });
});

describe('copying a part', () => {
  beforeEach(() => {
    const kept = new Map<string, string>();
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => kept.set(key, value),
    });
  });

  /** The keeper once more, half as large and turned. */
  const other: PhotoLayer = {
    ...{ ...layer, id: 'b', name: 'Copy' },
    placement: { ...placedAt({ x: 100, y: 100 }), scaleX: 0.5, scaleY: 0.5 },
  };
  const openBoth = (second: PhotoLayer) => {
    const { composition } = useComposition.getState();
    const layers = [...Object.values(composition.layers), second];
    const document = laidOut(composition, layers, masks());
    const history = { entries: [], position: 0 };
    useComposition.getState().open({ id: 'c', revision: 1, updatedAt: '', document, history });
  };
  const pasted = () => {
    return masks().at(-1)?.parts.at(-1);
  };

  it('pastes it in its place on the canvas, into the mask of another layer', () => {
    drag(boxTool, at(40, 60), at(120, 140));
    openBoth(other);
    useHand.getState().take({ part: parts()[0]?.id ?? null });
    copyPart();
    useHand.getState().take({ layer: 'b', part: null });
    pastePart();
    // Half the size on the canvas is twice the size in the layer's own pixels.
    expect(pasted()).toMatchObject({ kind: 'box', x: 80, y: 20, width: 160, height: 160 });
    expect(masks()).toHaveLength(2);
  });

  it('makes an outline of a box that comes to lie askew', () => {
    drag(boxTool, at(40, 60), at(120, 140));
    openBoth({ ...other, placement: { ...other.placement, turn: 30 } });
    useHand.getState().take({ part: parts()[0]?.id ?? null });
    copyPart();
    useHand.getState().take({ layer: 'b', part: null });
    pastePart();
    const part = pasted();
    expect(part?.kind === 'outline' && part.points).toHaveLength(4);
  });

  it('pastes a whole mask where there is none, in its place on the canvas', () => {
    drag(boxTool, at(40, 60), at(120, 140));
    openBoth(other);
    useHand.getState().take({ part: null });
    copyPart();
    useHand.getState().take({ layer: 'b' });
    pastePart();
    const { composition } = useComposition.getState();
    const [first, second] = Object.values(composition.layers).map((each) =>
      maskMatrix(composition, each),
    );
    expect(second).toEqual(first);
    expect(masks()[1]).toMatchObject({ parts: parts(), size: { width: 400, height: 200 } });
    pastePart();
    expect(told()).toContain('has a mask already');
  });

  it('says so when it cannot be pasted', () => {
    pastePart();
    expect(told()).toContain('Nothing was copied');
    drag(boxTool, at(40, 60), at(120, 140));
    copyPart();
    useHand.getState().take({ layer: null });
    pastePart();
    expect(told()).toContain('No layer is in hand');
  });
});

describe('ramps and tones', () => {
  it('a drag makes a ramp from full to nothing, in steps of 15° with Shift', () => {
    drag(rampTool, at(100, 50), at(180, 52, { shift: true }));
    const [part] = parts();
    if (part?.kind !== 'ramp') throw new Error('No ramp was made.');
    expect(part.from).toEqual({ x: 100, y: 50 });
    expect(part.to.y).toBeCloseTo(50);
    const way = inSteps({ x: 0, y: 0 }, { x: 10, y: 9 });
    expect(way.x).toBeCloseTo(way.y);
    expect(Math.hypot(way.x, way.y)).toBeCloseTo(Math.hypot(10, 9));
  });

  it('a press that hardly moves makes none, and Escape leaves no trace', () => {
    drag(rampTool, at(100, 50), at(102, 50));
    expect(parts()).toHaveLength(0);
    rampTool.begin(at(100, 50));
    rampTool.move([at(160, 90)]);
    expect(useComposition.getState().preview).not.toBeNull();
    rampTool.cancel();
    expect(useComposition.getState().preview).toBeNull();
    expect(parts()).toHaveLength(0);
  });

  it('lights, mids and darks are in order for every breadth, and seen as grey', () => {
    for (const breadth of [0, 0.3, 1]) {
      for (const name of ['darks', 'mids', 'lights'] as const) {
        const { low, high } = toneRange(name, breadth);
        const edges = [...low, ...high];
        expect(edges).toEqual([...edges].sort((a, b) => a - b));
        expect(edges.every((edge) => edge >= 0 && edge <= 1)).toBe(true);
      }
    }
    addTones('lights');
    expect(parts()).toMatchObject([{ kind: 'tones', name: 'Lights', component: 'lightness' }]);
    expect(useHand.getState().view).toBe('plain');
  });
});
