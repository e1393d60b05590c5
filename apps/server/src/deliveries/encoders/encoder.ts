import type { FileMetadata } from '@diplex/formats';
import sharp, { type Sharp } from 'sharp';
import type { RowsFile } from '../rows-file';

/** How strongly JPEG, WebP and AVIF keep colours apart from lightness. */
export const SUBSAMPLINGS = ['4:4:4', '4:2:0'] as const;

/** What is asked for of an encoded file. */
export interface EncodeSettings {
  /** 1 to 100, where the format has a quality. */
  readonly quality: number;
  readonly subsampling?: (typeof SUBSAMPLINGS)[number];
  /** The file is to have no more bytes; the quality gives way. */
  readonly mostBytes?: number;
  /** Behind transparent places of a format that has no alpha, as #rrggbb. */
  readonly backing: string;
  readonly metadata: FileMetadata;
}

export interface EncodeTask {
  readonly signal: AbortSignal;
  progress(share: number): void;
}

/** A format that a picture can be delivered in. */
export interface Encoder {
  readonly words: string;
  readonly ending: string;
  readonly mediaType: string;
  /** Bits a channel that it holds; the first is what it is usually wanted in. */
  readonly depths: readonly (8 | 16 | 32)[];
  /** Whether a quality can be chosen; at 100 some lose nothing. */
  readonly quality: 'chosen' | 'whole';
  /** Whether it can hold grey pictures of 16 bits. */
  readonly grey: 'held' | 'not held';
  /** Writes the file at `path`; what it leaves there when it fails is taken away by the caller. */
  encode(rows: RowsFile, path: string, settings: EncodeSettings, task: EncodeTask): Promise<void>;
}

/** Encoders that hold a whole picture are given larger ones in parts, or asked to hold less. */
const LARGE = 16e6;

export function isLarge({ width, height }: RowsFile): boolean {
  return width * height > LARGE;
}

/** A picture of rows for the encoders of sharp, in its own samples and with its own profile. */
export function pictureOf(rows: RowsFile, settings: EncodeSettings, alpha: 'kept' | 'laid'): Sharp {
  const { bits, channels, path, opaque } = rows;
  const options = { limitInputPixels: false as const, sequentialRead: true, ignoreIcc: true };
  let image = sharp(path, options);
  if (channels === 1) return image.toColourspace(bits === 16 ? 'grey16' : 'b-w');
  image = image.toColourspace(bits === 16 ? 'rgb16' : 'srgb').keepIccProfile();
  if (opaque) image = image.removeAlpha();
  else if (alpha === 'laid') image = image.flatten({ background: settings.backing });
  return image;
}
