import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { SourceLevel } from '@diplex/core';
import type { Matrix } from '@diplex/document';
import sharp from 'sharp';

/** Grey of 16 bits as shares, 0..1. */
export interface GreyPicture {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/** What a program may know of a case. */
export interface MatchGiven {
  readonly name: string;
  /** Straight colours with their coverage, 16 bits. */
  readonly thing: SourceLevel;
  readonly scene: SourceLevel;
  /** From the thing's pixels to the scene's. */
  readonly placement: Matrix;
}

/** What its answer is judged by. */
export interface MatchTruth {
  readonly picture: SourceLevel;
  readonly alpha: GreyPicture;
  readonly shadow: GreyPicture;
  readonly facts: MatchFacts;
}

interface Light {
  readonly azimuth: number | null;
  readonly elevation: number;
  readonly directionality: number;
}

export interface MatchFacts {
  readonly placement: readonly number[];
  readonly light: { readonly subject: Light; readonly scene: Light };
  readonly noise: { readonly scene: readonly number[] };
}

async function colours(file: string): Promise<SourceLevel> {
  const { data, info } = await sharp(file)
    .removeAlpha()
    .toColourspace('srgb')
    .raw({ depth: 'uchar' })
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, channels: 3, data: new Uint8Array(data) };
}

async function grey(file: string): Promise<GreyPicture> {
  const { data, info } = await sharp(file)
    .toColourspace('grey16')
    .extractChannel(0)
    .raw({ depth: 'ushort' })
    .toBuffer({ resolveWithObject: true });
  const samples = new Uint16Array(data.buffer, data.byteOffset, info.width * info.height);
  // A mask of 8 bits comes out as it is.
  const top = samples.some((value) => value > 255) ? 65_535 : 255;
  return {
    width: info.width,
    height: info.height,
    data: Float32Array.from(samples, (value) => value / top),
  };
}

function factsOf(folder: string): MatchFacts {
  return JSON.parse(readFileSync(join(folder, 'case.json'), 'utf8')) as MatchFacts;
}

function placementIn(folder: string): Matrix {
  const [a, b, c, d, e, f, g, h, i] = factsOf(folder).placement as number[] as [
    ...[number, number, number],
    ...[number, number, number],
    ...[number, number, number],
  ];
  if (g !== 0 || h !== 0 || i !== 1) {
    throw new Error(`${folder}: only placements without perspective can be laid.`);
  }
  return [a, d, b, e, c, f];
}

/** The cases in a folder, by name. */
export function caseNames(folder: string): string[] {
  return readdirSync(folder)
    .filter((name) => statSync(join(folder, name)).isDirectory())
    .sort();
}

/** Reads of a case what a program may use: nothing of the truth. */
export async function givenOf(cases: string, name: string): Promise<MatchGiven> {
  const folder = join(cases, name);
  const front = await colours(join(folder, 'foreground.png'));
  const alpha = await grey(join(folder, 'alpha.png'));
  const data = new Uint16Array(front.width * front.height * 4);
  for (let p = 0; p < alpha.data.length; p++) {
    for (let c = 0; c < 3; c++) data[p * 4 + c] = (front.data[p * 3 + c] as number) * 257;
    data[p * 4 + 3] = Math.round(65_535 * (alpha.data[p] as number));
  }
  return {
    name,
    thing: { width: front.width, height: front.height, channels: 4, data },
    scene: await colours(join(folder, 'scene.png')),
    placement: placementIn(folder),
  };
}

export async function truthOf(cases: string, name: string): Promise<MatchTruth> {
  const folder = join(cases, name);
  return {
    picture: await colours(join(folder, 'truth.png')),
    alpha: await grey(join(folder, 'truth-alpha.png')),
    shadow: await grey(join(folder, 'shadow-mask.png')),
    facts: factsOf(folder),
  };
}
