import type { Agreement } from '@diplex/core';
import { useComposition } from '../../bench/composition-store';
import { measured, PLAIN_SIDES } from '../agree/agree-side';

/** A thing measured against all of its scene, as it is now. */
export function surveyNow(thing: string): Promise<Agreement> {
  const { composition } = useComposition.getState();
  return measured(composition, thing, PLAIN_SIDES, 'all');
}
