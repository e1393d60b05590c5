import { rm } from 'node:fs/promises';
import { sizedExtent } from '@diplex/formats';
import { Problem } from '../../problems/problem';
import type { FileRequestDto } from '../delivery.dto';
import { writePictureRows } from '../picture-rows';
import { type RowsFile, RowsWriter, samplesOf, stripsOf } from '../rows-file';
import { stateOf } from '../states';
import { type Contents, type DeliveryContext, partOf } from './contents';
import { bitsOf, checkFormat, checkSize, encodeRows, encoderOf } from './write-picture';

/** The gap between two pictures side by side, and the width of the line between two halves, as a share of the width. */
const [GAP, LINE] = [0.012, 0.003];

function before({ before: name = 'first' }: FileRequestDto, context: DeliveryContext) {
  const { document } = stateOf(name, context);
  const { width, height } = context.document.canvas;
  if (document.canvas.width === width && document.canvas.height === height) return document;
  const detail = `The canvas was ${document.canvas.width} × ${document.canvas.height} pixels then, and is ${width} × ${height} now: the two cannot be laid beside each other. Choose a later state.`;
  throw new Problem('invalid-request', detail);
}

/** White or black in the samples of a picture. */
function filled(bits: RowsFile['bits'], pixels: number): ReturnType<typeof samplesOf> {
  const top = bits === 32 ? 1 : 2 ** bits - 1;
  return samplesOf(bits, pixels * 4).fill(top as never);
}

/** The composition before and after, side by side or with a line between. */
export const comparison: Contents = {
  file: encoderOf,
  check(request, context) {
    checkFormat(request);
    const { width, height } = context.document.canvas;
    const both = request.way === 'line' ? width : Math.ceil(width * (2 + GAP));
    // Both sides get the size that is asked for.
    const { size } = request;
    const share = size ? sizedExtent({ width, height }, size).width / width : 1;
    checkSize({ ...request, size: { by: 'percent', value: share * 100 } }, { width: both, height });
    before(request, context);
  },
  async write(request, context, task) {
    const { renderer, document } = context;
    const { space = 'srgb', sharpening, way = 'side', line = 0.5 } = request;
    const [one, two, both] = ['one', 'two', 'both'].map((name) => `${task.path}.${name}`) as [
      ...[string, string, string],
    ];
    const to = sizedExtent(document.canvas, request.size);
    const wanted = { to, bits: bitsOf(request), space, sharpening, takes: 'colour' as const };
    try {
      const old = { ...wanted, document: before(request, context) };
      const first = await writePictureRows(renderer, one, old, partOf(task, 0, 0.4));
      const now = { ...wanted, document };
      const second = await writePictureRows(renderer, two, now, partOf(task, 0.4, 0.8));
      const joined = await (way === 'side'
        ? beside(both, first, second)
        : split(both, first, second, line));
      await encodeRows(joined, request, context, partOf(task, 0.8, 1));
      return { width: joined.width, height: joined.height, remarks: [] };
    } finally {
      for (const path of [one, two, both]) await rm(path, { force: true });
    }
  },
};

type Row = ReturnType<typeof samplesOf>;

/** A picture made of the rows of two others. */
async function joined(
  path: string,
  first: RowsFile,
  second: RowsFile,
  width: number,
  join: (before: Row, after: Row) => readonly Row[],
): Promise<RowsFile> {
  const { bits, space } = first;
  const writer = await RowsWriter.open(path, { width, channels: 4, bits, space });
  const others = stripsOf(second);
  const side = first.width * 4;
  try {
    for await (const strip of stripsOf(first)) {
      const { value: other } = await others.next();
      for (let at = 0; at < strip.length; at += side) {
        const row = samplesOf(bits, width * 4);
        let filledTo = 0;
        for (const part of join(
          strip.subarray(at, at + side),
          (other as Row).subarray(at, at + side),
        )) {
          row.set(part, filledTo);
          filledTo += part.length;
        }
        await writer.take(row);
      }
    }
    return await writer.end(first.opaque && second.opaque);
  } finally {
    await others.return(undefined);
    await writer.close();
  }
}

function beside(path: string, first: RowsFile, second: RowsFile): Promise<RowsFile> {
  const gap = filled(first.bits, Math.max(1, Math.round(first.width * GAP)));
  const width = first.width * 2 + gap.length / 4;
  return joined(path, first, second, width, (before, after) => [before, gap, after]);
}

function split(path: string, first: RowsFile, second: RowsFile, at: number): Promise<RowsFile> {
  const { width, bits } = first;
  const line = filled(bits, Math.max(1, Math.round(width * LINE)));
  const thick = line.length / 4;
  const from = Math.round(Math.max(0, Math.min(width - thick, at * width - thick / 2)));
  return joined(path, first, second, width, (before, after) => [
    ...[before.subarray(0, from * 4), line, after.subarray((from + thick) * 4)],
  ]);
}
