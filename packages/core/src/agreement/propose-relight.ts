import type { ProposedStep } from './rows';
import type { Agreement } from './survey';

/** How strongly a thing is lit from one side by light that all comes from there, as a logarithm. */
const STRONGEST = 1.2;

/** How far towards the viewer the light is taken to come from: what it shows of that is too little to tell. */
const ELEVATION = 30;

/** Of the thing's own light so much is taken out at most: what it is taken for is easily a pattern. */
const MOST_TAKEN = 0.5;

/**
 * A step that turns the light on a thing to where the scene's comes from: as strong as the scene's light is directed,
 * less where that is not sure. Null where nothing tells it, or where hardly anything would change.
 */
export function proposeRelight({ subject, scene }: Agreement, share: number): ProposedStep | null {
  const { direction } = scene;
  if (!direction) return null;
  const own = subject.direction;
  const strength = STRONGEST * direction.directed * Math.sqrt(direction.sure) * share;
  const taken = own ? MOST_TAKEN * own.directed * own.sure * share : 0;
  if (strength < 0.02) return null;
  return {
    kind: 'relight',
    values: {
      ...{ azimuth: direction.azimuth, elevation: ELEVATION, strength },
      ...{ taken, ownAzimuth: own?.azimuth ?? 0 },
    },
  };
}
