import type { CoatLays, Composition, Fill, FillColour } from './composition';

function ofFill(fill: Fill | CoatLays | null): readonly FillColour[] {
  if (!fill || fill.by === 'nothing' || fill.by === 'taken') return [];
  if (fill.by === 'colour') return [fill.colour];
  return [fill.first, ...(fill.between ?? []).map(({ colour }) => colour), fill.last];
}

/** The colours that a composition's fills, shapes, texts and coats have, each once, those of near layers first. */
export function coloursOf({ layers }: Composition): readonly FillColour[] {
  const all = Object.values(layers)
    .reverse()
    .flatMap(({ content }) => {
      if (content.kind === 'paint') return content.coats.flatMap(({ lays }) => ofFill(lays));
      if (content.kind === 'fill') return ofFill(content.fill);
      if (content.kind !== 'shape' && content.kind !== 'lettering') return [];
      return [...ofFill(content.fill), ...(content.stroke ? [content.stroke.colour] : [])];
    });
  const known = new Map(all.map((colour) => [`${colour.r},${colour.g},${colour.b}`, colour]));
  return [...known.values()].map((colour) => ({ ...colour, alpha: 1 }));
}
