import { levelCount, levelSize, type SourceTile, tilesUnder } from '@diplex/core';
import type { Size } from '@diplex/document';
import { pageSupply } from '../bench/engine';
import { levelOf } from '../picks/run-pick';

/** A photograph, by its hash. */
export interface Sized extends Size {
  readonly hash: string;
}

/** Brings all of several photographs at a level. */
export function bringLevels(sources: readonly Sized[], level: number): Promise<() => void> {
  const tiles = sources.flatMap(({ hash, width, height }): SourceTile[] => {
    const extent = levelSize(width, height, level);
    const all = { x: 0, y: 0, ...extent };
    return tilesUnder(extent, all).map((place) => ({ source: hash, level, ...place }));
  });
  return pageSupply().bring(tiles);
}

/** The finest level of a photograph that has so many pixels at most. */
export function levelWithin(size: Size, pixels: number): number {
  return Math.min(levelOf(size, pixels), levelCount(size.width, size.height) - 1);
}
