import { isGenerated, isGlass, layerById, type Point } from '@diplex/document';
import { IconGrain } from '@tabler/icons-react';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { tellProblem } from '../../bench/notice-store';
import { useLayerInHand } from '../../bench/use-layer-in-hand';
import { Amount } from '../../controls/Amount';
import { AtmosphereHandles } from '../atmosphere/AtmosphereHandles';
import { GeneratedRows } from '../atmosphere/GeneratedRows';
import type { ToolHome } from '../tool-home';
import { scatter as takeApart } from './scatter';
import { useScatter } from './settings';

/** Shorter drags say no direction, in composition pixels. */
const LEAST = 12;

let start: Point | null = null;

/** Draws the way that the pieces fly. */
function draft(to: Point | null): void {
  const line = start && to ? ({ kind: 'line', from: start, to } as const) : null;
  useHand.getState().take({ draft: line });
}

function comeApart(from: Point, to: Point): void {
  const { composition, performAll } = useComposition.getState();
  const thing = layerById(composition, useHand.getState().layer ?? '');
  if (!thing) return;
  if (!thing.maskUse || isGlass(thing)) {
    return tellProblem(`${thing.name} has no mask: only what was cut out can come apart.`);
  }
  const { size, count } = useScatter.getState();
  let shards: string | null = null;
  const done = performAll(`${thing.name} comes apart`, (doing) => {
    shards = takeApart(composition, thing, { from, to, size, count }, doing);
  });
  // Its amounts are those of the shards.
  if (done && shards) useHand.getState().take({ layer: shards, openStep: null, part: null });
}

function ScatterOptions() {
  const { size, count, set } = useScatter();
  const layer = useLayerInHand();
  // Shards that are in hand have amounts of their own.
  if (layer && isGenerated(layer)) return null;
  return (
    <>
      <Amount
        label="Size"
        layout="stack"
        value={size}
        range={{ least: 1, most: 400, track: [2, 120] }}
        step={1}
        unit="px"
        onSet={(value) => set({ size: value })}
      />
      <Amount
        label="How many"
        layout="stack"
        value={count}
        range={{ least: 1, most: 4000, track: [20, 2000] }}
        step={10}
        onSet={(value) => set({ count: Math.round(value) })}
      />
    </>
  );
}

/** The shards in hand, with all that can be said of them. */
function ScatterSection() {
  const layer = useLayerInHand();
  const shown = useComposition((state) => state.preview ?? state.composition);
  const now = layer && layerById(shown, layer.id);
  return now && isGenerated(now) ? <GeneratedRows layer={now} /> : null;
}

export const scatter: ToolHome = {
  tool: {
    begin(at) {
      start = at;
    },
    move: (through) => draft(through.at(-1) ?? null),
    end(to) {
      const from = start;
      draft(null);
      start = null;
      if (from && Math.hypot(to.x - from.x, to.y - from.y) >= LEAST) comeApart(from, to);
    },
    cancel() {
      start = null;
      draft(null);
    },
  },
  tray: { words: 'Scatter', key: 's', icon: IconGrain },
  Options: ScatterOptions,
  Section: ScatterSection,
  Handles: AtmosphereHandles,
  Sentence: ({ whose }) => (
    <>
      Takes {whose} apart: drag from where it begins to how far its pieces fly. What comes of it are
      layers, masks and steps like any others.
    </>
  ),
  cursor: 'crosshair',
};
