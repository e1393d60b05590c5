import { mixOf, type RankedMix } from '@diplex/core';
import {
  type ComponentMix,
  type ComponentPart,
  invert,
  type Layer,
  maskSize,
  type Point,
  setComponent,
  transform,
  VIEW_COMPONENTS,
} from '@diplex/document';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { maskInHand } from '../../bench/mask-in-hand';
import { tellProblem } from '../../bench/notice-store';
import { wordsOf } from '../../link/problem';
import { useComponentRanks } from '../../picks/use-component-ranks';
import { useCamera } from '../../picture/camera-store';
import { groundPart } from '../ground-part';
import { useComponenting } from './settings';

const COLUMNS = 3;
const ROWS = 3;
const GAP = 4;
/** A press that moves less than this, in window pixels, chooses. */
const STILL = 4;
/** How far arrow keys move the place, in mask pixels. */
const STEP = 40;

type Ground = Awaited<ReturnType<typeof groundPart>>;

/** All components of one place side by side at 100 %: drag to look elsewhere, press to choose. */
export function ComponentPanels() {
  useComposition((state) => state.composition);
  const inHand = useHand((state) => state.part);
  const target = maskInHand();
  if (!target || inHand === null || target.part?.kind !== 'component') {
    return (
      <Floor words="Stroke over what to keep and what to drop: then the components stand here." />
    );
  }
  return <Panels layer={target.layer} mask={target.mask?.id ?? ''} part={target.part} />;
}

function Floor({ words, children }: { readonly words?: string; readonly children?: ReactNode }) {
  if (words) {
    return (
      <p className="pointer-events-none absolute inset-x-0 bottom-14 mx-auto w-fit rounded-lg bg-float px-3 py-1.5 text-[12.5px] text-quiet">
        {words}
      </p>
    );
  }
  return <div className="absolute inset-0 bg-base-300 p-1">{children}</div>;
}

interface PanelsProps {
  readonly layer: Layer;
  readonly mask: string;
  readonly part: ComponentPart;
}

function Panels({ layer, mask, part }: PanelsProps) {
  const size = useComposition((state) => maskSize(state.composition, layer));
  const { area } = useCamera();
  const [centre, setCentre] = useState(() => placeOfInterest(part.samples));
  const ranks = useComponentRanks(layer, part);
  const width = Math.floor((area.width - 8 - (COLUMNS - 1) * GAP) / COLUMNS);
  const height = Math.floor((area.height - 8 - (ROWS - 1) * GAP) / ROWS);
  const ground = useGroundAround(centre, width, height);
  const listed: readonly (Omit<RankedMix, 'separation'> & { name: string; separation?: number })[] =
    ranks?.single.map((each) => ({ ...each, name: each.component })) ??
    VIEW_COMPONENTS.map((name) => ({
      name,
      mix: { [name]: 1 },
      black: part.black,
      white: part.white,
    }));
  const move = (dx: number, dy: number) =>
    setCentre(({ x, y }) => ({
      x: Math.max(0, Math.min(size.width, x + dx)),
      y: Math.max(0, Math.min(size.height, y + dy)),
    }));
  const choose = (name: string) => {
    const chosen = listed.find((each) => each.name === name);
    if (!chosen) return;
    const { mix, black, white } = chosen;
    const settings = { mix, black, white };
    useComposition.getState().perform(setComponent, { mask, part: part.id, settings });
    useComponenting.getState().set({ panels: false });
  };
  return (
    <Floor>
      <fieldset
        className="grid size-full"
        style={{ gridTemplateColumns: `repeat(${COLUMNS}, 1fr)`, gap: GAP }}
        onKeyDown={(event) => {
          const way = {
            ArrowLeft: [-1, 0],
            ArrowRight: [1, 0],
            ArrowUp: [0, -1],
            ArrowDown: [0, 1],
          };
          const [dx = 0, dy = 0] = way[event.key as keyof typeof way] ?? [];
          if (dx === 0 && dy === 0) return;
          event.preventDefault();
          event.stopPropagation();
          move(dx * STEP, dy * STEP);
        }}
      >
        <legend className="sr-only">Components side by side</legend>
        {listed.map(({ name, mix, separation }, index) => (
          <Panel
            key={name}
            {...{ name, mix, separation, ground, width, height }}
            place={ranks ? index + 1 : null}
            chosen={JSON.stringify(mix) === JSON.stringify(part.mix)}
            onChoose={() => choose(name)}
            onDrag={(dx, dy) => move(-dx, -dy)}
          />
        ))}
      </fieldset>
    </Floor>
  );
}

