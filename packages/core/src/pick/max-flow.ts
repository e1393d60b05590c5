/** Steps to the eight neighbours; the way back from step k is step 7 - k. */
export const STEPS = [
  [-1, -1],
  [0, -1],
  [1, -1],
  [-1, 0],
  [1, 0],
  [-1, 1],
  [0, 1],
  [1, 1],
] as const;

const NONE = -1;
const TERMINAL = 8;
const ORPHAN = 9;
const FAR = 0x3fffffff;

/**
 * A minimum cut on a graph of pixels with up to eight neighbours each, after Boykov and Kolmogorov
 * (2004): two trees grow from the terminals, and where they meet flow is pushed. Capacities are whole
 * numbers, so the flow ends exactly.
 */
export class PixelGraph {
  /** The node next to each node in each of the eight directions; -1 where there is none. */
  readonly neighbour: Int32Array;
  /** What may still flow along each of these links. */
  readonly capacity: Int32Array;
  /** What may still flow in from the source (above 0) or out to the sink (below 0). */
  readonly terminal: Int32Array;

  private readonly parent: Int8Array;
  private readonly inSink: Uint8Array;
  private readonly distance: Int32Array;
  private readonly stamp: Int32Array;
  private readonly queued: Uint8Array;
  private readonly active: Int32Array;
  private activeFrom = 0;
  private activeCount = 0;
  private readonly orphans: number[] = [];
  private time = 0;

  constructor(readonly count: number) {
    this.neighbour = new Int32Array(count * 8).fill(NONE);
    this.capacity = new Int32Array(count * 8);
    this.terminal = new Int32Array(count);
    this.parent = new Int8Array(count).fill(NONE);
    this.inSink = new Uint8Array(count);
    this.distance = new Int32Array(count);
    this.stamp = new Int32Array(count);
    this.queued = new Uint8Array(count);
    this.active = new Int32Array(count);
  }

  /** A graph with the same links, of which nothing was solved yet. */
  linkedAlike(): PixelGraph {
    const made = new PixelGraph(this.count);
    made.neighbour.set(this.neighbour);
    made.capacity.set(this.capacity);
    return made;
  }

  /** Links two nodes both ways with the same capacity. */
  link(a: number, b: number, direction: number, capacity: number): void {
    this.neighbour[a * 8 + direction] = b;
    this.neighbour[b * 8 + 7 - direction] = a;
    this.capacity[a * 8 + direction] = capacity;
    this.capacity[b * 8 + 7 - direction] = capacity;
  }

  /** Finds the cut. `stopped` is asked now and then; once it says so, the cut is left unfinished. */
  solve(stopped: () => boolean = () => false): void {
    this.start();
    let rounds = 0;
    for (let node = this.nextActive(); node !== NONE; ) {
      if ((++rounds & 8191) === 0 && stopped()) return;
      const meets = this.grow(node);
      if (meets === NONE) {
        node = this.nextActive();
        continue;
      }
      this.time++;
      this.augment(meets);
      // In the order in which they came: what hangs on an orphan has to wait for it.
      for (let at = 0; at < this.orphans.length; at++) this.adopt(this.orphans[at] as number);
      this.orphans.length = 0;
      if (this.parent[node] === NONE) node = this.nextActive();
    }
  }

  /** Whether a node stays with the source after `solve`. */
  keeps(node: number): boolean {
    return this.parent[node] !== NONE && this.inSink[node] === 0;
  }

  private start(): void {
    for (let node = 0; node < this.count; node++) {
      const to = this.terminal[node] as number;
      if (to === 0) continue;
      this.inSink[node] = to < 0 ? 1 : 0;
      this.parent[node] = TERMINAL;
      this.distance[node] = 1;
      this.activate(node);
    }
  }

  private activate(node: number): void {
    if (this.queued[node]) return;
    this.queued[node] = 1;
    let at = this.activeFrom + this.activeCount++;
    if (at >= this.count) at -= this.count;
    this.active[at] = node;
  }

  private nextActive(): number {
    while (this.activeCount > 0) {
      const node = this.active[this.activeFrom] as number;
      if (++this.activeFrom === this.count) this.activeFrom = 0;
      this.activeCount--;
      this.queued[node] = 0;
      if (this.parent[node] !== NONE) return node;
    }
    return NONE;
  }

  /** Grows the tree at a node; gives the link (of the source's side) where it meets the other tree. */
  private grow(node: number): number {
    const { neighbour, capacity, parent, inSink, distance, stamp } = this;
    const sink = inSink[node] as number;
    const base = node * 8;
    for (let k = 0; k < 8; k++) {
      const other = neighbour[base + k] as number;
      if (other === NONE) continue;
      const back = other * 8 + 7 - k;
      if ((sink ? capacity[back] : capacity[base + k]) === 0) continue;
      if (parent[other] === NONE) {
        inSink[other] = sink;
        parent[other] = 7 - k;
        stamp[other] = stamp[node] as number;
        distance[other] = (distance[node] as number) + 1;
        this.activate(other);
      } else if (inSink[other] !== sink) {
        return sink ? back : base + k;
      } else if (
        (stamp[other] as number) <= (stamp[node] as number) &&
        (distance[other] as number) > (distance[node] as number)
      ) {
        parent[other] = 7 - k;
        stamp[other] = stamp[node] as number;
        distance[other] = (distance[node] as number) + 1;
      }
    }
    return NONE;
  }

