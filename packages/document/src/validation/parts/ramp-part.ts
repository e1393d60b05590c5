import { IsIn } from 'class-validator';
import { FALLOFFS, type Falloff, RAMP_SHAPES, type RampShape } from '../../composition';
import type { Point } from '../../geometry/matrix';
import { RANGES } from '../../ranges';
import { InRange, IsNumbers, IsPoint } from '../rules';
import { type PartKind, PartSchema } from './part-schema';

class RampPartSchema extends PartSchema {
  @IsIn(['ramp']) kind!: 'ramp';
  @IsIn(RAMP_SHAPES) shape!: RampShape;
  @IsPoint() from!: Point;
  @IsPoint() to!: Point;
  @InRange(RANGES.rampInner) inner!: number;
  @InRange(RANGES.rampRatio) ratio!: number;
  @IsIn(FALLOFFS) falloff!: Falloff;
  @IsNumbers(4, 0, 1) curve!: [number, number, number, number];
}

export const rampPart: PartKind<'ramp'> = {
  schema: RampPartSchema,
  problems({ from, to }) {
    const apart = Math.hypot(to.x - from.x, to.y - from.y) >= 0.01;
    return apart ? [] : [{ at: 'to', says: 'must lie away from where the ramp begins' }];
  },
};
