import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser';
import { attributesOf, blendingOf, type StackImage, type StackItem } from './stack';

/** The version of the standard that is written. */
const VERSION = '0.0.5';

/** Nobody nests groups deeper; what does is made to harm. */
const DEEPEST = 40;
const MOST_ITEMS = 4000;

/** The stack cannot be read; the words say why. */
export class StackInvalid extends Error {
  override readonly name = 'StackInvalid';
}

type Node = Record<string, unknown> & { ':@'?: Record<string, string> };

const options = {
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
} as const;

function nodeOf(item: StackItem): Node {
  const children = item.kind === 'group' ? [...item.children].reverse().map(nodeOf) : [];
  return { [item.kind === 'group' ? 'stack' : 'layer']: children, ':@': attributesOf(item) };
}

/** `stack.xml` of the OpenRaster standard: the first item of a stack is the nearest. */
export function stackAsXml({ width, height, children }: StackImage): string {
  const builder = new XMLBuilder({ ...options, suppressEmptyNode: true, format: true });
  const image: Node = {
    image: [{ stack: [...children].reverse().map(nodeOf) }],
    ':@': { version: VERSION, w: String(width), h: String(height), xres: '72', yres: '72' },
  };
  return `<?xml version="1.0" encoding="UTF-8"?>\n${builder.build([image])}`;
}

function attributes(node: Node): Record<string, string> {
  return node[':@'] ?? {};
}

function childrenOf(node: Node, name: string): Node[] {
  const found = node[name];
  return Array.isArray(found) ? (found as Node[]) : [];
}

function numberOf(text: string | undefined, otherwise: number): number {
  if (text === undefined) return otherwise;
  const value = Number(text);
  if (!Number.isFinite(value)) throw new StackInvalid(`stack.xml has "${text}" for a number.`);
  return value;
}

/** What of a stack could not be read as it was meant. */
export interface ReadStack extends StackImage {
  readonly remarks: readonly string[];
}

/** Reads `stack.xml`. Throws a StackInvalid that says what is wrong. */
export function readStack(xml: string): ReadStack {
  if (/<!DOCTYPE|<!ENTITY/i.test(xml)) {
    throw new StackInvalid('stack.xml declares entities, which the standard does not have.');
  }
  const wellFormed = XMLValidator.validate(xml);
  if (wellFormed !== true) throw new StackInvalid(`stack.xml: ${wellFormed.err.msg}`);
  const nodes = new XMLParser({ ...options, processEntities: true }).parse(xml) as Node[];
  const image = nodes.find((node) => 'image' in node);
  if (!image) throw new StackInvalid('stack.xml has no image.');
  const { w, h } = attributes(image);
  const [width, height] = [numberOf(w, 0), numberOf(h, 0)];
  if (!(Number.isInteger(width) && Number.isInteger(height) && width > 0 && height > 0)) {
    throw new StackInvalid('stack.xml says no size in whole pixels (w and h of the image).');
  }
  const root = childrenOf(image, 'image').find((node) => 'stack' in node);
  if (!root) throw new StackInvalid('stack.xml has no stack.');
  const remarks: string[] = [];
  let items = 0;
  /** Layers of a stack count from the corners of all stacks around them. */
  const read = (node: Node, depth: number, dx: number, dy: number): StackItem[] => {
    if (depth > DEEPEST) throw new StackInvalid(`stack.xml nests more than ${DEEPEST} groups.`);
    return childrenOf(node, 'stack')
      .flatMap((child): StackItem[] => {
        const kind = 'layer' in child ? 'layer' : 'stack' in child ? 'group' : null;
        const said = attributes(child);
        const name = said.name || (kind === 'group' ? 'Group' : 'Layer');
        if (kind === null) {
          const [what = 'something'] = Object.keys(child).filter((key) => key !== ':@');
          if (what !== '#text' && what !== '#comment') remarks.push(`<${what}> is not known.`);
          return [];
        }
        if (++items > MOST_ITEMS) throw new StackInvalid(`It has more than ${MOST_ITEMS} layers.`);
        const operation = said['composite-op'] ?? 'svg:src-over';
        const blending = blendingOf(operation);
        if (!blending)
          remarks.push(
            `${name} is blended by ${operation}, which is not known; it lies on top instead.`,
          );
        const both = {
          name: name.slice(0, 200),
          opacity: Math.max(0, Math.min(1, numberOf(said.opacity, 1))),
          shown: said.visibility !== 'hidden',
          locked: said['edit-locked'] === 'true',
          blending: blending ?? ('normal' as const),
        };
        const x = dx + numberOf(said.x, 0);
        const y = dy + numberOf(said.y, 0);
        if (kind === 'group') {
          const isolated =
            said.isolation !== 'auto' || both.opacity < 1 || both.blending !== 'normal';
          return [{ kind, ...both, isolated, children: read(child, depth + 1, x, y) }];
        }
        if (!said.src) throw new StackInvalid(`The layer ${name} names no file (src).`);
        return [{ kind, ...both, src: said.src, x: Math.round(x), y: Math.round(y) }];
      })
      .reverse();
  };
  return { width, height, children: read(root, 1, 0, 0), remarks };
}
