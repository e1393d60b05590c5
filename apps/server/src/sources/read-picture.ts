import { open, readFile } from 'node:fs/promises';
import { basename, extname } from 'node:path';
import type { SourceLevel } from '@diplex/core';
import { allocateBytes } from '@diplex/engine';
import ExifReader from 'exifreader';
import sharp from 'sharp';
import { Problem } from '../problems/problem';
import { endingOf, FORMAT_NAMES, formatOf, promisedFormat } from './picture-formats';

/** What a picture file says of itself. */
export interface PictureFacts {
  readonly format: string;
  /** As seen, after the orientation in the metadata. */
  readonly width: number;
  readonly height: number;
  readonly bits: 8 | 16;
  readonly channels: 3 | 4;
  /** The name of its colour profile. */
  readonly profile: string;
  /** Whether its values already are sRGB, so that no conversion may touch them. */
  readonly plainValues: boolean;
  readonly takenAt: string | null;
  /** Exposure value at ISO 100, by its EXIF data: one more lets in half as much light. */
  readonly exposure: number | null;
  /** Where it was taken, as latitude and longitude, by its EXIF data; empty where that is not told. */
  readonly place: string;
}

/**
 * Looks at a file without decoding its pixels. Throws a Problem that names the file when it is not
 * a picture, goes by a wrong name or is larger than `mostPixels`.
 */
export async function readFacts(
  path: string,
  name: string,
  mostPixels: number,
): Promise<PictureFacts> {
  const format = await checkFormat(path, name);
  const metadata = await sharp(path, { limitInputPixels: false })
    .metadata()
    .catch((error: Error) => {
      throw brokenPicture(name, error);
    });
  const { width, height } = metadata.autoOrient;
  if (width * height > mostPixels) {
    const size = `${width} × ${height} pixels (${Math.round((width * height) / 1e6)} million)`;
    const most = Math.floor(mostPixels / 1e6);
    const detail = `${name} has ${size}; at most ${most} million are taken. Make it smaller first.`;
    throw new Problem('picture-too-large', detail, { file: name });
  }
  const profile = profileName(metadata.icc, metadata.space);
  return {
    ...{ format, width, height, profile },
    bits: metadata.depth === 'uchar' ? 8 : 16,
    channels: metadata.hasAlpha ? 4 : 3,
    plainValues: metadata.space !== 'cmyk' && (!metadata.icc || /^sRGB/i.test(profile)),
    ...(await shotFacts(path)),
  };
}

async function checkFormat(path: string, name: string): Promise<string> {
  const file = await open(path);
  const { buffer, bytesRead } = await file.read(Buffer.alloc(256), 0, 256, 0);
  await file.close();
  const format = formatOf(buffer.subarray(0, bytesRead));
  if (!format) {
    const detail = `${name} is not a ${FORMAT_NAMES} picture. Save it as one of these and try again.`;
    throw new Problem('not-a-picture', detail, { file: name });
  }
  const promised = promisedFormat(name);
  if (promised !== null && promised !== format) {
    const better = `${basename(name, extname(name))}${endingOf(format)}`;
    const detail = `${name} holds a ${format} picture. Rename it to ${better} and try again.`;
    throw new Problem('mislabelled-picture', detail, { file: name });
  }
  return format;
}

/** What is said of a picture whose pixels cannot be decoded. */
export function brokenPicture(name: string, error: Error): Problem {
  const reason = error.message.split('\n')[0]?.trim() ?? 'it cannot be decoded';
  const detail = `${name} is damaged (${reason}). Copy it again from where it came.`;
  return new Problem('broken-picture', detail, { file: name });
}

function profileName(icc: Buffer | undefined, space: string | undefined): string {
  if (!icc) return space === 'cmyk' ? 'CMYK, not tagged' : 'sRGB, not tagged';
  return iccDescription(icc) ?? 'unnamed profile';
}

/** The description tag of an ICC profile: plain text in version 2, UTF-16 in version 4. */
function iccDescription(icc: Buffer): string | null {
  const count = icc.length > 132 ? icc.readUInt32BE(128) : 0;
  for (let i = 0; i < Math.min(count, 100); i++) {
    const entry = 132 + i * 12;
    if (entry + 12 > icc.length) return null;
    if (icc.toString('latin1', entry, entry + 4) !== 'desc') continue;
    const tag = icc.subarray(icc.readUInt32BE(entry + 4)).subarray(0, icc.readUInt32BE(entry + 8));
    if (tag.length < 28) return null;
    if (tag.toString('latin1', 0, 4) === 'desc') {
      return tag.toString('latin1', 12, 12 + Math.max(0, tag.readUInt32BE(8) - 1)).trim();
    }
    const text = Buffer.from(tag.subarray(tag.readUInt32BE(24)).subarray(0, tag.readUInt32BE(20)));
    return text.length % 2 === 0 ? text.swap16().toString('utf16le').trim() : null;
  }
  return null;
}

