import { laidOut, newComposition, type PhotoLayer, placedAt, plainLayer } from '@diplex/document';
import { beforeEach, describe, expect, it } from 'vitest';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { useNotices } from '../bench/notice-store';
import { useCamera } from '../picture/camera-store';
import type { PointerSample, Tool } from '../picture/tool';
import { boxTool, ovalTool } from './frame/frame-tool';
import { useFraming } from './frame/settings';
import { outlineTool } from './outline/outline-tool';

const layer: PhotoLayer = plainLayer(
  'a',
  'Keeper',
  { kind: 'photo', source: 'a'.repeat(64), size: { width: 200, height: 100 } },
  { ...placedAt({ x: 200, y: 100 }), scaleX: 2, scaleY: 2 },
);

function open(change: Partial<PhotoLayer> = {}): void {
  const empty = newComposition('Test', { width: 400, height: 200 });
  const document = laidOut(empty, [{ ...layer, ...change }]);
  const history = { entries: [], position: 0 };
  useComposition.getState().open({ id: 'c', revision: 1, updatedAt: '', document, history });
  useHand.getState().take({ layer: 'a', part: null, combine: 'add', draft: null });
}

beforeEach(() => {
  useCamera.setState({ zoom: 1 });
  useNotices.setState({ notices: [] });
  useFraming.getState().set({ from: 'corner', shape: 'free' });
  open();
});

const at = (x: number, y: number, keys: Partial<PointerSample> = {}): PointerSample => ({
  ...{ x, y, pressure: 1, shift: false, alt: false, otherButton: false },
  ...keys,
});
const click = (tool: Tool, x: number, y: number) => {
  tool.begin(at(x, y));
  tool.end(at(x, y));
};
const drag = (tool: Tool, from: PointerSample, to: PointerSample) => {
  tool.begin(from);
  tool.move([to]);
  tool.end(to);
};
const masks = () => Object.values(useComposition.getState().composition.masks);
const parts = () => masks()[0]?.parts ?? [];

describe('the outline tool', () => {
  it('makes a part of corners, in pixels of the mask, as one step', () => {
    for (const [x, y] of [
      [40, 40],
      [140, 40],
      [140, 140],
    ] as const) {
      click(outlineTool, x, y);
    }
    outlineTool.commit?.();
    expect(parts()).toMatchObject([
      {
        ...{ kind: 'outline', combine: 'add', name: 'Outline' },
        points: [
          { x: 20, y: 20 },
          { x: 70, y: 20 },
          { x: 70, y: 70 },
        ],
      },
    ]);
    expect(masks()[0]?.startsFrom).toBe('empty');
    expect(useComposition.getState().history.entries).toHaveLength(1);
    expect(useHand.getState().part).toBe(parts()[0]?.id);
  });

  it('closes on its first point, and on pressing the last twice', () => {
    for (const [x, y] of [
      [40, 40],
      [140, 40],
      [140, 140],
      [43, 42],
    ] as const) {
      click(outlineTool, x, y);
    }
    expect(parts()).toHaveLength(1);
    for (const [x, y] of [
      [50, 50],
      [90, 50],
      [90, 90],
      [90, 90],
    ] as const) {
      click(outlineTool, x, y);
    }
    expect(parts().map((part) => part.name)).toEqual(['Outline', 'Outline 2']);
  });

  it('takes corners back, and leaves without a trace', () => {
    click(outlineTool, 40, 40);
    click(outlineTool, 140, 40);
    expect(outlineTool.stepBack?.()).toBe(true);
    expect(useHand.getState().draft).toMatchObject({ points: [{ x: 40, y: 40 }] });
    outlineTool.cancel();
    expect(useHand.getState().draft).toBeNull();
    expect(outlineTool.stepBack?.()).toBe(false);
    outlineTool.commit?.();
    expect(masks()).toHaveLength(0);
  });

  it('simplifies a freehand line to few points that stay near it', () => {
    outlineTool.begin(at(300, 100));
    for (let i = 1; i <= 180; i++) {
      const angle = (2 * Math.PI * i) / 180;
      outlineTool.move([at(200 + 100 * Math.cos(angle), 100 + 100 * Math.sin(angle))]);
    }
    outlineTool.end(at(300, 100));
    const [part] = parts();
    if (part?.kind !== 'outline') throw new Error('No outline was made.');
    expect(part.points.length).toBeLessThan(60);
    for (const { x, y } of part.points) {
      expect(Math.abs(Math.hypot(x - 100, y - 50) - 50)).toBeLessThan(1);
    }
  });

  it('begins a mask full when it takes away', () => {
    useHand.getState().take({ combine: 'subtract' });
    drag(boxTool, at(0, 0), at(50, 50));
    expect(masks()[0]?.startsFrom).toBe('full');
  });
});

describe('the box and oval tools', () => {
  it('draw from corner to corner, in any direction', () => {
    drag(boxTool, at(100, 80), at(40, 20));
    expect(parts()).toMatchObject([{ kind: 'box', x: 20, y: 10, width: 30, height: 30 }]);
  });

  it('draw from the centre with Alt, and square with Shift', () => {
    drag(ovalTool, at(200, 100), at(240, 110, { alt: true, shift: true }));
    expect(parts()).toMatchObject([{ kind: 'oval', x: 80, y: 30, width: 40, height: 40 }]);
  });

  it('turn the chosen way round while a key is held', () => {
    useFraming.getState().set({ from: 'centre', shape: 'square' });
    drag(boxTool, at(100, 80), at(140, 90, { alt: true, shift: true }));
    expect(parts()).toMatchObject([{ x: 50, y: 40, width: 20, height: 5 }]);
  });

  it('make nothing of a press that goes nowhere', () => {
    drag(boxTool, at(100, 80), at(100, 80));
    expect(masks()).toHaveLength(0);
  });
});

describe('a layer that cannot be cut', () => {
  it.each([
    [{ locked: true }, 'Keeper is locked'],
    [{ shown: false }, 'Keeper is not shown'],
  ])('says why: %j', (change, reason) => {
    open(change);
    drag(boxTool, at(0, 0), at(50, 50));
    expect(masks()).toHaveLength(0);
    expect(useNotices.getState().notices[0]?.words).toContain(reason);
  });

  it('says so when none is in hand', () => {
    useHand.getState().take({ layer: null });
    drag(boxTool, at(0, 0), at(50, 50));
    expect(useNotices.getState().notices[0]?.words).toContain('No layer is in hand');
  });
});
