import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PixelGraph, STEPS } from './max-flow';

const WIDTH = 4;
const HEIGHT = 3;
const COUNT = WIDTH * HEIGHT;

interface Link {
  readonly from: number;
  readonly to: number;
  readonly direction: number;
  readonly capacity: number;
}

/** All links of a small grid, with these capacities in turn. */
function linksOf(capacities: readonly number[]): Link[] {
  const links: Link[] = [];
  for (let p = 0; p < COUNT; p++) {
    const [x, y] = [p % WIDTH, Math.floor(p / WIDTH)];
    for (let direction = 4; direction < 8; direction++) {
      const [dx, dy] = STEPS[direction] as readonly [number, number];
      if (x + dx < 0 || x + dx >= WIDTH || y + dy >= HEIGHT) continue;
      const capacity = capacities[links.length % capacities.length] as number;
      links.push({ from: p, to: p + dy * WIDTH + dx, direction, capacity });
    }
  }
  return links;
}

function costOf(
  keeps: (node: number) => boolean,
  terminals: readonly number[],
  links: readonly Link[],
) {
  let cost = 0;
  terminals.forEach((terminal, node) => {
    if (keeps(node) && terminal < 0) cost -= terminal;
    if (!keeps(node) && terminal > 0) cost += terminal;
  });
  for (const { from, to, capacity } of links) if (keeps(from) !== keeps(to)) cost += capacity;
  return cost;
}

describe('a minimum cut', () => {
  it('costs as little as the best of all cuts', () => {
    const numbers = fc.record({
      terminals: fc.array(fc.integer({ min: -20, max: 20 }), {
        minLength: COUNT,
        maxLength: COUNT,
      }),
      capacities: fc.array(fc.integer({ min: 0, max: 12 }), { minLength: 5, maxLength: 30 }),
    });
    fc.assert(
      fc.property(numbers, ({ terminals, capacities }) => {
        const links = linksOf(capacities);
        const graph = new PixelGraph(COUNT);
        terminals.forEach((terminal, node) => {
          graph.terminal[node] = terminal;
        });
        for (const { from, to, direction, capacity } of links) {
          graph.link(from, to, direction, capacity);
        }
        graph.solve();
        const found = costOf((node) => graph.keeps(node), terminals, links);
        let best = Number.POSITIVE_INFINITY;
        for (let cut = 0; cut < 2 ** COUNT; cut++) {
          best = Math.min(
            best,
            costOf((node) => ((cut >> node) & 1) === 1, terminals, links),
          );
        }
        expect(found).toBe(best);
      }),
      { numRuns: 40 },
    );
  });

  it('can be called off', () => {
    const graph = new PixelGraph(200 * 200);
    for (let p = 0; p < graph.count; p++) {
      graph.terminal[p] = p % 200 < 100 ? 5 : -5;
      if (p % 200 < 199) graph.link(p, p + 1, 4, 3);
    }
    let asked = 0;
    graph.solve(() => {
      asked++;
      return true;
    });
    expect(asked).toBe(1);
  });
});
