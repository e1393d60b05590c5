import { type Bend, BendMap, isPlain } from './bend';
import { type Matrix, multiply, type Point } from './matrix';
import {
  affineOf,
  cornersOf,
  invertProjective,
  multiplyProjective,
  type Projective,
  projected,
  projectedPolygon,
  projectiveOf,
} from './projective';
import { boundsOf, type Rect } from './rect';

/** One after the other: projective maps, and bends of the unit square, forwards or back. */
type Stage =
  | { readonly kind: 'projective'; readonly map: Projective; readonly inverse: Projective }
  | { readonly kind: 'bend'; readonly map: BendMap; readonly way: 'to' | 'back' };

/** A side of a bent border is followed at so many places. */
const ALONG = 48;

/** A smooth map of the plane that can be undone: affine, projective, bent, or several of them after one another. */
export class PlaneMap {
  private constructor(private readonly stages: readonly Stage[]) {}

  static of(matrix: Matrix): PlaneMap {
    return PlaneMap.projective(projectiveOf(matrix));
  }

  static projective(map: Projective): PlaneMap {
    return new PlaneMap([{ kind: 'projective', map, inverse: invertProjective(map) }]);
  }

  /** A bend of the unit square. */
  static bend(bend: Bend): PlaneMap {
    return isPlain(bend)
      ? new PlaneMap([])
      : new PlaneMap([{ kind: 'bend', map: new BendMap(bend), way: 'to' }]);
  }

  /** This map, and `outer` after it. */
  followedBy(outer: PlaneMap): PlaneMap {
    const stages = [...this.stages];
    for (const stage of outer.stages) {
      const last = stages.at(-1);
      if (stage.kind === 'projective' && last?.kind === 'projective') {
        const both = multiplyAll(stage.map, last.map);
        stages.splice(-1, 1, {
          ...{ kind: 'projective', map: both },
          inverse: multiplyAll(last.inverse, stage.inverse),
        });
      } else stages.push(stage);
    }
    return new PlaneMap(stages);
  }

  /** The map that undoes this one. */
  undone(): PlaneMap {
    const stages = this.stages.map((stage): Stage => {
      if (stage.kind === 'projective') {
        return { kind: 'projective', map: stage.inverse, inverse: stage.map };
      }
      return { ...stage, way: stage.way === 'to' ? 'back' : 'to' };
    });
    return new PlaneMap(stages.reverse());
  }

  /** The projective map that it is; null where it bends. */
  get projective(): Projective | null {
    if (this.stages.length === 0) return projectiveOf([1, 0, 0, 1, 0, 0]);
    const [only] = this.stages;
    return this.stages.length === 1 && only?.kind === 'projective' ? only.map : null;
  }

  /** The affine map that it is; null where it is not. */
  get matrix(): Matrix | null {
    const map = this.projective;
    return map && affineOf(map);
  }

  /** Where a place goes; null where it goes nowhere, as beyond a horizon. */
  to(point: Point): Point | null {
    let at: Point | null = point;
    for (const stage of this.stages) {
      if (!at) return null;
      if (stage.kind === 'projective') at = projected(stage.map, at);
      else if (stage.way === 'to') {
        const { x, y }: Point = stage.map.to(at);
        at = { x, y };
      } else at = stage.map.back(at);
    }
    return at;
  }

  /** The place that goes there; null where none does. */
  back(point: Point): Point | null {
    return this.undone().to(point);
  }

  /** Where the border of a rectangle goes, as a closed path: straight between its places. */
  borderOf(rect: Rect): readonly Point[] {
    const corners = cornersOf(rect);
    const { projective } = this;
    if (projective) return projectedPolygon(projective, corners);
    return corners.flatMap((corner, i) => {
      const next = corners[(i + 1) % 4] as Point;
      return Array.from({ length: ALONG }, (_, k) => ({
        x: corner.x + ((next.x - corner.x) * k) / ALONG,
        y: corner.y + ((next.y - corner.y) * k) / ALONG,
      })).flatMap((place) => this.to(place) ?? []);
    });
  }

  /** The upright bounds of a rectangle after the map. */
  boundsOf(rect: Rect): Rect {
    const border = this.borderOf(rect);
    // A bend may bulge out between the places of its border.
    const inner = this.projective ? [] : this.placesIn(rect);
    return boundsOf([...border, ...inner]);
  }

  private placesIn({ x, y, width, height }: Rect): Point[] {
    const steps = 12;
    return Array.from({ length: (steps + 1) ** 2 }, (_, i) => ({
      x: x + (width * (i % (steps + 1))) / steps,
      y: y + (height * Math.floor(i / (steps + 1))) / steps,
    })).flatMap((place) => this.to(place) ?? []);
  }

  /** What tells it apart from others. */
  get told(): readonly (string | number)[] {
    return this.stages.flatMap((stage) =>
      stage.kind === 'projective'
        ? ['p', ...stage.map]
        : [
            ...[stage.way, stage.map.bend.columns, stage.map.bend.rows],
            ...stage.map.bend.points.flatMap(({ x, y }) => [x, y]),
          ],
    );
  }
}

/** Affine maps stay exactly affine. */
function multiplyAll(outer: Projective, inner: Projective): Projective {
  const [one, other] = [affineOf(outer), affineOf(inner)];
  if (one && other) return projectiveOf(multiply(one, other));
  return multiplyProjective(outer, inner);
}
