import { entry } from '../entry';
import { computeWhiteBalance } from './compute';
import { whiteBalance } from './definition';

export const whiteBalanceStep = entry(whiteBalance, computeWhiteBalance);
