import type { Colour } from '@diplex/core';
import { colourIn } from '@diplex/document';
import { useState } from 'react';
import { createPortal } from 'react-dom';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { ColourPanel } from './colour/ColourPanel';
import { colourOfHex, hexOf } from './colour/oklch';
import { useRecentColours } from './colour/recent-colours';

interface ColourFieldProps {
  readonly label: string;
  readonly value: Colour;
  /** While it is being chosen. */
  readonly onTry?: (colour: Colour) => void;
  readonly onSet: (colour: Colour) => void;
}

const nothing = () => undefined;

/** A colour to choose: a press opens the colours. */
export function ColourField({ label, value, onTry, onSet }: ColourFieldProps) {
  const [open, setOpen] = useState(false);
  // Pages have colours in sRGB; numbers are those of the composition's profile.
  const profile = useComposition((state) => state.composition.canvas.profile);
  const close = () => {
    setOpen(false);
    useHand.getState().take({ colourAsked: null });
    useRecentColours.getState().add(value, profile);
  };
  return (
    <>
      <input
        type="color"
        aria-label={label}
        title={label}
        className="size-6 cursor-pointer"
        value={hexOf(colourIn(value, profile, 'srgb'))}
        onClick={(event) => {
          event.preventDefault();
          if (open) close();
          else setOpen(true);
        }}
        onChange={(event) => {
          const chosen = colourOfHex(event.target.value);
          onSet(chosen ? colourIn(chosen, 'srgb', profile) : value);
        }}
      />
      {open &&
        createPortal(
          <ColourPanel {...{ label, value, onSet }} onTry={onTry ?? nothing} onClose={close} />,
          document.body,
        )}
    </>
  );
}
