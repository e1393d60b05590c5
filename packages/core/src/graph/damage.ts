import type { Between, GraphNode } from './node';
import { joined, NOWHERE, type Region } from './region';

class Comparison implements Between {
  private readonly known = new WeakMap<GraphNode, WeakMap<GraphNode, Map<number, Region>>>();

  differ(before: GraphNode, after: GraphNode, scale: number): Region {
    if (before === after || before.key === after.key) return NOWHERE;
    const known = this.pair(before, after).get(scale);
    if (known) return known;
    const made = after.differs(before, this, scale);
    this.learn(before, after, scale, made);
    return made;
  }

  learn(before: GraphNode, after: GraphNode, scale: number, region: Region): void {
    this.pair(before, after).set(scale, region);
  }

  private pair(before: GraphNode, after: GraphNode): Map<number, Region> {
    const pairs = this.known.get(after) ?? new WeakMap<GraphNode, Map<number, Region>>();
    this.known.set(after, pairs);
    const scales = pairs.get(before) ?? new Map<number, Region>();
    pairs.set(before, scales);
    return scales;
  }
}

/**
 * Where two graphs may look otherwise at a scale, in output pixels. What has the same key is not looked
 * into.
 */
export function damage(before: GraphNode, after: GraphNode, scale: number): Region {
  return new Comparison().differ(before, after, scale);
}

/** Where a graph may look otherwise once some of its leaves do: `leaf` says where each of them does. */
export function touched(
  root: GraphNode,
  scale: number,
  leaf: (node: GraphNode, scale: number) => Region,
): Region {
  const known = new Map<GraphNode, Map<number, Region>>();
  const at = (node: GraphNode, scaled: number): Region => {
    const scales = known.get(node) ?? new Map<number, Region>();
    known.set(node, scales);
    const found = scales.get(scaled);
    if (found) return found;
    const inputs = (input: number) =>
      at(node.inputs[input] as GraphNode, node.inputScale(input, scaled));
    const made = joined(leaf(node, scaled), node.through(inputs, scaled));
    scales.set(scaled, made);
    return made;
  };
  return at(root, scale);
}
