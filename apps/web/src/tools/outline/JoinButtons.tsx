import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { JOINS, joinable, joinOutlines } from './join-outlines';

/** Joins the outlines, boxes and ovals of the mask to one. */
export function JoinButtons() {
  useComposition((state) => state.composition);
  useHand((state) => state.layer);
  if (joinable().length < 2) return null;
  return (
    <fieldset className="flex shrink-0 items-center gap-1 text-[11.5px] text-faint">
      <legend className="sr-only">Join outlines</legend>
      Join
      {JOINS.map((how) => (
        <button
          key={how}
          type="button"
          onClick={() => joinOutlines(how)}
          className="h-7 cursor-pointer rounded-md bg-secondary px-2 text-[12px] text-secondary-content hover:brightness-110"
        >
          {how}
        </button>
      ))}
    </fieldset>
  );
}
