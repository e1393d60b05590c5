import type { Brush, BrushWork } from '@diplex/core';

const EDGE_WAYS = { soften: 'soften', firm: 'firm', choke: 'spread', spread: 'choke' } as const;
const GREY_TONES = { darks: 'lights', mids: 'mids', lights: 'darks' } as const;

function workOnTurned(work: BrushWork): BrushWork | null {
  // How sheer a thing is has no other side: its alpha would be what is hidden.
  if (work.does === 'sheer') return null;
  if (work.does === 'taps') return { ...work, keep: work.drop, drop: work.keep };
  const way = work.way === 'dodge' ? 'burn' : 'dodge';
  return { ...work, way, tones: GREY_TONES[work.tones] };
}

/**
 * What a brush must do to a mask that is used turned round, so that it does to what is seen what was meant: showing is
 * showing, whichever way the mask is used. Null for what cannot be done so.
 */
export function onTurned(brush: Brush): Brush | null {
  if (brush.work) {
    const work = workOnTurned(brush.work);
    return work && { ...brush, work };
  }
  if (brush.edge) return { ...brush, edge: { ...brush.edge, way: EDGE_WAYS[brush.edge.way] } };
  return { ...brush, value: 1 - brush.value };
}