type ShotFacts = Pick<PictureFacts, 'takenAt' | 'exposure' | 'place'>;

/** When, where and at which exposure the photograph was taken, by its EXIF data. */
async function shotFacts(path: string): Promise<ShotFacts> {
  try {
    const tags = ExifReader.load(await readFile(path));
    return { takenAt: takenAt(tags), exposure: exposureValue(tags), place: placeOf(tags) };
  } catch {
    // Many files have no such data, and it is not worth refusing a picture for.
    return { takenAt: null, exposure: null, place: '' };
  }
}

/** As ISO 8601 without a time zone. */
function takenAt(tags: ExifReader.Tags): string | null {
  const text = String(tags.DateTimeOriginal?.description ?? '');
  const match = /^(\d{4}):(\d{2}):(\d{2}) (\d{2}:\d{2}:\d{2})/.exec(text);
  return match ? `${match[1]}-${match[2]}-${match[3]}T${match[4]}` : null;
}

/** Degrees with their hemisphere, as ISO 6709 has them for people: "54.32310° N, 10.13520° E". */
function placeOf(tags: ExifReader.Tags): string {
  const degrees = (value: { readonly description?: unknown } | undefined, most: number) => {
    const at = Number(value?.description ?? Number.NaN);
    return at <= most ? at : Number.NaN;
  };
  const side = (value: { value: unknown } | undefined) => String([value?.value].flat()[0] ?? '');
  const { GPSLatitude, GPSLatitudeRef, GPSLongitude, GPSLongitudeRef } = tags;
  const said = [
    { at: degrees(GPSLatitude, 90), on: side(GPSLatitudeRef) },
    { at: degrees(GPSLongitude, 180), on: side(GPSLongitudeRef) },
  ];
  const known = said.every(({ at, on }) => Number.isFinite(at) && /^[NSEW]$/.test(on));
  return known ? said.map(({ at, on }) => `${at.toFixed(5)}° ${on}`).join(', ') : '';
}

/** Exposure value of aperture, time and sensitivity (ISO 2720); null where one of them is not told. */
function exposureValue(tags: ExifReader.Tags): number | null {
  const share = (value: unknown) => {
    const [over = Number.NaN, under = 1] = [value].flat(2).map(Number);
    return over / under;
  };
  const aperture = share(tags.FNumber?.value);
  const seconds = share(tags.ExposureTime?.value);
  const sensitivity = share(tags.ISOSpeedRatings?.value);
  const value = Math.log2((aperture * aperture * 100) / (seconds * sensitivity));
  return Number.isFinite(value) ? value : null;
}

/**
 * Decodes a picture: upright, in sRGB, straight alpha, all its bits, in shared memory. Throws a
 * Problem when the pixels are damaged.
 */
export async function readPixels(
  path: string,
  name: string,
  facts: Pick<PictureFacts, 'bits' | 'channels' | 'plainValues'>,
): Promise<SourceLevel> {
  const wide = facts.bits === 16;
  let pipeline = sharp(path, {
    limitInputPixels: false,
    failOn: 'warning',
    ignoreIcc: facts.plainValues,
  })
    .autoOrient()
    .toColourspace(wide ? 'rgb16' : 'srgb');
  // 16-bit pictures with a profile would otherwise come out in a wide working space.
  if (wide && !facts.plainValues) pipeline = pipeline.withIccProfile('srgb');
  pipeline = facts.channels === 4 ? pipeline.ensureAlpha() : pipeline.removeAlpha();
  const { data, info } = await pipeline
    .raw({ depth: wide ? 'ushort' : 'uchar' })
    .toBuffer({ resolveWithObject: true })
    .catch((error: Error) => {
      throw brokenPicture(name, error);
    });
  const { width, height, channels } = info;
  const memory = allocateBytes(data.length);
  new Uint8Array(memory).set(data);
  const samples = wide ? new Uint16Array(memory) : new Uint8Array(memory);
  return { width, height, channels: channels as 3 | 4, data: samples };
}
