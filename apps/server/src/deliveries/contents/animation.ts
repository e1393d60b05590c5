import { rm } from 'node:fs/promises';
import { sizedExtent } from '@diplex/formats';
import sharp from 'sharp';
import { Problem } from '../../problems/problem';
import type { FileRequestDto } from '../delivery.dto';
import { withMetadata } from '../encoders/file-metadata';
import { writePictureRows } from '../picture-rows';
import { type NamedState, stateOf } from '../states';
import { type Contents, type DeliveryContext, partOf } from './contents';

/** The longest side of a frame, and how many there may be: the encoder holds all of them. */
const [LONGEST, USUAL, MOST] = [2000, 1080, 60];

/** How long a frame stays, and the last, in milliseconds. */
const [STAYS, LAST_STAYS] = [700, 2500];

function statesOf({ states = [] }: FileRequestDto, context: DeliveryContext): NamedState[] {
  if (states.length < 2 || states.length > MOST) {
    throw new Problem(
      'invalid-request',
      `An animation has 2 to ${MOST} states; ${states.length} were chosen.`,
    );
  }
  const { width, height } = context.document.canvas;
  return states.map((name) => {
    const state = stateOf(name, context);
    const { canvas } = state.document;
    if (canvas.width === width && canvas.height === height) return state;
    throw new Problem(
      'invalid-request',
      `${state.name}: the canvas had another size then. Leave that state out.`,
    );
  });
}

function frameSize(request: FileRequestDto, { document }: DeliveryContext) {
  const { width, height } = document.canvas;
  const usual = { by: 'longest' as const, value: Math.min(USUAL, Math.max(width, height)) };
  return sizedExtent(document.canvas, request.size ?? usual);
}

/** The way a composition came about, state after state, as an animated WebP that goes round. */
export const animation: Contents = {
  file: () => ({ ending: 'webp', mediaType: 'image/webp' }),
  check(request, context) {
    statesOf(request, context);
    const { width, height } = frameSize(request, context);
    if (Math.max(width, height) <= LONGEST) return;
    throw new Problem(
      'invalid-request',
      `Frames have at most ${LONGEST} pixels along a side. Ask for a smaller size.`,
    );
  },
  async write(request, context, task) {
    const states = statesOf(request, context);
    const to = frameSize(request, context);
    const paths: string[] = [];
    try {
      for (const [i, { document }] of states.entries()) {
        const path = `${task.path}.frame${i}`;
        paths.push(path);
        const wanted = { document, to, bits: 8, space: 'srgb', takes: 'colour' } as const;
        const part = partOf(task, (0.8 * i) / states.length, (0.8 * (i + 1)) / states.length);
        await writePictureRows(context.renderer, path, wanted, part);
      }
      const stays = request.stays ?? STAYS;
      const delay = states.map((_, i) =>
        i === states.length - 1 ? Math.max(stays, LAST_STAYS) : stays,
      );
      const frames = await Promise.all(
        paths.map((path) => sharp(path).png({ compressionLevel: 1 }).toBuffer()),
      );
      task.signal.throwIfAborted();
      const joined = sharp(frames, { join: { animated: true } });
      const { quality = 85 } = request;
      await withMetadata(joined, context.metadata)
        .webp({ quality, delay, loop: 0 })
        .toFile(task.path);
      return { ...to, remarks: [] };
    } finally {
      for (const path of paths) await rm(path, { force: true });
    }
  },
};
