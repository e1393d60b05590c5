import { lightOfOklab } from '@diplex/imaging';
import { GRADED } from '@diplex/steps';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import { ShareAmount } from '../controls/ShareAmount';
import type { EditorProps } from './editor-props';
import { useStepValues } from './use-step';

type Third = (typeof GRADED)[number];

const WORDS: Readonly<Record<Third, { readonly words: string; readonly light: string }>> = {
  darks: { words: 'Darks', light: 'Lift' },
  mids: { words: 'Mids', light: 'Gamma' },
  lights: { words: 'Lights', light: 'Gain' },
};

/** How far an arrow key moves a wheel. */
const STEP = 0.02;

/** The wheel is drawn in so many pieces, with this lightness and chroma. */
const [PIECES, LIGHT, CHROMA] = [48, 0.7, 0.11];

function hueColour(angle: number): string {
  const rgb = new Float64Array(3);
  lightOfOklab(LIGHT, CHROMA * Math.cos(angle), CHROMA * Math.sin(angle), rgb);
  const byte = (value: number) => Math.round(255 * Math.max(0, Math.min(1, value)) ** (1 / 2.2));
  return `rgb(${byte(rgb[0] ?? 0)} ${byte(rgb[1] ?? 0)} ${byte(rgb[2] ?? 0)})`;
}

const RING = Array.from({ length: PIECES }, (_, i) => {
  const [from, to] = [i, i + 1.05].map((k) => (k / PIECES) * 2 * Math.PI) as [number, number];
  const at = (angle: number, radius: number) =>
    `${(radius * Math.cos(angle)).toFixed(4)} ${(-radius * Math.sin(angle)).toFixed(4)}`;
  const d = `M${at(from, 0.9)}L${at(from, 1)}L${at(to, 1)}L${at(to, 0.9)}Z`;
  return { d, colour: hueColour((from + to) / 2) };
});

interface WheelProps {
  readonly third: Third;
  /** Towards red across, towards yellow upwards; the wheel ends at 1. */
  readonly red: number;
  readonly yellow: number;
  readonly onTry: (red: number, yellow: number) => void;
  readonly onSet: (red: number, yellow: number) => void;
}

/** A colour that is dragged from the middle outwards; a double-click brings it back. */
function Wheel({ third, red, yellow, onTry, onSet }: WheelProps) {
  const dragging = useRef(false);
  const { words } = WORDS[third];
  const at = (event: PointerEvent): readonly [number, number] => {
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    const x = ((event.clientX - left) / width) * 2 - 1;
    const y = 1 - ((event.clientY - top) / height) * 2;
    const long = Math.max(1, Math.hypot(x, y));
    const rounded = (value: number) => Math.round((value / long) * 1000) / 1000;
    return [rounded(x), rounded(y)];
  };
  const keys = (event: KeyboardEvent) => {
    const by = event.shiftKey ? 5 * STEP : STEP;
    const ways: Readonly<Record<string, readonly [number, number]>> = {
      ...{ ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] },
    };
    const way = ways[event.key];
    if (event.key === 'Delete' || event.key === 'Backspace') onSet(0, 0);
    else if (way) {
      const within = (value: number) => Math.max(-1, Math.min(1, Math.round(value * 1000) / 1000));
      onSet(within(red + way[0]), within(yellow + way[1]));
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div className="grid justify-items-center gap-0.5">
      <button
        type="button"
        aria-label={`${words}: ${Math.round(red * 100)} towards red, ${Math.round(yellow * 100)} towards yellow`}
        title="Drag a colour outwards, or use the arrow keys; a double-click brings it back"
        className="size-[72px] cursor-crosshair touch-none rounded-full"
        onPointerDown={(event) => {
          if (event.button !== 0) return;
          event.currentTarget.setPointerCapture(event.pointerId);
          dragging.current = true;
          onTry(...at(event));
        }}
        onPointerMove={(event) => dragging.current && onTry(...at(event))}
        onPointerUp={(event) => {
          if (dragging.current) onSet(...at(event));
          dragging.current = false;
        }}
        onDoubleClick={() => onSet(0, 0)}
        onKeyDown={keys}
      >
        <svg viewBox="-1.04 -1.04 2.08 2.08" aria-hidden className="size-full">
          {RING.map(({ d, colour }) => (
            <path key={d} d={d} fill={colour} />
          ))}
          <circle r={0.88} fill="var(--color-base-300)" />
          <path d="M-0.86 0H0.86M0-0.86V0.86" stroke="var(--line)" strokeWidth={0.02} />
          <line
            x2={red * 0.86}
            y2={-yellow * 0.86}
            stroke="var(--color-primary)"
            strokeWidth={0.03}
          />
          <circle
            cx={red * 0.86}
            cy={-yellow * 0.86}
            r={0.13}
            fill="var(--color-primary)"
            stroke="#1b1507"
            strokeWidth={0.04}
          />
        </svg>
      </button>
      <span className="text-[12px] text-quiet">{words}</span>
    </div>
  );
}

/** Three wheels over OKLab, and the lightness of each third. */
export function GradeEditor({ layer, step }: EditorProps) {
  const { values, tryValues, setValues } = useStepValues(layer, step);
  const number = (name: string) => Number(values[name]);
  return (
    <>
      <div className="my-1 flex justify-between">
        {GRADED.map((third) => {
          const both = (red: number, yellow: number) => ({
            [`${third}Red`]: red,
            [`${third}Yellow`]: yellow,
          });
          return (
            <Wheel
              key={third}
              third={third}
              red={number(`${third}Red`)}
              yellow={number(`${third}Yellow`)}
              onTry={(red, yellow) => tryValues(both(red, yellow))}
              onSet={(red, yellow) => setValues(both(red, yellow))}
            />
          );
        })}
      </div>
      {GRADED.map((third) => (
        <ShareAmount
          key={third}
          label={WORDS[third].light}
          value={number(`${third}Light`)}
          least={-1}
          onTry={(value) => tryValues({ [`${third}Light`]: value })}
          onSet={(value) => setValues({ [`${third}Light`]: value })}
        />
      ))}
    </>
  );
}
