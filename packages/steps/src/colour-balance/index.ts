import { entry } from '../entry';
import { computeColourBalance } from './compute';
import { colourBalance } from './definition';

export const colourBalanceStep = entry(colourBalance, computeColourBalance);
