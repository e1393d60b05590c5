import { entry } from '../entry';
import { computeExposure } from './compute';
import { exposure } from './definition';

export const exposureStep = entry(exposure, computeExposure);
