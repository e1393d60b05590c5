import {
  addLayer,
  type Composition,
  type Layer,
  laidOut,
  layerById,
  layIntoPlane,
  newComposition,
  perform,
  placedAt,
  plainLayer,
  projected,
  projectiveOf,
  removeLayer,
  removePlane,
  type ShadowContent,
  setPlacement,
  setPlane,
  shadowCast,
  shadowsOf,
} from '@diplex/document';
import { inScratch } from '@diplex/kernels';
import { definitionOf, inflatedNormals, newStep } from '@diplex/steps';
import { describe, expect, it } from 'vitest';
import { Dice } from '../brush/dice';
import { graphOf } from '../graph/composition-graph';
import type { PixelReader } from '../pixels/pixel-reader';
import { renderComposition } from '../render/render-composition';
import type { LightPatch } from './light-patch';
import { lightDirection } from './measures/light-direction';
import { neighboursOf } from './neighbours';
import { proposeRelight } from './propose-relight';
import { proposeShadow } from './propose-shadow';
import { silhouetteOf } from './silhouette';
import type { Agreement } from './survey';

const reader: PixelReader = { level: () => undefined, paintedTile: () => undefined };

/** A heap of bumps under one small lamp: lit where they face it, with shadows behind them. */
function bumps(azimuth: number): LightPatch {
  const [width, height] = [240, 200];
  const dice = new Dice(5);
  const heights = new Float32Array(width * height);
  for (let k = 0; k < 260; k++) {
    const [cx, cy] = [(0.5 + dice.around() / 2) * width, (0.5 + dice.around() / 2) * height];
    const radius = 4 + 3 * Math.abs(dice.around());
    for (let p = 0; p < heights.length; p++) {
      const away = Math.hypot((p % width) - cx, Math.floor(p / width) - cy) / radius;
      if (away < 1)
        heights[p] = Math.max(heights[p] as number, radius * Math.sqrt(1 - away * away));
    }
  }
  const angle = (azimuth * Math.PI) / 180;
  const [lx, ly, lz] = [0.87 * Math.sin(angle), -0.87 * Math.cos(angle), 0.5];
  const at = (x: number, y: number) =>
    heights[
      Math.max(0, Math.min(height - 1, Math.round(y))) * width +
        Math.max(0, Math.min(width - 1, Math.round(x)))
    ] as number;
  const light = new Float32Array(width * height * 3);
  for (let p = 0; p < heights.length; p++) {
    const [x, y] = [p % width, Math.floor(p / width)];
    const [dx, dy] = [(at(x + 1, y) - at(x - 1, y)) / 2, (at(x, y + 1) - at(x, y - 1)) / 2];
    const facing = (-dx * lx - dy * ly + lz) / Math.hypot(dx, dy, 1);
    let lit = 1;
    for (let s = 1; s < 24; s++) {
      if (at(x + s * lx, y + s * ly) > at(x, y) + s * lz + 0.4) lit = 0;
    }
    light.fill(0.06 + 0.5 * lit * Math.max(0, facing), p * 3, p * 3 + 3);
  }
  return { width, height, light, weights: new Float32Array(width * height).fill(1) };
}

describe('the direction of the light', () => {
  it.each([60, 150, 310])('is told by relief: %s degrees', (azimuth) => {
    const found = lightDirection(bumps(azimuth));
    const off = Math.abs((((found?.azimuth ?? 0) - azimuth + 540) % 360) - 180);
    expect(off).toBeLessThan(25);
    expect(found?.directed).toBeGreaterThan(0.5);
  });

  it('is from above, and hardly directed, under a grey sky', () => {
    const found = lightDirection(bumps(150), 0.9);
    expect(found?.directed).toBeLessThan(0.3);
    expect(Math.cos(((found?.azimuth ?? 180) * Math.PI) / 180)).toBeGreaterThan(0.7);
  });

  it('is not told by patterns that lie flat', () => {
    const patch = bumps(60);
    const dice = new Dice(9);
    for (let p = 0; p < patch.weights.length; p++) {
      patch.light.fill(0.2 + 0.1 * dice.around(), p * 3, p * 3 + 3);
    }
    expect(lightDirection(patch)?.directed).toBeLessThan(0.3);
  });
});

const CANVAS = { width: 320, height: 240 };

function filled(
  id: string,
  width: number,
  height: number,
  at: { x: number; y: number },
  grey: number,
) {
  const colour = { r: grey, g: grey, b: grey, alpha: 1 };
  const content = {
    kind: 'fill' as const,
    size: { width, height },
    fill: { by: 'colour' as const, colour },
  };
  return plainLayer(id, id, content, placedAt(at));
}

