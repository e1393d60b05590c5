import type { Cast, Chroma } from '../measures/chroma';
import { type AgreementRow, signed } from './row';

/** Darks and lights have colours of their own: only a part of what parts them is the light's doing. */
const TRUST = 0.3;

/** No third of the tones is moved farther than that in OKLab, whatever is seen. */
const FARTHEST = 0.03;

/** All of an amount of the step Colour balance moves a or b of OKLab so far. */
const REACH = 0.12;

/** How the lights of a picture are coloured beside its darks: as under sun and sky, warm beside cool. */
function parted({ thirds: [dark, , light] }: Chroma): Cast {
  return { a: light.a - dark.a, b: light.b - dark.b };
}

/** By how much each third of a thing has to move to be coloured beside the others as the scene's is; the mean stays. */
function moves(subject: Chroma, scene: Chroma): readonly Cast[] {
  const mean = ({ thirds }: Chroma, of: 'a' | 'b') =>
    thirds.reduce((sum, each) => sum + each[of], 0) / thirds.length;
  const along = (i: number, of: 'a' | 'b') => {
    const own = (subject.thirds[i] as Cast)[of] - mean(subject, of);
    const its = (scene.thirds[i] as Cast)[of] - mean(scene, of);
    return Math.max(-FARTHEST, Math.min(FARTHEST, its - own));
  };
  return subject.thirds.map((_, i) => ({ a: along(i, 'a'), b: along(i, 'b') }));
}

/** The colour of darks beside that of lights: what no white balance brings together. */
export const castByTonesRow: AgreementRow = {
  name: 'cast by tones',
  words: 'Cast by tones',
  round: 'tones',
  scale: [-0.12, 0.12],
  tolerance: 0.02,
  compare({ chroma: subject }, { chroma: scene }) {
    const [own, its] = [parted(subject), parted(scene)];
    const away = Math.hypot(its.a - own.a, its.b - own.b);
    return {
      ...{ subject: own.b, scene: its.b, sure: TRUST },
      apart: its.b < own.b ? -away : away,
    };
  },
  said: ({ apart }) => signed(100 * apart, 1),
  propose({ sure }, { chroma: subject }, { chroma: scene }, share) {
    const [dark, mid, light] = moves(subject, scene) as [Cast, Cast, Cast];
    const by = (sure * share) / REACH;
    return {
      kind: 'colour-balance',
      values: {
        ...{ darksRed: dark.a * by, darksYellow: dark.b * by },
        ...{ midsRed: mid.a * by, midsYellow: mid.b * by },
        ...{ lightsRed: light.a * by, lightsYellow: light.b * by },
      },
    };
  },
};
