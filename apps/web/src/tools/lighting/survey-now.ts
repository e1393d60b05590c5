import type { Agreement } from '@diplex/core';
import { useComposition } from '../../bench/composition-store';
import { measured } from '../agree/agree-side';

/** A thing measured against all of its scene, as it is now. */
export function surveyNow(thing: string): Promise<Agreement> {
  const { composition } = useComposition.getState();
  const settings = { scene: 'around', brings: 'thing' } as const;
  return measured(composition, thing, settings, 'all');
}
