import {
  type Composition,
  laidOut,
  type Mask,
  newComposition,
  placedAt,
  plainLayer,
  type ShadowContent,
} from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { Dice } from '../brush/dice';
import { RenderStopped } from '../graph/render-node';
import type { PixelReader } from '../pixels/pixel-reader';
import { type TiledLevel, tiled } from '../pixels/tiled-level';
import { type AgreementPlace, agreementNeeds, surveyAgreement } from './survey';

const CANVAS = { width: 240, height: 180 };
const THING_SIZE = { width: 80, height: 100 };
const [SCENE, THING] = ['a'.repeat(64), 'b'.repeat(64)] as const;

/** Specks of many greys; the thing is light in its upper half and dark in its lower. */
function photograph({ width, height }: typeof CANVAS, seed: number, light: (y: number) => number) {
  const dice = new Dice(seed);
  const data = Uint16Array.from({ length: width * height * 3 }, (_, i) => {
    const y = Math.floor(i / 3 / width) / height;
    return Math.round(65_535 * Math.max(0.02, light(y) * (1 + 0.3 * dice.around())));
  });
  return tiled({ width, height, channels: 3, data });
}

const scenePixels = photograph(CANVAS, 3, () => 0.45);
const thingPixels = photograph(THING_SIZE, 8, (y) => (y < 0.5 ? 0.7 : 0.2));

function reader(scene = scenePixels, seen?: string[]): PixelReader {
  const levels = new Map<string, TiledLevel>([
    [SCENE, scene],
    [THING, thingPixels],
  ]);
  return {
    level(source, level) {
      seen?.push(`${source[0]}${level}`);
      return level === 0 ? levels.get(source) : undefined;
    },
    paintedTile: () => undefined,
  };
}

const photo = (source: string, size: typeof CANVAS) => ({ kind: 'photo' as const, source, size });

function composition(): Composition {
  const scene = plainLayer('scene', 'Scene', photo(SCENE, CANVAS), placedAt({ x: 120, y: 90 }));
  const at = placedAt({ x: 120, y: 110 });
  const thing = plainLayer('thing', 'Thing', photo(THING, THING_SIZE), at);
  return laidOut({ ...newComposition('Survey', CANVAS), mixIn: 'light' }, [scene, thing]);
}

function shadowed(plain: Composition): Composition {
  const content: ShadowContent = {
    ...{ kind: 'shadow', of: 'thing', falls: 'wall', azimuth: 300, elevation: 20, tilt: 0.3 },
    ...{ away: 0.5, foot: { x: 40, y: 100 }, height: 100, softness: 0.2, contact: 0.5 },
    colour: { r: 0, g: 0, b: 0, alpha: 0.9 },
  };
  const shade = plainLayer('shade', 'Shade', content, placedAt({ x: 0, y: 0 }));
  return {
    ...plain,
    layers: { ...plain.layers, shade },
    root: ['scene', 'shade', 'thing'],
  };
}

/** An area over the upper half of the thing, a little beyond its sides. */
function withArea(plain: Composition): Composition {
  const mask: Mask = {
    ...{ id: 'area', name: 'Area', size: CANVAS, startsFrom: 'empty', feather: 0 },
    parts: [
      {
        ...{ id: 'box', kind: 'box', name: 'Box', shown: true, combine: 'add', feather: 0 },
        ...{ inverted: false, x: 70, y: 55, width: 100, height: 55 },
      },
    ],
  };
  const area = { mask: 'area', inUse: true, turnedRound: false, lies: [1, 0, 0, 1, 0, 0] as const };
  return { ...plain, masks: { ...plain.masks, area: mask }, area };
}

const place = (of: Composition, change: Partial<AgreementPlace> = {}): AgreementPlace => ({
  composition: of,
  layer: 'thing',
  scene: 'all',
  depth: 'all',
  ...change,
});

