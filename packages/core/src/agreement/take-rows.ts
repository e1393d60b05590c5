import type { Step } from '@diplex/document';
import {
  type CurvePoints,
  curveThrough,
  definitionOf,
  MOST_POINTS,
  newStep,
  presentValues,
} from '@diplex/steps';
import { AGREEMENT_ROWS, type AgreementRow, type ProposedStep, ROUNDS, type Round } from './rows';
import type { Agreement, SurveyDepth } from './survey';

type Values = Readonly<Record<string, unknown>>;

const number = (values: Values, name: string) => Number(values[name] ?? 0);

function summed(...names: string[]) {
  return (before: Values, more: Values): Values =>
    Object.fromEntries(names.map((name) => [name, number(before, name) + number(more, name)]));
}

function squaresSummed(...names: string[]) {
  return (before: Values, more: Values): Values => ({
    ...more,
    ...Object.fromEntries(
      names.map((name) => [name, Math.hypot(number(before, name), number(more, name))]),
    ),
  });
}

/** Points of a curve that was put together lie so far apart at least, and are so few that it can be taken by hand. */
const [APART, MOST] = [0.05, Math.min(9, MOST_POINTS)];

/** A curve and then another as one: through points of both, and always through its ends. */
function oneAfterTheOther(before: Values, more: Values): Values {
  const [first, second] = [before.all, more.all] as [CurvePoints, CurvePoints];
  const [from, to] = [curveThrough(first), curveThrough(second)];
  const between = [...first, ...second]
    .map(([x]) => x)
    .filter((x) => x >= APART && x <= 1 - APART)
    .sort((a, b) => a - b);
  const places: number[] = [];
  for (const x of between) if (x - (places.at(-1) ?? 0) >= APART) places.push(x);
  const step = Math.max(1, places.length / (MOST - 2));
  const kept = places.filter((_, i) => Math.floor(i / step) !== Math.floor((i - 1) / step));
  return { all: [0, ...kept, 1].map((x) => [x, to(from(x))] as const) };
}

/** A kind of step that is taken so that a thing agrees with its scene. */
interface AgreedKind {
  /** In which round it is taken, which is where it stands in the chain. */
  readonly round: Round;
  /** What one that was taken before and one that is proposed now come to together. */
  readonly joined: (before: Values, more: Values) => Values;
}

const AGREED: Readonly<Record<string, AgreedKind>> = {
  exposure: { round: 'light', joined: summed('stops') },
  'white-balance': { round: 'light', joined: summed('temperature', 'tint') },
  saturation: {
    round: 'tones',
    joined: (before, more) => ({
      saturation: (1 + number(before, 'saturation')) * (1 + number(more, 'saturation')) - 1,
    }),
  },
  curves: { round: 'tones', joined: oneAfterTheOther },
  'colour-balance': {
    round: 'tones',
    joined: summed(
      ...['darksRed', 'darksYellow', 'midsRed', 'midsYellow', 'lightsRed', 'lightsYellow'],
    ),
  },
  relight: { round: 'tones', joined: (_, more) => more },
  blur: { round: 'sharpness', joined: squaresSummed('size') },
  sharpen: { round: 'sharpness', joined: summed('strength') },
  'take-out-grain': { round: 'grain', joined: summed('darks', 'mids', 'lights') },
  grain: { round: 'grain', joined: squaresSummed('darks', 'mids', 'lights') },
};

/** What steps are called that were taken because a thing should agree with its scene. */
function agreedName(kind: string): string {
  return `${definitionOf(kind).words}, agreed`;
}

/** Where a step that was taken so stands among the rounds; -1 for any other. */
function roundOf({ kind, name }: Step): number {
  const agreed = AGREED[kind];
  return agreed && name === agreedName(kind) ? ROUNDS.indexOf(agreed.round) : -1;
}

/** A chain with what is proposed for it: what was taken before goes on, and what is new comes where its round stands. */
export function withProposals(chain: readonly Step[], proposals: readonly ProposedStep[]): Step[] {
  const steps = [...chain];
  for (const { kind, values } of proposals) {
    const definition = definitionOf(kind);
    const at = steps.findIndex((step) => step.kind === kind && roundOf(step) >= 0 && step.shown);
    const known = steps[at];
    if (known) {
      const before = presentValues(known);
      const joined = AGREED[kind]?.joined(before, values) ?? values;
      steps[at] = { ...known, values: { ...before, ...within(kind, joined) } };
      continue;
    }
    const made = { ...newStep(definition, within(kind, values)), name: agreedName(kind) };
    const round = roundOf(made);
    const later = steps.findIndex((step) => roundOf(step) > round);
    steps.splice(later < 0 ? steps.length : later, 0, made);
  }
  return steps.filter(
    (step) => roundOf(step) < 0 || !definitionOf(step.kind).neutral(presentValues(step)),
  );
}

/** Amounts within what their fields allow, and no finer than anyone can tell. */
function within(kind: string, values: Values): Values {
  const { fields } = definitionOf(kind);
  return Object.fromEntries(
    Object.entries(values).map(([name, value]) => {
      const field = fields[name];
      if (field?.kind !== 'amount' || typeof value !== 'number') return [name, value];
      const kept = Math.max(field.least, Math.min(field.most, value));
      return [name, Math.round(kept * 1000) / 1000];
    }),
  );
}

/** What rows propose, each at a share; rows that agree already, or cannot tell, propose nothing. */
export function proposalsOf(
  { subject, scene }: Agreement,
  rows: readonly AgreementRow[],
  share: number,
): ProposedStep[] {
  return rows.flatMap((row) => {
    const compared = row.compare(subject, scene);
    if (!compared || Math.abs(compared.apart) < row.tolerance) return [];
    const proposed = row.propose(compared, subject, scene, share);
    return proposed ? [proposed] : [];
  });
}

/**
 * The chain of a layer with everything taken that its rows propose, round by round: each is measured when those before
 * it are at work.
 * @param measure measures the layer as it would be with a chain
 */
export async function withAllTaken(
  chain: readonly Step[],
  share: number,
  measure: (chain: readonly Step[], depth: SurveyDepth) => Promise<Agreement> | Agreement,
): Promise<Step[]> {
  let steps = [...chain];
  for (const round of ROUNDS) {
    const rows = AGREEMENT_ROWS.filter((row) => row.round === round);
    const depth = round === 'light' || round === 'tones' ? 'tones' : 'all';
    steps = withProposals(steps, proposalsOf(await measure(steps, depth), rows, share));
  }
  return steps;
}
