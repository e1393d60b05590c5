import type { Signature } from '../signature';

/** What a row can say of a thing and its scene. */
export interface Compared {
  /** What is measured of both, in the row's own unit. */
  readonly subject: number;
  readonly scene: number;
  /** What has to be added to the thing to make it agree, in the row's own unit. */
  readonly apart: number;
  /** How much it can be relied on, 0..1. */
  readonly sure: number;
}

/** A step to be added to the thing's chain. */
export interface ProposedStep {
  readonly kind: string;
  readonly values: Readonly<Record<string, unknown>>;
}

/**
 * In which round a row is taken when all are: light and its colour first, then how tones are spread, and what a picture's
 * own pixels show last, each measured again after the round before.
 */
export type Round = 'light' | 'tones' | 'sharpness' | 'grain';

/** One thing in which a subject and its scene may agree or not. */
export interface AgreementRow {
  readonly name: string;
  readonly words: string;
  readonly round: Round;
  /** From where to where it is drawn, in its own unit. */
  readonly scale: readonly [from: number, to: number];
  /** What is nearer than that agrees. */
  readonly tolerance: number;
  /** Null where one of the two does not tell. */
  compare(subject: Signature, scene: Signature): Compared | null;
  /** How far apart they are, in words. */
  said(compared: Compared): string;
  /** What brings the thing a share of the way to the scene: less where it is not sure; null for nothing. */
  propose(
    compared: Compared,
    subject: Signature,
    scene: Signature,
    share: number,
  ): ProposedStep | null;
}

/** How much of a difference is proposed: all of it where it is sure, a part where it is not. */
export function trusted(sure: number, least: number): number {
  return least + (1 - least) * sure;
}

/** A number with its sign, a true minus, and so many digits. */
export function signed(value: number, digits: number): string {
  const told = Math.abs(value).toFixed(digits);
  return `${value < 0 ? '−' : '+'}${told}`;
}
