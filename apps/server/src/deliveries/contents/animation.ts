import { open, rm } from 'node:fs/promises';
import type { Rect, Size } from '@diplex/document';
import { type FramePlace, sizedExtent, WebpAnimation } from '@diplex/formats';
import sharp from 'sharp';
import { Problem } from '../../problems/problem';
import { changedPart } from '../changed-part';
import type { FileRequestDto } from '../delivery.dto';
import { withMetadata } from '../encoders/file-metadata';
import { writePictureRows } from '../picture-rows';
import { type RowsFile, writeWhole } from '../rows-file';
import { type NamedState, stateOf } from '../states';
import { type Contents, type DeliveryContext, partOf } from './contents';

/** The longest side of a frame, and how many there may be. */
const [LONGEST, USUAL, MOST] = [4000, 1080, 200];

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
    const stays = request.stays ?? STAYS;
    const { quality = 85 } = request;
    const paths = [`${task.path}.one`, `${task.path}.other`] as const;
    const file = await open(task.path, 'w');
    let animation: WebpAnimation | null = null;
    let before: RowsFile | null = null;
    try {
      // One frame after the other, and of each only what has changed: two of them are there at a time, as rows in files.
      for (const [i, { document }] of states.entries()) {
        const path = paths[i % 2] as string;
        const wanted = { document, to, bits: 8, space: 'srgb', takes: 'colour' } as const;
        const part = partOf(task, i / states.length, (i + 0.9) / states.length);
        const rows = await writePictureRows(context.renderer, path, wanted, part);
        const place = frameOf(
          before ? await changedPart(before, rows) : null,
          before ? LEAST : to,
          to,
        );
        const picture = sharp(path, { ignoreIcc: true })
          .extract({ left: place.x, top: place.y, width: place.width, height: place.height })
          .keepIccProfile();
        const said = i === 0 ? withMetadata(picture, context.metadata) : picture;
        const bytes = await said.webp({ quality }).toBuffer();
        task.signal.throwIfAborted();
        if (!animation) {
          animation = new WebpAnimation((at, part) => writeWhole(file, part, at), to, bytes);
          await animation.begin();
        }
        const last = i === states.length - 1;
        await animation.frame(bytes, place, last ? Math.max(stays, LAST_STAYS) : stays);
        before = rows;
      }
      await animation?.finish();
      return { ...to, remarks: [] };
    } finally {
      await file.close();
      for (const path of paths) await rm(path, { force: true });
    }
  },
};

/** A frame has some pixels at least, even where nothing has changed. */
const LEAST = { width: 2, height: 2 };

/** Where a frame lies: around what has changed, from even pixels on; as large as said where that is not known. */
function frameOf(changed: Rect | null, otherwise: Size, canvas: Size): FramePlace {
  if (!changed) {
    const width = Math.min(otherwise.width, canvas.width);
    return { x: 0, y: 0, width, height: Math.min(otherwise.height, canvas.height) };
  }
  const [x, y] = [changed.x - (changed.x % 2), changed.y - (changed.y % 2)];
  return { x, y, width: changed.x + changed.width - x, height: changed.y + changed.height - y };
}
