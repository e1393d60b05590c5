import { type Composition, type Layer, ownStanding, type ShadowContent } from '@diplex/document';
import { encodeExactly } from '@diplex/kernels';
import { balanceMatrix } from '@diplex/steps';
import type { Agreement } from './survey';

/** How far towards the viewer the light is taken to come from, and how far the ground is seen from above. */
const [ELEVATION, TILT] = [25, 0.3];

/** A wall is taken to be so far behind a thing, as a share of its height. */
const AWAY = 0.4;

/** What is left of the light in a shadow, and how much of the light's own colour is missing there. */
const [LEFT, COLOURED] = [0.22, 0.5];

/** What light that comes from one side alone throws as a shadow, and how dark it is where things touch. */
const [DARKEST, CONTACT] = [1.2, 0.8];

/** Lamps are smaller than skies. */
const [SMALLEST, LARGEST] = [0.25, 0.9];

/**
 * The shadow of a thing as the scene's light throws it: its direction from the scene, on the ground where the thing
 * stands, on a wall where the picture cuts it off; as dark as the light is directed and sure. Null where it stands on
 * nothing, or where nothing tells the light.
 */
export function proposeShadow(
  composition: Composition,
  thing: Layer,
  { scene, silhouette }: Agreement,
  share: number,
): ShadowContent | null {
  const { direction, light } = scene;
  if (!direction || !silhouette || silhouette.stands === 'nowhere') return null;
  const alpha = DARKEST * direction.directed * Math.sqrt(direction.sure) * share;
  if (alpha < 0.03) return null;
  // Away from the lamp there is what the surroundings throw back: less of the lamp's own colour.
  const colour = balanceMatrix(
    -COLOURED * (light?.temperature ?? 0),
    -COLOURED * (light?.tint ?? 0),
  ).map((row) =>
    Math.round(255 * encodeExactly(Math.max(0, Math.min(1, LEFT * (row[0] + row[1] + row[2]))))),
  );
  const [r = 0, g = 0, b = 0] = colour;
  return {
    kind: 'shadow',
    of: thing.id,
    falls: silhouette.stands === 'ground' ? 'ground' : 'wall',
    ...{ azimuth: direction.azimuth, elevation: ELEVATION, tilt: TILT, away: AWAY },
    ...ownStanding(composition, thing, silhouette),
    softness: SMALLEST + (LARGEST - SMALLEST) * (1 - direction.directed),
    contact: silhouette.stands === 'ground' ? CONTACT : 0,
    colour: { r, g, b, alpha: Math.min(0.9, alpha) },
  };
}
