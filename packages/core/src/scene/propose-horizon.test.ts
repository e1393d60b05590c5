import { describe, expect, it } from 'vitest';
import { findLines, type GreyPicture } from './find-lines';
import { proposeHorizon } from './propose-horizon';

const [WIDTH, HEIGHT] = [640, 420];

/** A camera that looks along a street: focal length in pixels, height, pitch down and roll in radians. */
interface Camera {
  readonly focal: number;
  readonly height: number;
  readonly pitch: number;
  readonly roll: number;
}

/** What a ray through a pixel sees: stripes on the ground and courses on two walls four metres off; sky beyond. */
function seen({ focal, height, pitch, roll }: Camera, x: number, y: number): number {
  const [u, v] = [x - WIDTH / 2, y - HEIGHT / 2];
  const [c, s] = [Math.cos(roll), Math.sin(roll)];
  const [a, b] = [(c * u + s * v) / focal, (c * v - s * u) / focal];
  const [cp, sp] = [Math.cos(pitch), Math.sin(pitch)];
  const [dx, dy, dz] = [a, cp * b + sp, cp - sp * b];
  const hits = [
    dy > 0 ? { t: height / dy, kind: 'ground' as const } : null,
    dx !== 0 ? { t: 4 / Math.abs(dx), kind: 'wall' as const } : null,
  ].flatMap((hit) => hit ?? []);
  const hit = hits.sort((p, q) => p.t - q.t)[0];
  if (!hit || dz <= 0 || hit.t * dz > 60) return 0.85;
  const [px, py, pz] = [hit.t * dx, hit.t * dy, hit.t * dz];
  if (hit.kind === 'ground') return Math.floor(px / 0.8) % 2 === 0 ? 0.35 : 0.55;
  if (height - py > 6) return 0.85;
  const course = Math.floor((height - py) / 0.7) % 2 === 0;
  return course === (Math.floor(pz / 3) % 2 === 0) ? 0.25 : 0.62;
}

/** Four looks at each pixel, so that edges are as soft as a photograph's. */
function street(camera: Camera): GreyPicture {
  const data = new Float32Array(WIDTH * HEIGHT);
  for (let p = 0; p < data.length; p++) {
    let sum = 0;
    for (let k = 0; k < 4; k++) {
      sum += seen(
        camera,
        (p % WIDTH) + 0.25 + 0.5 * (k % 2),
        Math.floor(p / WIDTH) + 0.25 + 0.5 * (k >> 1),
      );
    }
    data[p] = sum / 4;
  }
  return { width: WIDTH, height: HEIGHT, data };
}

/** Where the horizon of a camera lies at the middle of the picture, and its tilt in degrees. */
function truth({ focal, pitch, roll }: Camera) {
  const below = -focal * Math.tan(pitch);
  return { y: HEIGHT / 2 + below / Math.cos(roll), tilt: (roll * 180) / Math.PI };
}

describe('proposeHorizon', () => {
  it('finds the horizon of streets by their straight lines, whatever way the camera looks', () => {
    const cameras: readonly Camera[] = [
      { focal: 520, height: 1.6, pitch: 0, roll: 0 },
      { focal: 520, height: 1.6, pitch: 0.12, roll: 0 },
      { focal: 700, height: 2.4, pitch: -0.06, roll: 0 },
      { focal: 520, height: 1.6, pitch: 0.05, roll: 0.06 },
    ];
    for (const camera of cameras) {
      const lines = findLines(street(camera));
      expect(lines.length).toBeGreaterThan(20);
      const found = proposeHorizon(lines, { width: WIDTH, height: HEIGHT });
      const { y, tilt } = truth(camera);
      expect(Math.abs((found?.y ?? 1e9) - y), `height for ${JSON.stringify(camera)}`).toBeLessThan(
        9,
      );
      expect(Math.abs((found?.tilt ?? 90) - tilt)).toBeLessThan(1.5);
      expect(found?.sure).toBeGreaterThan(0.5);
    }
  });

  it('proposes nothing where few lines agree', () => {
    const chance = (n: number) => Math.abs(Math.sin(n * 78.233 + 1.7) * 43758.5453) % 1;
    const scattered = Array.from({ length: 60 }, (_, i) => {
      const [x, y] = [chance(3 * i) * WIDTH, chance(3 * i + 1) * HEIGHT];
      const angle = chance(3 * i + 2) * Math.PI;
      return { from: { x, y }, to: { x: x + 40 * Math.cos(angle), y: y + 40 * Math.sin(angle) } };
    });
    expect(proposeHorizon(scattered, { width: WIDTH, height: HEIGHT })).toBeNull();
    expect(proposeHorizon([], { width: WIDTH, height: HEIGHT })).toBeNull();
  });
});

describe('a wall that is seen from the front', () => {
  it('has lines enough, but none that tell how high the camera stood', () => {
    const courses = Array.from({ length: 30 }, (_, i) => ({
      from: { x: 20 + 7 * (i % 5), y: 12 + 13 * i },
      to: { x: 560 + 9 * (i % 6), y: 12 + 13 * i + ((i * 7) % 5) * 0.6 - 1.2 },
    }));
    expect(proposeHorizon(courses, { width: WIDTH, height: HEIGHT })).toBeNull();
  });
});

describe('findLines', () => {
  it('finds the sides of a box where they are, and none in noise', () => {
    const inside = (x: number, y: number) => x > 100.5 && x < 300.5 && y > 80.5 && y < 200.5;
    const data = Float32Array.from({ length: WIDTH * HEIGHT }, (_, p) =>
      inside(p % WIDTH, Math.floor(p / WIDTH)) ? 0.8 : 0.2,
    );
    const lines = findLines({ width: WIDTH, height: HEIGHT, data });
    expect(lines).toHaveLength(4);
    const level = lines.filter(({ from, to }) => Math.abs(from.y - to.y) < 1);
    expect(level.map(({ from }) => Math.round(from.y)).sort((a, b) => a - b)).toEqual([81, 201]);
    const noise = data.map((_, p) => Math.abs(Math.sin(p * 12.9898) * 43758.5453) % 1);
    expect(findLines({ width: WIDTH, height: HEIGHT, data: noise }).length).toBeLessThan(3);
  });
});