/** A grey post before a lighter ground, and its shadow between both. */
function scene(shadow: Partial<ShadowContent> = {}): Composition {
  const content: ShadowContent = {
    ...{ kind: 'shadow', of: 'post', falls: 'ground', azimuth: 300, elevation: 30, tilt: 0.3 },
    ...{ foot: { x: 20, y: 100 }, height: 100, away: 0.4, softness: 0.4, contact: 0 },
    colour: { r: 60, g: 60, b: 60, alpha: 1 },
    ...shadow,
  };
  const made = plainLayer('shade', 'Shadow', content, placedAt({ x: 0, y: 0 }));
  return laidOut({ ...newComposition('Shade', CANVAS), mixIn: 'light' as const }, [
    filled('ground', 320, 240, { x: 160, y: 120 }, 200),
    { ...made, blending: 'multiply' as const },
    filled('post', 40, 100, { x: 100, y: 140 }, 90),
  ]);
}

function drawn(
  composition: Composition,
  x = 0,
  y = 0,
  width = CANVAS.width,
  height = CANVAS.height,
) {
  return inScratch(() =>
    renderComposition(composition, { x, y, width, height }, 1, reader).data.slice(),
  );
}

function valueAt(data: Float32Array, x: number, y: number): number {
  return data[(y * CANVAS.width + x) * 4] as number;
}

