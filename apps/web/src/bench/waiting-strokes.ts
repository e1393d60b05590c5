import type { Brush, StrokePoint } from '@diplex/core';
import { useComposition } from './composition-store';
import { type Hand, toolInHand, useHand } from './hand-store';
import type { ToolName } from './stage-tools';

/** What of the hand decides what a stroke works on. */
const OF_THE_HAND = ['layer', 'part', 'openStep', 'maskedStep', 'makes', 'pickedFrom'] as const;

/** How a stroke was begun: enough to paint it once more. */
export interface StrokeBeginning {
  readonly tool: ToolName;
  readonly hand: Pick<Hand, (typeof OF_THE_HAND)[number]>;
  /** The settings of its tool. */
  readonly settings: object;
  readonly brush: Brush;
}

/**
 * A stroke that was drawn and is no step of the history yet: its tiles are still being worked out. The browser keeps
 * it until then, so that it is painted again when the page was closed meanwhile.
 */
export interface WaitingStroke extends StrokeBeginning {
  readonly id: string;
  /** The step of the history that was the last one when it was drawn. */
  readonly after: string | null;
  readonly points: readonly StrokePoint[];
}

const keyOf = (composition: string) => `diplex-strokes-${composition}`;

function lastStep(): string | null {
  const { history } = useComposition.getState();
  return history.entries[history.position - 1]?.id ?? null;
}

/** What a stroke begins from as things are in hand now; null with no tool in hand. */
export function strokeBeginning(settings: object, brush: Brush): StrokeBeginning | null {
  const inHand = useHand.getState();
  const tool = toolInHand(inHand);
  if (!tool) return null;
  const hand = Object.fromEntries(OF_THE_HAND.map((name) => [name, inHand[name]]));
  return { tool, hand: hand as StrokeBeginning['hand'], settings, brush };
}

function read(composition: string): readonly WaitingStroke[] {
  try {
    const text = localStorage.getItem(keyOf(composition));
    return text ? (JSON.parse(text) as WaitingStroke[]) : [];
  } catch {
    return [];
  }
}

function write(composition: string, strokes: readonly WaitingStroke[]): boolean {
  try {
    if (strokes.length === 0) localStorage.removeItem(keyOf(composition));
    else localStorage.setItem(keyOf(composition), JSON.stringify(strokes));
    return true;
  } catch {
    return false;
  }
}

let unkept = 0;

/** Whether the browser had room for every stroke that waits. */
export function strokesAreKept(): boolean {
  return unkept === 0;
}

/** Keeps a stroke of the open composition. Returns a way to forget it, once it is a step or given up. */
export function keepStroke(
  id: string,
  beginning: StrokeBeginning,
  points: readonly StrokePoint[],
): () => void {
  const composition = useComposition.getState().id;
  if (!composition) return () => undefined;
  const stroke: WaitingStroke = { ...beginning, id, after: lastStep(), points };
  const kept = write(composition, [...read(composition), stroke]);
  if (!kept) unkept++;
  return () => {
    if (!kept) unkept--;
    forgetStroke(composition, id);
  };
}

/** Forgets a stroke that waited. */
export function forgetStroke(composition: string, id: string): void {
  write(
    composition,
    read(composition).filter((one) => one.id !== id),
  );
}

/**
 * The strokes of the composition that was just opened that never became steps, in the order in which they were
 * drawn, but for those that were drawn on a state that is none of its past: they are not kept any more.
 */
export function strokesLeftWaiting(): readonly WaitingStroke[] {
  const { id, history } = useComposition.getState();
  if (!id) return [];
  const past = new Set(history.entries.slice(0, history.position).map((entry) => entry.id));
  const strokes = read(id);
  const fit = strokes.filter(({ after }) => after === null || past.has(after));
  if (fit.length < strokes.length) write(id, fit);
  return fit;
}
