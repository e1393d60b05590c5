import { avif } from './avif';
import type { Encoder } from './encoder';
import { jpeg } from './jpeg';
import { png } from './png';
import { tiff } from './tiff';
import { webp } from './webp';

/** The formats that pictures are delivered in. To add one: a file and a line here. */
export const ENCODERS = { png, jpeg, webp, avif, tiff } as const satisfies Record<string, Encoder>;

export type FormatName = keyof typeof ENCODERS;
export const FORMAT_NAMES = Object.keys(ENCODERS) as readonly FormatName[];

export type { Encoder, EncodeSettings, EncodeTask } from './encoder';
export { SUBSAMPLINGS } from './encoder';