describe('a shadow', () => {
  it('falls on the ground away from the light, from the foot on, and nowhere else', () => {
    const plain = valueAt(drawn(scene({ colour: { r: 0, g: 0, b: 0, alpha: 0 } })), 200, 175);
    const data = drawn(scene());
    const along = Math.tan((60 * Math.PI) / 180);
    expect(valueAt(data, Math.round(100 + along * 40), 176)).toBeLessThan(0.7 * plain);
    expect(valueAt(data, 40, 188)).toBeCloseTo(plain, 3);
    expect(valueAt(data, 200, 80)).toBeCloseTo(plain, 3);
  });

  it('falls on a wall as a whole, shifted away from the light', () => {
    const data = drawn(scene({ falls: 'wall', azimuth: 90, away: 0.6, softness: 0 }));
    const [lit, shaded] = [valueAt(data, 180, 140), valueAt(data, 45, 140)];
    expect(shaded).toBeLessThan(0.4 * lit);
  });

  it('goes up a wall where the ground ends, as far to the side as the ground is deep', () => {
    const fold = { falls: 'fold' as const, azimuth: 315, elevation: 60, tilt: 0.5, softness: 0 };
    const flat = drawn(scene({ ...fold, falls: 'ground', away: 0.15 }));
    const data = drawn(scene({ ...fold, away: 0.15 }));
    // Below the fold both are the same: it lies 15 pixels above the foot.
    for (const x of [110, 118, 126]) {
      expect(valueAt(data, x, 184)).toBeCloseTo(valueAt(flat, x, 184), 4);
    }
    // Above it the shadow stands upright: as wide as the post, and no farther to the side.
    const shaded = (y: number) => {
      const row = Array.from({ length: 180 }, (_, i) => 121 + i).filter(
        (x) => valueAt(data, x, y) < 0.8 * valueAt(data, 310, y),
      );
      return [row[0] ?? 0, row.at(-1) ?? 0];
    };
    const [near, far] = [shaded(165), shaded(130)];
    expect(near[1]).toBeGreaterThan(121);
    expect(far).toEqual(near);
  });

  it('may be the mirror image of the thing: below its foot, the other way up, fading', () => {
    const mirror = scene({
      ...{ falls: 'mirror', fade: 1, foot: { x: 20, y: 60 }, height: 60 },
      colour: { r: 255, g: 255, b: 255, alpha: 1 },
    });
    const shade = { ...(mirror.layers.shade as Layer), blending: 'normal' as const };
    const ramp = {
      ...(mirror.layers.post as Layer),
      content: {
        ...{ kind: 'fill' as const, size: { width: 40, height: 60 } },
        fill: {
          ...{ by: 'straight' as const, from: { x: 0, y: 0 }, to: { x: 0, y: 60 } },
          first: { r: 255, g: 0, b: 0, alpha: 1 },
          last: { r: 0, g: 0, b: 0, alpha: 1 },
        },
      },
    };
    const data = drawn({ ...mirror, layers: { ...mirror.layers, shade, post: ramp } });
    // The post stands from 110 to 170; its foot is black, its head red.
    const ground = valueAt(data, 20, 20);
    expect(valueAt(data, 100, 172)).toBeLessThan(0.3 * ground);
    expect(valueAt(data, 100, 169)).toBeLessThan(0.1);
    const green = (y: number) => data[(y * CANVAS.width + 100) * 4 + 1] as number;
    expect(valueAt(data, 100, 200) - green(200)).toBeGreaterThan(0.02);
    // What fades shows more of the ground the farther it is.
    expect(green(225)).toBeGreaterThan(green(200));
    expect(green(200)).toBeGreaterThan(green(175));
    expect(valueAt(data, 60, 200)).toBeCloseTo(ground, 4);
  });

  it('is darkest where the thing touches the ground', () => {
    const data = drawn(scene({ azimuth: 0, contact: 1, elevation: 0 }));
    const plain = valueAt(data, 20, 200);
    expect(valueAt(data, 100, 192)).toBeLessThan(0.9 * plain);
    expect(valueAt(data, 100, 215)).toBeCloseTo(plain, 2);
  });

  it('follows the thing that throws it, and grows with it', () => {
    const before = scene();
    const placement = { ...placedAt({ x: 150, y: 120 }), scaleX: 0.5, scaleY: 0.5 };
    const after = perform(before, setPlacement, { layer: 'post', placement }).composition;
    const shade = layerById(after, 'shade') as Layer & { content: ShadowContent };
    expect(shade).toEqual(layerById(before, 'shade'));
    const cast = shadowCast(after, shade);
    expect(cast?.standing).toEqual({ foot: { x: 150, y: 145 }, height: 50 });
    expect(projected(cast?.map ?? projectiveOf([1, 0, 0, 1, 0, 0]), { x: 150, y: 145 })).toEqual({
      x: 150,
      y: 145,
    });
    const [was, is] = [drawn(before), drawn(after)];
    const [old, now] = [[169, 176] as const, [184, 138] as const];
    expect(valueAt(was, ...old)).toBeLessThan(0.7 * valueAt(is, ...old));
    expect(valueAt(is, ...now)).toBeLessThan(0.7 * valueAt(was, ...now));
  });

  const floor = {
    ...{ id: 'floor', name: 'Floor', size: { width: 100, height: 100 } },
    corners: [
      { x: 80, y: 60 },
      { x: 150, y: 60 },
      { x: 260, y: 230 },
      { x: -40, y: 230 },
    ] as const,
  };

  /** The scene with its shadow thrown along a plane. */
  function onFloor(change: Partial<ShadowContent> = {}): Composition {
    const plain = perform(scene(change), setPlane, { plane: floor }).composition;
    return perform(plain, layIntoPlane, { layer: 'shade', plane: 'floor' }).composition;
  }

  it('falls along a plane of the scene, narrower the farther it goes, until that is taken away', () => {
    const change = { azimuth: 60, elevation: 40, tilt: 0.5, softness: 0, contact: 0 };
    const [flat, laid] = [drawn(scene(change)), drawn(onFloor(change))];
    const plain = valueAt(flat, 20, 20);
    // Beside the post, which hides what falls behind it.
    const POST_FROM = 78;
    const wide = (data: Float32Array, y: number) =>
      Array.from({ length: POST_FROM }, (_, x) => valueAt(data, x, y)).filter(
        (value) => value < 0.9 * plain,
      ).length;
    const above = 135;
    expect(wide(flat, above)).toBeGreaterThan(0);
    expect(wide(laid, above)).toBeLessThan(wide(flat, above));
    const without = perform(onFloor(change), removePlane, { plane: 'floor' }).composition;
    expect(drawn(without)).toEqual(flat);
  });

  it.each([
    ['on no plane', scene],
    ['along a plane', onFloor],
  ])('is drawn the same in parts, and lies within its bounds: %s', (_, made) => {
    const composition = made({ softness: 0.8, contact: 0.6 });
    const whole = drawn(composition);
    const part = drawn(composition, 90, 150, 120, 60);
    for (let y = 0; y < 60; y++) {
      for (let x = 0; x < 120; x++) {
        expect(part[(y * 120 + x) * 4]).toBe(valueAt(whole, 90 + x, 150 + y));
      }
    }
    const shade = layerById(composition, 'shade') as Layer;
    const extent = graphOf(composition).layer(shade).picture.extent(1);
    expect(extent).not.toBe('everywhere');
  });

  it('goes with the thing that throws it when that is deleted, and comes back with it', () => {
    const { composition, entry } = perform(scene(), removeLayer, { layers: ['post'] });
    expect(layerById(composition, 'shade')).toBeUndefined();
    expect(composition.root).toEqual(['ground']);
    expect(entry?.inverse.length).toBeGreaterThan(0);
    expect(shadowsOf(scene(), 'post').map(({ id }) => id)).toEqual(['shade']);
  });

  it('of a thing that is hidden is not there', () => {
    const composition = scene();
    const hidden = {
      ...composition,
      layers: {
        ...composition.layers,
        post: { ...(composition.layers.post as Layer), shown: false },
      },
    };
    const data = drawn(hidden);
    expect(valueAt(data, 169, 189)).toBeCloseTo(valueAt(data, 20, 20), 4);
  });
});

