import { beforeEach, describe, expect, it } from 'vitest';
import { toComposition, useCamera } from './camera-store';

const camera = () => useCamera.getState();

beforeEach(() => {
  camera().setArea({ width: 900, height: 500 });
  camera().setCanvas({ width: 1500, height: 1000 });
  camera().fit();
});

describe('the camera', () => {
  it('fits the whole canvas, and goes on fitting when the area changes', () => {
    const { zoom, x, y } = camera();
    expect(1500 * zoom).toBeLessThanOrEqual(900);
    expect(x).toBeGreaterThanOrEqual(0);
    expect(y).toBeGreaterThanOrEqual(0);
    camera().setArea({ width: 450, height: 250 });
    expect(camera().zoom).toBeLessThan(zoom);
    camera().pan(10, 0);
    camera().setArea({ width: 900, height: 500 });
    expect(camera().zoom).toBeLessThan(zoom);
  });

  it('keeps the pixel under the pointer in its place while it zooms', () => {
    const at = { x: 333, y: 222 };
    const under = toComposition(at);
    for (const zoom of [0.1, 1, 3.7, 20]) {
      camera().zoomTo(zoom, at);
      const still = toComposition(at);
      expect(still.x).toBeCloseTo(under.x, 6);
      expect(still.y).toBeCloseTo(under.y, 6);
    }
  });

  it('stays within its limits', () => {
    camera().zoomTo(1e9);
    expect(camera().zoom).toBe(64);
    camera().zoomTo(0);
    expect(camera().zoom).toBe(0.02);
  });

  it('pans by what the pointer went', () => {
    const before = toComposition({ x: 100, y: 100 });
    camera().pan(30, -20);
    const after = toComposition({ x: 130, y: 80 });
    expect(after.x).toBeCloseTo(before.x, 9);
    expect(after.y).toBeCloseTo(before.y, 9);
  });
});
