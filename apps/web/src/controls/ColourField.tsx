import type { Colour } from '@diplex/core';

interface ColourFieldProps {
  readonly label: string;
  readonly value: Colour;
  readonly onSet: (colour: Colour) => void;
}

/** A colour to choose, as the browser offers it. */
export function ColourField({ label, value, onSet }: ColourFieldProps) {
  return (
    <input
      type="color"
      aria-label={label}
      title={label}
      className="size-6 cursor-pointer"
      value={toHex(value)}
      onChange={(event) => onSet(fromHex(event.target.value))}
    />
  );
}

function toHex({ r, g, b }: Colour): string {
  return `#${[r, g, b].map((v) => v.toString(16).padStart(2, '0')).join('')}`;
}

function fromHex(hex: string): Colour {
  const part = (at: number) => Number.parseInt(hex.slice(at, at + 2), 16);
  return { r: part(1), g: part(3), b: part(5) };
}
