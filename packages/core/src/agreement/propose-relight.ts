import { encodeExactly } from '@diplex/kernels';
import { lightFrom, type Neighbours, type Rgb } from './neighbours';
import type { ProposedStep } from './rows';
import type { Agreement } from './survey';

/** How strongly a thing is lit from one side by light that all comes from there, as a logarithm. */
const STRONGEST = 1.2;

/** How far towards the viewer the light is taken to come from: what it shows of that is too little to tell. */
const ELEVATION = 30;

/** Of the thing's own light so much is taken out at most: what it is taken for is easily a pattern. */
const MOST_TAKEN = 0.5;

/** So much of what parts the colours around a thing is taken for the colour of light: the rest is of what lies there. */
const OF_LIGHT = 0.5;

const DOWN = 180;

/** Gains of light as a colour: encoded, the strongest channel full. */
function asColour(gains: Rgb) {
  const most = Math.max(...gains, 1e-4);
  const [r, g, b] = gains.map((gain) =>
    Math.round(255 * encodeExactly(Math.max(0, gain / most) ** OF_LIGHT)),
  ) as [number, number, number];
  return { r, g, b };
}

/**
 * The colours that surroundings give a thing: on the side of the lamp, on the far one, and from below. How much the ground
 * throws back is left to the eye: as a proposal it makes things that were measured worse.
 */
function colours(neighbours: Neighbours | null, azimuth: number) {
  if (!neighbours) return {};
  const [key, surround, ground] = [azimuth, azimuth + 180, DOWN].map((side) =>
    lightFrom(neighbours, side),
  );
  return {
    ...(key && { key: asColour(key) }),
    ...(surround && { surround: asColour(surround) }),
    ...(ground && { ground: asColour(ground) }),
  };
}

/**
 * A step that turns the light on a thing to where the scene's comes from: as strong as the scene's light is directed,
 * less where that is not sure; coloured by what lies on either side of it and below. Null where nothing tells it, or where
 * hardly anything would change.
 */
export function proposeRelight(
  { subject, scene, neighbours }: Agreement,
  share: number,
): ProposedStep | null {
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
      ...colours(neighbours, direction.azimuth),
    },
  };
}
