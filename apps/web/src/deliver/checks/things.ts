import { layerBounds, layerById, type Point, type Rect } from '@diplex/document';
import type { CheckedThing } from '../../tools/agree/check-store';
import { checkedThing, pastedThings } from '../../tools/agree/check-things';
import type { Finding, LongCheck } from './check';

/** Halos of so many hundredths of lightness are seen by everybody. */
const STRONG_HALO = 5;
/** Things that agree less are told of. */
const AGREES = 0.6;

/** Half the side of what is shown of a place. */
const AROUND = 150;

function around({ x, y }: Point): Rect {
  return { x: x - AROUND, y: y - AROUND, width: 2 * AROUND, height: 2 * AROUND };
}

/** What is the matter with one pasted thing. */
function findingsOf(
  name: string,
  { layer, halo, haloAt, floats, eyeOff, reading }: CheckedThing,
): Finding[] {
  const found: Finding[] = [];
  if (halo > 0) {
    found.push({
      weight: halo >= STRONG_HALO ? 'wrong' : 'doubtful',
      words: `${name} has a halo of ${halo.toFixed(1)} hundredths of lightness.`,
      remedy: 'Check the edge under Cut, and clean its fringe or choke it.',
      ...{ layer, stage: 'cut', ...(haloAt && { at: around(haloAt) }) },
    });
  }
  if (floats) {
    found.push({
      ...{ weight: 'doubtful', words: `${name} stands on the ground and throws no shadow.` },
      ...{ remedy: 'Shadow under Match makes one.', layer, stage: 'match' },
    });
  }
  if (eyeOff !== 0) {
    found.push({
      weight: 'doubtful',
      words: `${name}: its horizon is ${Math.abs(eyeOff)} px too ${eyeOff > 0 ? 'low' : 'high'}.`,
      ...{ remedy: 'Stand under Arrange brings it to the scene’s.', layer, stage: 'arrange' },
    });
  }
  if (reading.share < AGREES) {
    const rows = reading.disagreements
      .slice(0, 3)
      .map(({ row, compared }) => `${row.words} ${row.said(compared)}`);
    found.push({
      weight: 'doubtful',
      words: `${name} agrees with its scene by ${Math.round(reading.share * 100)} %: ${rows.join(', ')}.`,
      ...{ remedy: 'Agree under Match proposes steps.', layer, stage: 'match' },
    });
  }
  return found;
}

/** Halos of all masks, things that float, and what disagrees with the scene. */
export const things: LongCheck = async ({ composition }, { signal, progress }) => {
  const all = pastedThings(composition);
  const found: Finding[] = [];
  for (const [i, thing] of all.entries()) {
    const checked = await checkedThing(composition, thing, signal);
    if (signal.aborted) break;
    progress((i + 1) / all.length);
    const layer = layerById(composition, thing.id);
    if (!checked || !layer) continue;
    const at = layerBounds(composition, layer);
    found.push(...findingsOf(thing.name, checked).map((each) => ({ at, ...each })));
  }
  return found;
};
