import { sceneNeeds } from '@diplex/core';
import { setHorizon } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../../bench/engine';
import { tellProblem } from '../../bench/notice-store';
import { trackWork } from '../../bench/pending-work';
import { inJob, pickSeat } from '../../picks/run-pick';

/** Less than this of all lines is not enough to speak for a horizon. */
const SURE = 0.4;

/** Lays the horizon that the picture's straight lines speak for, where they are sure. */
export function proposeHorizon(): void {
  const { composition } = useComposition.getState();
  const work = inJob('Looking for the horizon', async (signal) => {
    const needs = sceneNeeds(composition);
    const letGo = await pageSupply().bring(needs.sources, needs.painted);
    try {
      const ask = { composition: compositionKey(composition) };
      const options = { ...pickSeat(), signal };
      const found = await pageEngine().run('propose-horizon', ask, options);
      if (!found || found.sure < SURE) {
        return tellProblem(
          'There are too few straight lines that go off into the distance to tell a horizon. Drag it on the picture.',
        );
      }
      const { y, tilt } = found;
      useComposition.getState().perform(setHorizon, { horizon: { y, tilt } });
    } finally {
      letGo();
    }
  });
  trackWork(work);
}
