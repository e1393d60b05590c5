import { generatedEntry } from '../generated';
import { computeStars } from './compute';
import { stars } from './definition';

export const starsLayer = generatedEntry(stars, computeStars);