function disc(side: number): Float32Array {
  return Float32Array.from({ length: side * side }, (_, p) =>
    Math.hypot((p % side) - side / 2, Math.floor(p / side) - side / 2) < side * 0.38 ? 1 : 0,
  );
}

describe('relighting', () => {
  it('takes a circle for a ball: its surface faces away from the middle', () => {
    const side = 80;
    const normals = inflatedNormals({ width: side, height: side, data: disc(side) });
    const at = (x: number, y: number) =>
      normals.subarray((y * side + x) * 4, (y * side + x) * 4 + 3);
    expect(at(62, 40)[0]).toBeGreaterThan(0.4);
    expect(at(18, 40)[0]).toBeLessThan(-0.4);
    expect(at(40, 62)[1]).toBeGreaterThan(0.4);
    expect(at(40, 40)[2]).toBeGreaterThan(0.95);
  });

  it('lights the side that faces the lamp, darkens the other, and leaves the whole as light as it was', () => {
    const post = (steps: Layer['steps']) => {
      const all = scene({ colour: { r: 0, g: 0, b: 0, alpha: 0 } });
      const layers = { ...all.layers, post: { ...(all.layers.post as Layer), steps } };
      return drawn({ ...all, layers });
    };
    const step = newStep(definitionOf('relight'), { azimuth: 90, elevation: 0, strength: 1 });
    const [before, after] = [post([]), post([step])];
    expect(valueAt(after, 117, 140)).toBeGreaterThan(1.3 * valueAt(before, 117, 140));
    expect(valueAt(after, 83, 140)).toBeLessThan(0.8 * valueAt(before, 83, 140));
    let [was, is] = [0, 0];
    for (let x = 80; x < 120; x++) {
      was += valueAt(before, x, 140);
      is += valueAt(after, x, 140);
    }
    expect(is / was).toBeGreaterThan(0.9);
    expect(is / was).toBeLessThan(1.15);
    expect(valueAt(after, 30, 30)).toBe(valueAt(before, 30, 30));
  });
});

describe('light from behind and from below', () => {
  const post = (values: object) => {
    const all = scene({ colour: { r: 0, g: 0, b: 0, alpha: 0 } });
    const steps = [newStep(definitionOf('relight'), { strength: 0, ...values })];
    const layers = { ...all.layers, post: { ...(all.layers.post as Layer), steps } };
    return drawn({ ...all, layers });
  };
  const plain = post({});

  it('lights the outline on the side that it comes from, and not the front', () => {
    const lit = post({ azimuth: 90, rim: 1 });
    const gain = (x: number, y: number) => valueAt(lit, x, y) / valueAt(plain, x, y);
    expect(gain(118, 140)).toBeGreaterThan(1.4);
    expect(gain(100, 140)).toBeCloseTo(1, 1);
    expect(gain(82, 140)).toBeCloseTo(1, 2);
  });

  it('gives what faces down the colour of the ground', () => {
    const lit = post({ bounce: 1, ground: { r: 255, g: 40, b: 20 } });
    const [x, y] = [100, 186];
    expect(valueAt(lit, x, y)).toBeGreaterThan(1.3 * valueAt(plain, x, y));
    const at = (y * CANVAS.width + x) * 4;
    expect(lit[at] as number).toBeGreaterThan(1.2 * (lit[at + 2] as number));
    expect(valueAt(lit, 100, 95)).toBeCloseTo(valueAt(plain, 100, 95), 3);
  });

  it('is parted from shade the faster, the harder it is', () => {
    const at = (hardness: number) => {
      const data = post({ azimuth: 90, elevation: 0, strength: 1, hardness });
      return valueAt(data, 106, 140) / valueAt(data, 94, 140);
    };
    expect(at(1)).toBeGreaterThan(1.2 * at(0));
  });
});

