import { AGREEMENT_ROWS, type AgreementRow, type Compared } from './rows';
import type { Agreement } from './survey';

/** A row that does not agree, and how much that counts. */
export interface Disagreement {
  readonly row: AgreementRow;
  readonly compared: Compared;
  /** 0..1: how far beyond what agrees, and how sure. */
  readonly weight: number;
}

/** How well a thing agrees with its scene, and what that is made of: no verdict, a reading. */
export interface AgreementReading {
  /** 0..1 */
  readonly share: number;
  /** The worst first. */
  readonly disagreements: readonly Disagreement[];
}

/** So many times what a row tolerates is as bad as it gets. */
const WORST = 6;

/** A row that is hardly sure counts so much at least. */
const LEAST = 0.15;

/** Sums up what rows say, each as much as it is sure. */
export function agreementReading({ subject, scene }: Agreement): AgreementReading {
  let [sum, all] = [0, 0];
  const disagreements: Disagreement[] = [];
  for (const row of AGREEMENT_ROWS) {
    const compared = row.compare(subject, scene);
    if (!compared) continue;
    const counts = Math.max(LEAST, compared.sure);
    const beyond = Math.abs(compared.apart) / row.tolerance - 1;
    const off = Math.max(0, Math.min(1, beyond / (WORST - 1)));
    sum += counts * (1 - off);
    all += counts;
    if (beyond > 0) disagreements.push({ row, compared, weight: counts * off });
  }
  return {
    share: all > 0 ? sum / all : 1,
    disagreements: disagreements.sort((a, b) => b.weight - a.weight),
  };
}