/** Where the last sample ended; without one, the middle of what is in sight. In mask pixels. */
function placeOfInterest(samples: ComponentPart['samples']): Point {
  const sampled = samples.at(-1)?.points.at(-1);
  if (sampled) return sampled;
  const { area, zoom, x, y } = useCamera.getState();
  const target = maskInHand();
  const middle = { x: (area.width / 2 - x) / zoom, y: (area.height / 2 - y) / zoom };
  return target ? transform(invert(target.matrix), middle) : middle;
}

/** The pixels around a place; those of the last place until they are here. */
function useGroundAround(centre: Point, width: number, height: number): Ground | null {
  const [ground, setGround] = useState<Ground | null>(null);
  const { x, y } = centre;
  useEffect(() => {
    const target = maskInHand();
    if (!target || width <= 0 || height <= 0) return;
    const stop = new AbortController();
    const part = { x: Math.round(x - width / 2), y: Math.round(y - height / 2), width, height };
    groundPart(target, part, 'layer', stop.signal).then(setGround, (error: unknown) => {
      if (!stop.signal.aborted) tellProblem(`The components cannot be shown. ${wordsOf(error)}`);
    });
    return () => stop.abort();
  }, [x, y, width, height]);
  return ground;
}

interface PanelProps {
  readonly name: string;
  readonly mix: ComponentMix;
  readonly separation: number | undefined;
  readonly place: number | null;
  readonly chosen: boolean;
  readonly ground: Ground | null;
  readonly width: number;
  readonly height: number;
  onChoose(): void;
  onDrag(dx: number, dy: number): void;
}

function Panel(props: PanelProps) {
  const { name, mix, separation, place, chosen, ground, width, height, onChoose, onDrag } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const from = useRef<{ x: number; y: number; moved: boolean } | null>(null);
  useEffect(() => {
    const surface = canvas.current?.getContext('2d');
    if (surface && ground) surface.putImageData(greyOf(ground, mix), 0, 0);
  }, [ground, mix]);
  const says = separation === undefined ? '' : `, separates by ${separation.toFixed(1)}`;
  return (
    <button
      type="button"
      aria-label={`${place ? `${place}. ` : ''}${name}${says}`}
      aria-pressed={chosen}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { x: event.clientX, y: event.clientY, moved: false };
      }}
      onPointerMove={(event) => {
        const start = from.current;
        if (!start) return;
        const [dx, dy] = [event.clientX - start.x, event.clientY - start.y];
        if (!start.moved && Math.hypot(dx, dy) < STILL) return;
        from.current = { x: event.clientX, y: event.clientY, moved: true };
        onDrag(dx, dy);
      }}
      onClick={() => {
        if (!from.current?.moved) onChoose();
        from.current = null;
      }}
      onPointerCancel={() => {
        from.current = null;
      }}
      className="relative cursor-pointer touch-none overflow-hidden rounded-md bg-base-200 outline-offset-[-2px] focus-visible:outline-2 focus-visible:outline-info aria-pressed:outline-2 aria-pressed:outline-primary"
    >
      <canvas ref={canvas} width={width} height={height} className="absolute top-0 left-0" />
      <span className="absolute top-1.5 left-1.5 rounded bg-float px-1.5 py-0.5 text-[11.5px] text-base-content">
        {place && <b className="mr-1 text-primary">{place}</b>}
        {name}
        {separation !== undefined && (
          <span className="ml-1.5 text-quiet tabular-nums">{separation.toFixed(1)}</span>
        )}
      </span>
    </button>
  );
}

/** A mix of components of pixels, as grey. */
function greyOf({ width, height, data, channels }: Ground, mix: ComponentMix): ImageData {
  const image = new ImageData(Math.max(1, width), Math.max(1, height));
  const top = data.BYTES_PER_ELEMENT === 1 ? 255 : 65_535;
  const value = mixOf(mix);
  for (let i = 0, o = 0; i < data.length; i += channels, o += 4) {
    const channel = (c: number) => (data[i + c] as number) / top;
    const grey = Math.round(255 * value(channel(0), channel(1), channel(2)));
    image.data.fill(grey, o, o + 3);
    image.data[o + 3] = 255;
  }
  return image;
}
