import { isEmpty, type Rect } from '@diplex/document';
import { type CoverageImage, cropImage, type FloatImage } from '@diplex/imaging';
import { keptFromScratch, scratchFloats } from '@diplex/kernels';
import type { PixelReader } from '../pixels/pixel-reader';
import type { Channels, Drawing, GraphNode, Image, Leaves } from './node';
import type { NodeStore } from './node-store';
import { outside, Plan, type Task } from './plan';

/** The rendering was called off. */
export class RenderStopped extends Error {
  override readonly name = 'RenderStopped';
  constructor() {
    super('The rendering was called off.');
  }
}

/** How a rendering is done; nothing of it changes the result. */
export interface RenderPlan {
  /** Asked between layers; once it says so, the rendering ends with RenderStopped. */
  readonly stopped?: () => boolean;
  /** Keeps what is drawn of some nodes for the next time. */
  readonly store?: NodeStore | null;
  /** The part of the output that is kept as one; what is drawn lies inside. */
  readonly tile?: Rect;
  /** Nodes that are kept besides those that always are: both sides of what is worked on. */
  readonly alsoKeeps?: ReadonlySet<GraphNode>;
  /** Told of every node that is drawn, to count the work. */
  readonly onDraw?: (node: GraphNode, rect: Rect) => void;
}

/** Everything that has to be at hand to draw a part of a node. */
export function neededBy(root: GraphNode, rect: Rect, scale: number): Leaves {
  return new Plan(root, rect, scale).leaves();
}

/**
 * Draws a part of a node. The image lies in the thread's scratch; null where there is nothing.
 * @param rect whole-number output pixels; output pixel (X, Y) covers the composition from
 *   X / scale to (X + 1) / scale
 * @throws RenderStopped when the plan says so
 */
export function renderNode(
  root: GraphNode,
  rect: Rect,
  scale: number,
  reader: PixelReader,
  how: RenderPlan = {},
): Image | null {
  return new Rendering(root, rect, scale, reader, how).run();
}

/** Milliseconds, for how dear something is; the core knows no platform, but all have this clock. */
function now(): number {
  const { performance } = globalThis as unknown as { performance: { now(): number } };
  return performance.now();
}

function sameRect(a: Rect, b: Rect): boolean {
  return a.x === b.x && a.y === b.y && a.width === b.width && a.height === b.height;
}

/** A part of an image of `at`, in memory of its own. */
export function cropped(image: Image, at: Rect, part: Rect, channels: Channels): Image {
  if (channels === 4) return cropImage(image as FloatImage, at, part);
  const { width, height } = part;
  const data = scratchFloats(width * height * channels);
  const [from, size] = [at.width * at.height, width * height];
  for (let plane = 0; plane < channels; plane++) {
    for (let y = 0; y < height; y++) {
      const row = plane * from + (part.y - at.y + y) * at.width + part.x - at.x;
      data.set(image.data.subarray(row, row + width), plane * size + y * width);
    }
  }
  return { width, height, data } satisfies CoverageImage;
}

class Rendering {
  private readonly plan: Plan;
  /** Tasks whose images are there, the last drawn last. */
  private readonly trail: Task[] = [];
  private readonly reader: PixelReader;
  private lacking = 0;
  /** What is drawn for what is not kept: nothing is drawn ahead for what is found. */
  private wanted = new Set<Task>();

  constructor(
    private readonly rootNode: GraphNode,
    rect: Rect,
    private readonly scale: number,
    reader: PixelReader,
    private readonly how: RenderPlan,
  ) {
    this.plan = new Plan(rootNode, rect, scale);
    this.reader = {
      level: (source, level) => reader.level(source, level),
      paintedTile: (hash) => reader.paintedTile(hash),
      lacks: (what) => {
        this.lacking++;
        reader.lacks?.(what);
      },
    };
  }

  run(): Image | null {
    this.how.store?.begin();
    const { tile } = this.how;
    const { rect } = this.plan.root;
    if (tile && !sameRect(tile, rect) && !this.isKept(this.plan.root)) {
      // What is missing is drawn for the whole tile, and found for the next part of it.
      const whole = new Rendering(this.rootNode, tile, this.scale, this.reader, this.how).run();
      return whole && cropped(whole, tile, rect, this.rootNode.channels);
    }
    const { root } = this.plan;
    this.want(root);
    const image = this.imageOf(root);
    if (!image) return image;
    // What the store keeps may be changed by nobody, and goes when it needs room.
    return root.stored || !sameRect(root.at, root.rect)
      ? cropped(image, root.at, root.rect, root.node.channels)
      : image;
  }

