import { growRect, intersectRects, isEmpty, type Rect, uniteRects } from '@diplex/document';
import type { Demand, GraphNode, Image, Leaves, SourceTile } from './node';

/** What has to be drawn of a node at a scale, for all that draw from it. */
export interface Task {
  readonly node: GraphNode;
  readonly scale: number;
  rect: Rect;
  /** How many draw from it. */
  users: number;
  /** The nearest task that all who draw from it are drawn for; null for the root. */
  within: Task | null;
  /** How many such tasks there are around it. */
  depth: number;
  /** Tasks that several inside this one draw from, those first that others are drawn from. */
  readonly shared: Task[];
  /** The plan that this task is part of. */
  readonly plan: Plan;
  /** Its image while it lasts; undefined when it is still to be drawn. */
  image: Image | null | undefined;
  /** The part of the plane that `image` shows. */
  at: Rect;
  /** Whether the image is the store's and must not be changed. */
  stored: boolean;
  /** Whether it was drawn while pixels were missing. */
  standsIn: boolean;
}

/** Nodes in an order in which each comes before all that it draws from. */
const orders = new WeakMap<GraphNode, readonly GraphNode[]>();

export function inOrder(root: GraphNode): readonly GraphNode[] {
  const known = orders.get(root);
  if (known) return known;
  const order: GraphNode[] = [];
  const seen = new Set<GraphNode>();
  // The graph of many layers is deep, so the way down is kept by hand.
  const stack: { readonly node: GraphNode; next: number }[] = [{ node: root, next: 0 }];
  seen.add(root);
  for (let top = stack.at(-1); top; top = stack.at(-1)) {
    const input = top.node.inputs[top.next++];
    if (!input) {
      order.push(top.node);
      stack.pop();
    } else if (!seen.has(input)) {
      seen.add(input);
      stack.push({ node: input, next: 0 });
    }
  }
  order.reverse();
  orders.set(root, order);
  return order;
}

/** A pixel more: what is rounded may lie a little beyond. */
const SLACK = 1;

/** Whether nothing of a node lies where it is asked for, so that it is not drawn for that. */
export function outside(node: GraphNode, { rect, scale }: Demand): boolean {
  const extent = node.extent(scale);
  if (extent === 'everywhere') return false;
  const near = growRect(rect, SLACK);
  return extent.every((each) => isEmpty(intersectRects(each, near)));
}

/**
 * What has to be drawn of every node to draw a part of one: each node once at a scale, in one rectangle for all
 * that look at it, so that the work grows with the number of nodes.
 */
export class Plan {
  readonly root: Task;
  private readonly tasks = new Map<GraphNode, Map<number, Task>>();

  constructor(root: GraphNode, rect: Rect, scale: number) {
    this.root = this.taskFor(root, { rect, scale });
    const all: Task[] = [];
    for (const node of inOrder(root)) {
      for (const task of this.tasks.get(node)?.values() ?? []) {
        all.push(task);
        this.spread(task);
      }
    }
    for (let i = all.length - 1; i >= 0; i--) {
      const task = all[i] as Task;
      if (task.users > 1) task.within?.shared.push(task);
    }
  }

  /** How many tasks there are. */
  get size(): number {
    let count = 0;
    for (const scales of this.tasks.values()) count += scales.size;
    return count;
  }

  /** Numbers that are drawn in all: the area of each task times the numbers of its pixels. */
  get work(): number {
    let work = 0;
    for (const { node, rect } of this.all()) work += rect.width * rect.height * node.channels;
    return work;
  }

  /** Pixels of the largest task: about what its memory grows with. */
  get largest(): number {
    let largest = 0;
    for (const { rect } of this.all()) largest = Math.max(largest, rect.width * rect.height);
    return largest;
  }

  private *all(): Iterable<Task> {
    for (const scales of this.tasks.values()) yield* scales.values();
  }

  find(node: GraphNode, scale: number): Task | undefined {
    return this.tasks.get(node)?.get(scale);
  }

  /** All that the plan reads of sources and tiles, each once. */
  leaves(): Leaves {
    const sources = new Map<string, SourceTile>();
    const painted = new Set<string>();
    for (const [node, scales] of this.tasks) {
      for (const task of scales.values()) {
        const read = node.reads(task.rect, task.scale);
        for (const tile of read.sources) {
          sources.set(`${tile.source}/${tile.level}/${tile.column},${tile.row}`, tile);
        }
        for (const hash of read.painted) painted.add(hash);
      }
    }
    return { sources: [...sources.values()], painted: [...painted] };
  }

  private taskFor(node: GraphNode, { rect, scale }: Demand): Task {
    const scales = this.tasks.get(node) ?? new Map<number, Task>();
    this.tasks.set(node, scales);
    const known = scales.get(scale);
    if (known) {
      known.rect = uniteRects(known.rect, rect);
      return known;
    }
    const task: Task = {
      ...{ node, scale, rect, users: 0, within: null, depth: 0, shared: [], plan: this },
      ...{ image: undefined, at: rect, stored: false, standsIn: false },
    };
    scales.set(scale, task);
    return task;
  }

  /** Adds what a task draws from. All who draw from the task itself are known already. */
  private spread(task: Task): void {
    if (task !== this.root) task.rect = task.node.piece(task.rect, task.scale);
    task.node.inputs.forEach((input, i) => {
      const demand = task.node.needs(i, task.rect, task.scale);
      if (!demand || isEmpty(demand.rect) || outside(input, demand)) return;
      const needed = this.taskFor(input, demand);
      needed.within = needed.users === 0 ? task : common(needed.within, task);
      needed.depth = (needed.within?.depth ?? 0) + 1;
      needed.users++;
    });
  }
}

/** The nearest task that both are drawn for (after Cooper, Harvey and Kennedy 2001). */
function common(a: Task | null, b: Task | null): Task | null {
  let [one, other] = [a, b];
  while (one !== other) {
    if (!one || !other) return null;
    if (one.depth >= other.depth) one = one.within;
    else other = other.within;
  }
  return one;
}
