import type { ColourWanted } from '../bench/hand-store';

/** What the next press on the picture gives a step. */
export function ColourSentence({ wanted }: { readonly wanted: ColourWanted }) {
  return wanted.curve === null ? (
    <>Press on what should be a neutral grey; Shift goes on taking, Escape leaves.</>
  ) : (
    <>
      Press on a tone to make it a point of the curve of <b>{wanted.curve}</b>; Shift goes on
      taking, Escape leaves.
    </>
  );
}