/** What is measured, but for what lighting goes by. */
function measured(
  direction: { azimuth: number; directed: number; sure: number } | null,
): Agreement {
  const signature = { direction, light: { temperature: 60, tint: 0, sure: 1 } };
  return {
    subject: { ...signature, direction: null },
    scene: signature,
    silhouette: { foot: { x: 100, y: 190 }, height: 100, stands: 'ground' },
    neighbours: null,
  } as unknown as Agreement;
}

describe('what is proposed of light', () => {
  const sure = { azimuth: 60, directed: 1, sure: 0.9 };

  it('is a light from where the scene’s comes, weaker where that is not sure, and none where nothing tells it', () => {
    const strength = (of: number) =>
      Number(proposeRelight(measured({ ...sure, sure: of }), 1)?.values.strength);
    expect(proposeRelight(measured(sure), 1)?.values.azimuth).toBe(60);
    expect(strength(0.2)).toBeLessThan(0.6 * strength(0.9));
    expect(proposeRelight(measured(null), 1)).toBeNull();
  });

  it('takes its colours from what lies on either side of the thing, and below', () => {
    const size = { width: 60, height: 60 };
    // A warm wall on the right, a cold one on the left, green below.
    const light = Float32Array.from({ length: 3600 * 3 }, (_, i) => {
      const [x, y] = [Math.floor(i / 3) % 60, Math.floor(i / 180)];
      const warm = y > 42 ? [0.2, 0.5, 0.2] : x > 30 ? [0.6, 0.4, 0.2] : [0.2, 0.4, 0.6];
      return warm[i % 3] as number;
    });
    const data = Float32Array.from({ length: 3600 }, (_, p) =>
      Math.hypot((p % 60) - 30, Math.floor(p / 60) - 30) < 10 ? 1 : 0,
    );
    const weights = new Float32Array(3600).fill(1);
    const neighbours = neighboursOf({ ...size, light, weights }, { ...size, data });
    const lit = { ...measured({ azimuth: 90, directed: 1, sure: 1 }), neighbours };
    type Colours = Record<'key' | 'surround' | 'ground', { r: number; g: number; b: number }>;
    const { key, surround, ground } = (proposeRelight(lit, 1)?.values ?? {}) as Colours;
    expect(key.r).toBeGreaterThan(key.b + 15);
    expect(surround.b).toBeGreaterThan(surround.r + 15);
    expect(ground.g).toBeGreaterThan(Math.max(ground.r, ground.b) + 8);
    expect(
      neighboursOf({ ...size, light, weights }, { ...size, data: new Float32Array(3600) }),
    ).toBeNull();
  });

  it('is a shadow that takes the lamp’s colour away, and none of what flies', () => {
    const composition = perform(scene(), removeLayer, { layers: ['shade'] }).composition;
    const post = layerById(composition, 'post') as Layer;
    const shadow = proposeShadow(composition, post, measured(sure), 1);
    expect(shadow?.foot).toEqual({ x: 20, y: 100 });
    expect(shadow?.colour.b).toBeGreaterThan(shadow?.colour.r ?? 255);
    const layer = plainLayer('new', 'New', shadow as ShadowContent, placedAt({ x: 0, y: 0 }));
    expect(perform(composition, addLayer, { layer, at: 1 }).entry).not.toBeNull();
    const flying = {
      ...measured(sure),
      silhouette: { foot: { x: 0, y: 0 }, height: 9, stands: 'nowhere' as const },
    };
    expect(proposeShadow(composition, post, flying, 1)).toBeNull();
  });

  it('goes by how a thing stands: on a broad base, cut off below, or on nothing', () => {
    const outline = (inside: (x: number, y: number) => boolean) => ({
      ...{ width: 60, height: 60 },
      data: Float32Array.from({ length: 3600 }, (_, p) =>
        inside(p % 60, Math.floor(p / 60)) ? 1 : 0,
      ),
    });
    const stands = (inside: (x: number, y: number) => boolean) =>
      silhouetteOf(outline(inside), 1)?.stands;
    expect(stands((x, y) => x > 20 && x < 40 && y > 10 && y < 50)).toBe('ground');
    expect(stands((x, y) => x > 20 && x < 40 && y > 10)).toBe('cut off');
    expect(stands((x, y) => Math.abs(x - 30) < (50 - y) / 2 && y > 10 && y < 50)).toBe('nowhere');
    expect(
      silhouetteOf(
        outline(() => false),
        1,
      ),
    ).toBeNull();
  });
});