  private keeps({ node }: Task): boolean {
    return !node.live && (node.keeps || this.how.alsoKeeps?.has(node) === true);
  }

  /** Whether everything is in the store that is kept of what a task draws from. */
  private isKept(task: Task, seen = new Set<Task>()): boolean {
    if (seen.has(task)) return true;
    seen.add(task);
    const { node, rect, scale } = task;
    if (this.keeps(task)) return this.how.store?.find(node.key, scale, rect) !== undefined;
    return this.below(task).every((each) => this.isKept(each, seen));
  }

  /** Notes a task and all that has to be looked at to draw it. */
  private want(task: Task): void {
    if (this.wanted.has(task)) return;
    this.wanted.add(task);
    const { node, rect, scale } = task;
    if (this.keeps(task) && this.how.store?.find(node.key, scale, rect)) return;
    for (const below of this.below(task)) this.want(below);
  }

  /** The tasks that a task draws from. */
  private below({ node, rect, scale, plan }: Task): Task[] {
    return node.inputs.flatMap((input, i) => {
      const demand = node.needs(i, rect, scale);
      return (demand && plan.find(input, demand.scale)) ?? [];
    });
  }

  private imageOf(task: Task): Image | null {
    if (task.image !== undefined) return task.image;
    const { store } = this.how;
    if (!store || !this.keeps(task)) return this.drawn(task);
    const found = store.find(task.node.key, task.scale, task.rect);
    if (!found) return this.drawnToKeep(task, store);
    Object.assign(task, { image: found.image, at: found.rect, stored: true });
    this.trail.push(task);
    return found.image;
  }

  private drawnToKeep(task: Task, store: NodeStore): Image | null {
    const { node, rect, scale } = task;
    const began = now();
    const image = this.drawn(task);
    const cost = now() - began;
    // What only stands in for pixels that are to come is not what the node is.
    if (task.standsIn) return image;
    const stored = store.keep(node.key, scale, rect, node.channels, image, cost);
    if (stored === undefined) return image;
    Object.assign(task, { image: stored, at: rect, stored: true });
    return stored;
  }

  private drawn(task: Task): Image | null {
    const mark = this.trail.length;
    const { lacking } = this;
    const { node, rect, scale } = task;
    const data = keptFromScratch(() => {
      for (const each of task.shared) if (this.wanted.has(each)) this.imageOf(each);
      this.how.onDraw?.(node, rect);
      return node.draw(rect, scale, this.drawingFor(task))?.data ?? null;
    });
    // Whatever was drawn for it has gone with the scratch.
    for (const gone of this.trail.splice(mark)) gone.image = undefined;
    const image = data && { width: rect.width, height: rect.height, data };
    Object.assign(task, { image, at: rect, stored: false, standsIn: this.lacking > lacking });
    this.trail.push(task);
    return image;
  }

  private drawingFor(task: Task): Drawing {
    const { node, plan } = task;
    const input = (i: number) => {
      const demand = node.needs(i, task.rect, task.scale);
      const source = node.inputs[i];
      // What it asks for may lie outside a node that is drawn for others, or for another of its own inputs.
      if (!demand || !source || isEmpty(demand.rect) || outside(source, demand)) return null;
      const found = plan.find(source, demand.scale);
      return found ? { found, rect: demand.rect } : null;
    };
    const look = (i: number, changing: boolean): Image | null => {
      const asked = input(i);
      if (!asked) return null;
      const image = this.imageOf(asked.found);
      // It may have been drawn before, for others too: what is made of a stand-in is one itself.
      if (asked.found.standsIn) this.lacking++;
      if (!image) return null;
      const { found, rect } = asked;
      const whole = sameRect(found.at, rect);
      if (whole && (!changing || (found.users === 1 && !found.stored))) return image;
      return cropped(image, found.at, rect, found.node.channels);
    };
    return {
      reader: this.reader,
      check: () => {
        if (this.how.stopped?.()) throw new RenderStopped();
      },
      see: (i) => look(i, false),
      take: (i) => look(i, true),
    };
  }
}
