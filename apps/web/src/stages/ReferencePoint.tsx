import { MIDDLE, type Point } from '@diplex/document';
import { usePlacing } from '../tools/place/settings';

const DOWN = ['upper', 'middle', 'lower'] as const;
const ACROSS = ['left', 'middle', 'right'] as const;

const POINTS: readonly { readonly point: Point; readonly words: string }[] = DOWN.flatMap(
  (down, y) =>
    ACROSS.map((across, x) => ({
      // The middle is known by being that very value.
      point: x === 1 && y === 1 ? MIDDLE : { x: x / 2, y: y / 2 },
      words: x === 1 && y === 1 ? 'the middle' : `the ${down} ${across}`,
    })),
);

/** Chooses the point of a layer that its numbers count from, and that stays when it is scaled or turned by them. */
export function ReferencePoint() {
  const { reference, set } = usePlacing();
  return (
    <fieldset className="grid w-[78px] grid-cols-3 gap-px rounded-md bg-base-200 p-0.5">
      <legend className="sr-only">Numbers count from</legend>
      {POINTS.map(({ point, words }) => (
        <button
          key={words}
          type="button"
          title={`Numbers count from ${words}`}
          aria-label={`From ${words}`}
          aria-pressed={point.x === reference.x && point.y === reference.y}
          onClick={() => set({ reference: point })}
          className="group grid size-6 cursor-pointer place-items-center rounded hover:bg-secondary aria-pressed:bg-neutral"
        >
          <span
            aria-hidden
            className="size-1.5 rounded-[2px] border border-quiet group-aria-pressed:border-neutral-content group-aria-pressed:bg-neutral-content"
          />
        </button>
      ))}
    </fieldset>
  );
}
