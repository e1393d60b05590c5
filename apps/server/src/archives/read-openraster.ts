import {
  type Composition,
  type Layer,
  newComposition,
  newId,
  placedAt,
  plainLayer,
} from '@diplex/document';
import { readStack, StackInvalid, type StackItem } from '@diplex/formats';
import { notReadable, type ZipReader } from './zip-reader';

const MOST_XML = 8 * 2 ** 20;

interface Picture {
  readonly hash: string;
  readonly width: number;
  readonly height: number;
}

/** Brings an entry onto the shelf as a source. */
export type BringPicture = (entry: string, title: string) => Promise<Picture>;

/** An OpenRaster file made by anybody, as a composition of photographs and groups. */
export async function readOpenraster(
  zip: ZipReader,
  file: string,
  bring: BringPicture,
): Promise<{ document: Composition; remarks: string[] }> {
  const title = file.replace(/\.[^.]+$/, '').slice(0, 200) || 'OpenRaster';
  const stack = stackOf(await zip.text('stack.xml', MOST_XML), file);
  const lacking = filesOf(stack.children).find((src) => !zip.has(src));
  if (lacking)
    throw notReadable(`${file} is not whole: its stack names ${lacking}, which is not in it.`);
  const remarks = [...stack.remarks];
  const layers: Record<string, Layer> = {};
  const made = async (items: readonly StackItem[]): Promise<string[]> => {
    const ids: string[] = [];
    for (const item of items) {
      const id = newId();
      const { name, opacity, shown, locked, blending } = item;
      const both = { opacity, shown, locked, blending };
      if (item.kind === 'group') {
        const children = await made(item.children);
        const mixing = item.isolated ? ('isolated' as const) : ('through' as const);
        const content = { kind: 'group' as const, children, mixing };
        layers[id] = { ...plainLayer(id, name, content, placedAt({ x: 0, y: 0 })), ...both };
      } else {
        const { hash, width, height } = await bring(item.src, `${title} - ${name}`.slice(0, 150));
        const content = { kind: 'photo' as const, source: hash, size: { width, height } };
        const middle = { x: item.x + width / 2, y: item.y + height / 2 };
        layers[id] = { ...plainLayer(id, name, content, placedAt(middle)), ...both };
      }
      ids.push(id);
    }
    return ids;
  };
  const root = await made(stack.children);
  const { width, height } = stack;
  // The standard mixes encoded values.
  const empty = { ...newComposition(title, { width, height }), mixIn: 'encoded' as const };
  return { document: { ...empty, layers, root }, remarks };
}

function stackOf(xml: string, file: string) {
  try {
    return readStack(xml);
  } catch (error) {
    if (error instanceof StackInvalid) throw notReadable(`${file}: ${error.message}`);
    throw error;
  }
}

function filesOf(items: readonly StackItem[]): string[] {
  return items.flatMap((item) => (item.kind === 'group' ? filesOf(item.children) : [item.src]));
}
