import { entry } from '../entry';
import { computeColourTable } from './compute';
import { colourTable } from './definition';

export const colourTableStep = entry(colourTable, computeColourTable);
