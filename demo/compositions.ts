import {
  addLayer,
  addMask,
  addPart,
  type Composition,
  EMPTY_HISTORY,
  type History,
  type Mask,
  newComposition,
  newId,
  type Operation,
  type OutlinePart,
  type PhotoLayer,
  type PickedPart,
  perform,
  placedAt,
  plainLayer,
  record,
  type Size,
  scaleToCanvas,
  setLayerEdge,
  setMaskFeather,
  setPlacement,
  showLayer,
} from '@diplex/document';
import { GAP, HEADLAND } from './outlines';

/** What the seed knows of a source on the shelf. */
export interface DemoSource extends Size {
  readonly hash: string;
}

export interface DemoComposition {
  readonly document: Composition;
  readonly history: History;
}

type Points = readonly (readonly [x: number, y: number])[];

function outlinePart(name: string, combine: 'add' | 'subtract', points: Points): OutlinePart {
  return {
    ...{ id: newId(), kind: 'outline', name, shown: true, combine, feather: 0, inverted: false },
    points: points.map(([x, y]) => ({ x, y })),
  };
}

/** Builds a composition with the application's own operations, history included. */
class Builder {
  private composition: Composition;
  private history = EMPTY_HISTORY;

  constructor(title: string, canvas: Size) {
    this.composition = newComposition(title, canvas);
  }

  get result(): DemoComposition {
    return { document: this.composition, history: this.history };
  }

  do<Args>(operation: Operation<Args>, args: Args): void {
    const { composition, entry } = perform(this.composition, operation, args);
    this.composition = composition;
    if (entry) this.history = record(this.history, entry);
  }

  /** Adds a photograph in the middle of the canvas, and fills it if asked to. */
  photo(name: string, source: DemoSource, way: 'natural' | 'fill'): PhotoLayer {
    const { canvas } = this.composition;
    const { width, height, hash } = source;
    const scale = way === 'fill' ? scaleToCanvas('fill', source, canvas, 0) : 1;
    const centre = placedAt({ x: canvas.width / 2, y: canvas.height / 2 });
    const content = { kind: 'photo' as const, source: hash, size: { width, height } };
    const placement = { ...centre, scaleX: scale, scaleY: scale };
    const layer: PhotoLayer = plainLayer(newId(), name, content, placement);
    this.do(addLayer, { layer });
    return layer;
  }

  /** A mask of one part that was worked out before; its tiles are stored. */
  picked(layer: PhotoLayer, part: PickedPart): void {
    const mask: Mask = {
      ...{ id: newId(), name: 'Mask', startsFrom: 'empty', feather: 0, parts: [part] },
    };
    this.do(addMask, { layer: layer.id, mask, words: `${part.name} on the mask of ${layer.name}` });
  }

  outline(layer: PhotoLayer, points: Points, feather: number): string {
    const mask: Mask = {
      ...{ id: newId(), name: 'Mask', startsFrom: 'empty', feather: 0 },
      parts: [outlinePart('Outline', 'add', points)],
    };
    this.do(addMask, { layer: layer.id, mask, words: `Outline on the mask of ${layer.name}` });
    this.do(setMaskFeather, { mask: mask.id, feather });
    return mask.id;
  }
}

/** The keeper, cut out by marks and with the hair solved, before the harbour wall. */
export function keeperAtTheWall(
  sourceOf: (file: string) => DemoSource,
  cut: PickedPart,
): DemoComposition {
  const bench = new Builder('The Kettle Comet, poster A', { width: 1500, height: 1000 });
  bench.photo('Harbour wall', sourceOf('photos/harbour-wall.jpg'), 'natural');
  const keeper = bench.photo('Keeper', sourceOf('photos/keeper-portrait.jpg'), 'natural');
  const scale = 0.6;
  const placement = {
    ...keeper.placement,
    x: 980,
    y: 1000 - 750 * scale,
    scaleX: scale,
    scaleY: scale,
  };
  bench.do(setPlacement, { layer: keeper.id, placement });
  bench.picked(keeper, cut);
  return bench.result;
}

/** The headland without its sky, ready for a new one: two to choose from, one of them hidden. */
export function headlandForDusk(sourceOf: (file: string) => DemoSource): DemoComposition {
  const bench = new Builder('Headland, new sky', { width: 1620, height: 1080 });
  bench.photo('Dusk sky', sourceOf('plates/sky-dusk.jpg'), 'fill');
  const storm = bench.photo('Storm sky', sourceOf('plates/sky-storm.jpg'), 'fill');
  bench.do(showLayer, { layer: storm.id, shown: false });
  const headland = bench.photo('Headland', sourceOf('photos/headland-noon.jpg'), 'natural');
  const mask = bench.outline(headland, HEADLAND, 1);
  bench.do(addPart, { mask, part: outlinePart('Gap', 'subtract', GAP) });
  // The pale sky still shines along the rails and the grass.
  bench.do(setLayerEdge, { layer: headland.id, edge: { fringe: 1, fringeWidth: 12 } });
  return bench.result;
}