describe('what is measured of a thing and its scene', () => {
  it('leaves the thing’s own shadow out of its scene', () => {
    const plain = composition();
    const [without, own] = [plain, shadowed(plain)].map((of) =>
      surveyAgreement(place(of), reader()),
    );
    expect(own).toEqual(without);
    // The shadow of something else is the scene's.
    const other = shadowed(plain);
    const cast = { ...other, root: ['scene', 'shade', 'thing'] };
    const seen = surveyAgreement(place(cast, { layer: 'scene' }), reader());
    expect(seen.scene.seen).toBe(0);
  });

  it('is what it would be if it was measured for the first time, whatever was measured before', () => {
    const one = reader();
    const plain = composition();
    const moved = {
      ...plain,
      layers: {
        ...plain.layers,
        thing: { ...plain.layers.thing, placement: placedAt({ x: 90, y: 80 }) },
      },
    } as Composition;
    for (const scene of ['around', 'all'] as const) {
      for (const of of [plain, moved, shadowed(plain), plain]) {
        const found = surveyAgreement(place(of, { scene }), one);
        expect(found).toEqual(surveyAgreement(place(of, { scene }), reader()));
      }
    }
  });

  it('looks at a scene once as long as neither it nor the outline of the thing changes', () => {
    const seen: string[] = [];
    const one = reader(scenePixels, seen);
    const plain = composition();
    surveyAgreement(place(plain, { scene: 'around' }), one);
    expect(seen).toContain('a0');
    seen.length = 0;
    const duller = {
      ...plain,
      layers: { ...plain.layers, thing: { ...plain.layers.thing, opacity: 1 } },
    } as Composition;
    surveyAgreement(place(duller, { scene: 'around' }), one);
    expect(seen).toContain('b0');
    expect(seen).not.toContain('a0');
  });

  it('is stopped between two of its pictures, and begins anew then', () => {
    const one = reader();
    const asked = place(composition());
    let pictures = 0;
    const stopped = () => ++pictures > 3;
    expect(() => surveyAgreement(asked, one, { stopped })).toThrow(RenderStopped);
    expect(surveyAgreement(asked, one)).toEqual(surveyAgreement(asked, reader()));
  });

  it('is not kept where pixels were missing', () => {
    let there = false;
    const whole = reader();
    const lacking: PixelReader = {
      level: (source, level) =>
        source === SCENE && !there ? undefined : whole.level(source, level),
      paintedTile: () => undefined,
      lacks: () => undefined,
    };
    surveyAgreement(place(composition()), lacking);
    there = true;
    expect(surveyAgreement(place(composition()), lacking)).toEqual(
      surveyAgreement(place(composition()), whole),
    );
  });
});

describe('the area of a thing', () => {
  it('alone counts where that is wished, for all that is measured', () => {
    const of = withArea(composition());
    const [all, upper] = (['all', 'area'] as const).map((thing) =>
      surveyAgreement(place(of, { thing }), reader()),
    );
    expect(upper?.subject.tones.median).toBeGreaterThan((all?.subject.tones.median ?? 100) + 10);
    expect(upper?.subject.tones.black).toBeGreaterThan(all?.subject.tones.black ?? 100);
    expect(upper?.subject.seen).toBeCloseTo((all?.subject.seen ?? 0) / 2, 1);
    // How it stands is told by all of it.
    expect(upper?.silhouette).toEqual(all?.silhouette);
    expect(upper?.scene).toEqual(all?.scene);
  });

  it('needs no pixels that were not asked for', () => {
    const of = withArea(composition());
    const asked = agreementNeeds(place(of, { thing: 'area', scene: 'area' }));
    const levels = new Set(asked.sources.map(({ source, level }) => `${source[0]}${level}`));
    const seen: string[] = [];
    surveyAgreement(place(of, { thing: 'area', scene: 'area' }), reader(scenePixels, seen));
    for (const level of seen) expect(levels).toContain(level);
  });
});
