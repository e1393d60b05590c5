import type { Point, Size } from '@diplex/document';
import type { CSSProperties } from 'react';
import type { LookingAid } from '../bench/hand-store';

/** How a looking aid shows the picture; the picture's own pixels stay as they are. */
export interface AidLook {
  readonly words: string;
  /** What lies under the picture for it to be mixed with, by the modes of the compositing standard. */
  readonly ground?: string;
  readonly picture?: CSSProperties;
  /** What is done to the picture as a whole; then it is only looked at, and the tool rests. */
  readonly whole?: CSSProperties;
}

/** How much smaller the picture is shown to be judged from afar. */
const SMALL = 0.4;

export const AID_LOOKS: Readonly<Record<LookingAid, AidLook>> = {
  plain: { words: 'As it is' },
  lightness: {
    words: 'Lightness only',
    ground: 'rgb(128 128 128)',
    picture: { mixBlendMode: 'luminosity' },
  },
  saturation: {
    words: 'Saturation only',
    ground: 'rgb(168 96 96)',
    picture: { mixBlendMode: 'saturation' },
  },
  hue: { words: 'Hue only', ground: 'rgb(190 84 84)', picture: { mixBlendMode: 'hue' } },
  soft: {
    words: 'Small and soft',
    picture: { filter: 'blur(7px)' },
    whole: { transform: `scale(${SMALL})` },
  },
  mirrored: { words: 'Mirrored', whole: { transform: 'scaleX(-1)' } },
};

/** Where a place of the window lies in the picture as it is, in a box of this size. */
export function placeBehind(aid: LookingAid, { x, y }: Point, { width, height }: Size): Point {
  if (aid === 'mirrored') return { x: width - x, y };
  if (aid !== 'soft') return { x, y };
  const from = (at: number, length: number) => length / 2 + (at - length / 2) / SMALL;
  return { x: from(x, width), y: from(y, height) };
}

/** Whether the picture is only looked at: what is seen is not where it is. */
export function onlyLooks(aid: LookingAid): boolean {
  return AID_LOOKS[aid].whole !== undefined;
}
