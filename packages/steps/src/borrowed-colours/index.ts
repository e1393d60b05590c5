import { entry } from '../entry';
import { computeBorrowedColours } from './compute';
import { borrowedColours } from './definition';

export const borrowedColoursStep = entry(borrowedColours, computeBorrowedColours);
