import { halveLevel } from '../pixels/halve-level';
import type { SourceLevel } from '../pixels/source-level';
import type { PickGround } from './pick-ground';

/** A made-up photograph: the colour of every pixel, 0..255 each. */
export function groundFrom(
  width: number,
  height: number,
  colourAt: (x: number, y: number) => readonly [number, number, number],
): PickGround {
  const data = new Uint8Array(width * height * 3);
  for (let p = 0; p < width * height; p++)
    data.set(colourAt(p % width, Math.floor(p / width)), p * 3);
  const levels: SourceLevel[] = [{ width, height, channels: 3, data }];
  return {
    width,
    height,
    level(level) {
      while (levels.length <= level) {
        levels.push(halveLevel(levels.at(-1) as SourceLevel, (n) => new Uint8Array(n)));
      }
      return levels[level] as SourceLevel;
    },
  };
}

/** Noise that is the same every time, -1 to 1. */
export function noiseAt(x: number, y: number): number {
  let n = (Math.imul(x, 374_761_393) + Math.imul(y, 668_265_263)) | 0;
  n = Math.imul(n ^ (n >>> 13), 1_274_126_177);
  return (((n ^ (n >>> 16)) >>> 0) / 0xffffffff) * 2 - 1;
}