  /** Pushes as much as goes along the path through the link `meets`. */
  private augment(meets: number): void {
    const { neighbour, capacity, parent, terminal, orphans } = this;
    const from = meets >> 3;
    const to = neighbour[meets] as number;
    const back = to * 8 + 7 - (meets & 7);
    let most = capacity[meets] as number;
    let node = from;
    for (let k = parent[node] as number; k !== TERMINAL; k = parent[node] as number) {
      const above = neighbour[node * 8 + k] as number;
      most = Math.min(most, capacity[above * 8 + 7 - k] as number);
      node = above;
    }
    most = Math.min(most, terminal[node] as number);
    node = to;
    for (let k = parent[node] as number; k !== TERMINAL; k = parent[node] as number) {
      most = Math.min(most, capacity[node * 8 + k] as number);
      node = neighbour[node * 8 + k] as number;
    }
    most = Math.min(most, -(terminal[node] as number));

    capacity[meets] = (capacity[meets] as number) - most;
    capacity[back] = (capacity[back] as number) + most;
    node = from;
    for (let k = parent[node] as number; k !== TERMINAL; k = parent[node] as number) {
      const above = neighbour[node * 8 + k] as number;
      const down = above * 8 + 7 - k;
      capacity[node * 8 + k] = (capacity[node * 8 + k] as number) + most;
      capacity[down] = (capacity[down] as number) - most;
      if (capacity[down] === 0) {
        parent[node] = ORPHAN;
        orphans.push(node);
      }
      node = above;
    }
    terminal[node] = (terminal[node] as number) - most;
    if (terminal[node] === 0) {
      parent[node] = ORPHAN;
      orphans.push(node);
    }
    node = to;
    for (let k = parent[node] as number; k !== TERMINAL; k = parent[node] as number) {
      const above = neighbour[node * 8 + k] as number;
      const down = above * 8 + 7 - k;
      capacity[down] = (capacity[down] as number) + most;
      capacity[node * 8 + k] = (capacity[node * 8 + k] as number) - most;
      if (capacity[node * 8 + k] === 0) {
        parent[node] = ORPHAN;
        orphans.push(node);
      }
      node = above;
    }
    terminal[node] = (terminal[node] as number) + most;
    if (terminal[node] === 0) {
      parent[node] = ORPHAN;
      orphans.push(node);
    }
  }

  /** Finds a node that lost its parent another one with a way to the terminal, or sets it free. */
  private adopt(node: number): void {
    const { neighbour, capacity, parent, inSink, stamp, distance } = this;
    const sink = inSink[node] as number;
    const base = node * 8;
    let best = NONE;
    let least = FAR;
    for (let k = 0; k < 8; k++) {
      const other = neighbour[base + k] as number;
      if (other === NONE || parent[other] === NONE || inSink[other] !== sink) continue;
      const flows = sink ? capacity[base + k] : capacity[other * 8 + 7 - k];
      if (flows === 0) continue;
      const length = this.wayFrom(other);
      if (length < least) {
        best = k;
        least = length;
      }
    }
    if (best !== NONE) {
      parent[node] = best;
      stamp[node] = this.time;
      distance[node] = least + 1;
      return;
    }
    parent[node] = NONE;
    for (let k = 0; k < 8; k++) {
      const other = neighbour[base + k] as number;
      if (other === NONE || parent[other] === NONE || inSink[other] !== sink) continue;
      const flows = sink ? capacity[base + k] : capacity[other * 8 + 7 - k];
      if (flows !== 0) this.activate(other);
      if (parent[other] === 7 - k) {
        parent[other] = ORPHAN;
        this.orphans.push(other);
      }
    }
  }

  /** How long the way from a node to its terminal is; FAR when it ends at an orphan. */
  private wayFrom(node: number): number {
    const { neighbour, parent, stamp, distance, time } = this;
    let length = 0;
    let at = node;
    for (;;) {
      if (stamp[at] === time) {
        length += distance[at] as number;
        break;
      }
      const k = parent[at] as number;
      if (k === TERMINAL) {
        length++;
        stamp[at] = time;
        distance[at] = 1;
        break;
      }
      if (k === ORPHAN || k === NONE) return FAR;
      length++;
      at = neighbour[at * 8 + k] as number;
    }
    // The nodes on the way remember what was found.
    let left = length;
    for (let each = node; stamp[each] !== time; ) {
      stamp[each] = time;
      distance[each] = left--;
      each = neighbour[each * 8 + (parent[each] as number)] as number;
    }
    return length;
  }
}
