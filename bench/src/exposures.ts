import { readdirSync, statSync } from 'node:fs';
import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import {
  alignPyramids,
  clippedShare,
  type FrameMove,
  type FramePixels,
  findGhosts,
  fuseAligned,
  fuseExposures,
  lightnessPyramid,
  markedShare,
  moveCorners,
  movedPixels,
  type SourceLevel,
  stopsBetween,
  UNMOVED,
} from '@diplex/core';
import sharp from 'sharp';

/** The frames of one scene, in order of exposure. */
interface Case {
  readonly name: string;
  readonly files: readonly string[];
}

/** The sample photographs that are a bracket. */
const ATTIC: Case = {
  name: 'attic',
  files: ['under', 'mid', 'over'].map((name) => `demo/photos/attic-${name}.jpg`),
};

const PICTURES = /\.(jpe?g|png|tiff?|webp)$/i;

/** Frames are fused at so many pixels at most; they are aligned at what they have. */
const FUSED_PIXELS = 6_000_000;

function casesIn(folder: string | null): Case[] {
  if (folder === null) return [ATTIC];
  return readdirSync(folder)
    .filter((name) => statSync(join(folder, name)).isDirectory())
    .map((name) => ({
      name,
      files: readdirSync(join(folder, name))
        .filter((file) => PICTURES.test(file))
        .sort()
        .map((file) => join(folder, name, file)),
    }))
    .filter(({ files }) => files.length > 1);
}

/** A picture upright, at most so large, in 16 bits where it has them. */
async function read(file: string, most: number | null): Promise<SourceLevel> {
  const { width = 0, height = 0 } = await sharp(file).metadata();
  const by = most === null ? 1 : Math.min(1, Math.sqrt(most / (width * height)));
  const picture = sharp(file).rotate().removeAlpha().toColourspace('srgb');
  const sized = by < 1 ? picture.resize(Math.round(width * by)) : picture;
  const { data, info } = await sized.raw({ depth: 'uchar' }).toBuffer({ resolveWithObject: true });
  const { width: across, height: down } = info;
  return { width: across, height: down, channels: 3, data: new Uint8Array(data) };
}

export interface ExposureRow {
  readonly case: string;
  readonly frame: string;
  readonly dx: number | null;
  readonly dy: number | null;
  readonly turn: number | null;
  readonly scale: number | null;
  readonly stops: number | null;
  readonly clipped: number;
  readonly ghosts: number | null;
  readonly seconds: number;
  /** Of the fused picture: how far the masks draw it off, in 255ths, on the mean and at 99 %. */
  readonly masks?: { readonly mean: number; readonly at99: number };
}

/** How far what the masks draw is from exposure fusion in floats, in 255ths of encoded values. */
function drawnOff(drawn: Float32Array, fused: Float32Array) {
  const offs = drawn.map((value, i) => {
    return 255 * Math.abs(value - Math.max(0, Math.min(1, fused[i] as number)));
  });
  const mean = offs.reduce((all, value) => all + value, 0) / offs.length;
  const sorted = offs.sort();
  return { mean, at99: sorted[Math.floor(sorted.length * 0.99)] as number };
}

const rounded = (value: number, digits: number) => Number(value.toFixed(digits));

async function runCase({ name, files }: Case, pictures: string | null): Promise<ExposureRow[]> {
  const rows: ExposureRow[] = [];
  const moves: FrameMove[] = [UNMOVED];
  const seconds: number[] = [0];
  const whole = await read(files[0] as string, null);
  const reference = lightnessPyramid(whole);
  for (const file of files.slice(1)) {
    const frame = await read(file, null);
    const began = performance.now();
    moves.push(alignPyramids(reference, lightnessPyramid(frame)));
    seconds.push((performance.now() - began) / 1000);
  }
  const small = await Promise.all(files.map((file) => read(file, FUSED_PIXELS)));
  const by = (small[0]?.width ?? 1) / whole.width;
  const began = performance.now();
  const frames = small.map((frame, i) => {
    const { dx, dy, ...move } = moves[i] as FrameMove;
    return movedPixels(frame, moveCorners({ ...move, dx: dx * by, dy: dy * by }, frame));
  });
  const [first] = frames as [FramePixels];
  for (const [i, frame] of frames.entries()) {
    const { dx, dy, turn, scale } = moves[i] as FrameMove;
    const stops = i === 0 ? 0 : stopsBetween(first, frame);
    // Neighbours are nearest in exposure, so ghosts are looked for between those.
    const before = frames[i - 1];
    const apart = before ? stopsBetween(before, frame) : null;
    const ghosts = before && apart !== null ? markedShare(findGhosts(before, frame, apart)) : 0;
    rows.push({
      ...{ case: name, frame: files[i]?.split('/').at(-1) ?? '' },
      ...{
        dx: rounded(dx, 3),
        dy: rounded(dy, 3),
        turn: rounded(turn, 4),
        scale: rounded(scale, 5),
      },
      stops: stops === null ? null : rounded(stops, 3),
      clipped: rounded(clippedShare(frame), 5),
      ghosts: rounded(ghosts, 4),
      seconds: rounded(seconds[i] as number, 2),
    });
  }
  const { drawn } = fuseAligned(frames);
  const { width, height } = first;
  const inside = first.inside.map((_, p) => (frames.every((frame) => frame.inside[p]) ? 1 : 0));
  const shown = { width, height, data: drawn, inside };
  rows.push({
    ...{ case: name, frame: 'fused', dx: null, dy: null, turn: null, scale: null, stops: null },
    ...{ clipped: rounded(clippedShare(shown), 5), ghosts: null },
    seconds: rounded((performance.now() - began) / 1000, 2),
    masks: drawnOff(drawn, fuseExposures(frames)),
  });
  if (pictures) {
    await mkdir(pictures, { recursive: true });
    const bytes = Buffer.from(
      Uint8Array.from(drawn, (value) => Math.round(255 * Math.max(0, Math.min(1, value)))),
    );
    const raw = { width, height, channels: 3 as const };
    await sharp(bytes, { raw })
      .png()
      .toFile(join(pictures, `${name}-fused.png`));
  }
  return rows;
}

function lineOf(row: ExposureRow): string {
  const number = (value: number | null, digits: number) =>
    (value === null ? '-' : value.toFixed(digits)).padStart(9);
  const masks = row.masks
    ? `  masks off by ${row.masks.mean.toFixed(2)} of 255, 99 % ${row.masks.at99.toFixed(2)}`
    : '';
  return `${row.case.padEnd(14)}${row.frame.padEnd(22)}${number(row.dx, 2)}${number(row.dy, 2)}${number(row.turn, 3)}${number(row.stops, 2)}${number(100 * row.clipped, 3)}${number(row.ghosts === null ? null : 100 * row.ghosts, 2)}${number(row.seconds, 2)}${masks}`;
}

/** Aligns, measures and fuses every case in a folder; the sample photographs' when none is given. */
export async function benchExposures(
  folder: string | null,
  json: string | null,
  pictures: string | null,
): Promise<void> {
  console.log(
    `${'case'.padEnd(14)}${'frame'.padEnd(22)}       dx       dy     turn    stops  clipped   ghosts  seconds`,
  );
  const rows: ExposureRow[] = [];
  for (const each of casesIn(folder)) {
    for (const row of await runCase(each, pictures)) {
      console.log(lineOf(row));
      rows.push(row);
    }
  }
  if (json) await writeFile(json, JSON.stringify(rows, null, 2));
}
