import { colourNeeds, type StepPlace } from '@diplex/core';
import { layerById, type Point } from '@diplex/document';
import {
  balanceForEncoded,
  type CurvePoints,
  curveThrough,
  presentValues,
  setStepValues,
} from '@diplex/steps';
import { useComposition } from '../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';
import { type ColourWanted, useHand } from '../bench/hand-store';
import { tellProblem } from '../bench/notice-store';
import { wordsOf } from '../link/problem';
import type { Tool } from '../picture/tool';
import { withPoint } from './curve-points';

type Encoded = readonly [red: number, green: number, blue: number];

/** The colour that comes into a step around a place; null where there is nothing. */
async function colourAt(place: StepPlace, at: Point): Promise<Encoded | null> {
  const { composition, layer, step } = place;
  const needs = colourNeeds(place, at);
  const letGo = await pageSupply().bring(needs.sources, needs.painted);
  try {
    const ask = { composition: compositionKey(composition), layer, step, at };
    return await pageEngine().run('step-colour', ask, { priority: 30 });
  } finally {
    letGo();
  }
}

/** Luma of encoded sRGB. */
const LUMA = [0.2126, 0.7152, 0.0722] as const;

function toneOf(colour: Encoded, curve: string): number {
  const channel = ['red', 'green', 'blue'].indexOf(curve);
  if (channel >= 0) return colour[channel] as number;
  return colour.reduce((sum, value, i) => sum + value * (LUMA[i] as number), 0);
}

/** The values that a colour gives a step; null, with words, where it gives none. */
function valuesFrom(
  wanted: ColourWanted,
  values: Readonly<Record<string, unknown>>,
  colour: Encoded,
): Readonly<Record<string, unknown>> | null {
  if (wanted.curve === null) {
    const found = balanceForEncoded(colour);
    const limit = (value: number) => Math.max(-200, Math.min(200, Math.round(value * 10) / 10));
    if (found) return { temperature: limit(found.temperature), tint: limit(found.tint) };
    tellProblem('That place is too dark to tell a colour. Press on a lighter grey.');
    return null;
  }
  const points = values[wanted.curve] as CurvePoints;
  const x = toneOf(colour, wanted.curve);
  const [more, at] = withPoint(points, x, curveThrough(points)(x));
  if (at >= 0) return { [wanted.curve]: more };
  tellProblem('The curve has a point there already, or as many as it can have.');
  return null;
}

async function takeColour(wanted: ColourWanted, at: Point): Promise<void> {
  const { composition, perform } = useComposition.getState();
  const { layer, step } = wanted;
  const chain = layerById(composition, layer)?.steps;
  const found = chain?.find(({ id }) => id === step);
  if (!found) return;
  try {
    const colour = await colourAt({ composition, layer, step }, at);
    if (!colour) return tellProblem('There is nothing of the layer there. Press on its picture.');
    const values = valuesFrom(wanted, presentValues(found), colour);
    if (values) perform(setStepValues, { layer, step, values });
  } catch (error) {
    tellProblem(`No colour was taken. ${wordsOf(error)}`);
  }
}

/** Gives the step that asked for it the colour under the pointer; Shift goes on taking. */
export const colourTool: Tool = {
  begin(at) {
    const { colourWanted: wanted, take } = useHand.getState();
    if (!wanted) return;
    if (!at.shift) take({ colourWanted: null });
    void takeColour(wanted, at);
  },
  move: () => undefined,
  end: () => undefined,
  cancel: () => useHand.getState().take({ colourWanted: null }),
};
