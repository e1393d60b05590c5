import { entry } from '../entry';
import { computeBorrowedTexture } from './compute';
import { borrowedTexture } from './definition';

export const borrowedTextureStep = entry(borrowedTexture, computeBorrowedTexture);
