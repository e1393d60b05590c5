import type { Colour } from '@diplex/core';
import { useState } from 'react';
import { createPortal } from 'react-dom';
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
  const close = () => {
    setOpen(false);
    useHand.getState().take({ colourAsked: null });
    useRecentColours.getState().add(value);
  };
  return (
    <>
      <input
        type="color"
        aria-label={label}
        title={label}
        className="size-6 cursor-pointer"
        value={hexOf(value)}
        onClick={(event) => {
          event.preventDefault();
          if (open) close();
          else setOpen(true);
        }}
        onChange={(event) => onSet(colourOfHex(event.target.value) ?? value)}
      />
      {open &&
        createPortal(
          <ColourPanel {...{ label, value, onSet }} onTry={onTry ?? nothing} onClose={close} />,
          document.body,
        )}
    </>
  );
}
