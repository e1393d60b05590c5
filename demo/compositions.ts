import {
  addLayer,
  addMask,
  addPart,
  type Composition,
  EMPTY_HISTORY,
  type History,
  IDENTITY,
  type LetteringContent,
  type Mask,
  newComposition,
  newId,
  type Operation,
  type OutlinePart,
  type OvalPart,
  type PhotoLayer,
  type PickedPart,
  perform,
  placedAt,
  plainLayer,
  record,
  type Size,
  scaleToCanvas,
  setBlending,
  setLayerEdge,
  setMaskFeather,
  setOpacity,
  setPlacement,
  showAgain,
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

  /** Lets a plume fade out towards its ends, each in a way of its own. */
  plumeMask(layer: string, { width, height }: Size, i: number): void {
    const part: OvalPart = {
      ...{ id: newId(), kind: 'oval', name: 'Oval', shown: true, combine: 'add', feather: 60 },
      ...{ inverted: false, turn: (i * 37) % 90 },
      ...{ x: width * (0.2 + 0.03 * (i % 3)), y: height * (0.12 + 0.04 * (i % 4)) },
      ...{ width: width * (0.6 - 0.04 * (i % 3)), height: height * (0.72 - 0.06 * (i % 4)) },
    };
    const mask: Mask = {
      ...{ id: newId(), name: 'Mask', startsFrom: 'empty', feather: 0, parts: [part] },
      size: { width, height },
    };
    this.do(addMask, { layer, mask, lies: IDENTITY, words: 'Oval on the mask of a plume' });
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

/** Where each plume of steam lies on the pond: its place, how large, how it is turned, and how much of it shows. */
const PLUMES = [
  { x: 520, y: 300, scale: 0.42, turn: -6, opacity: 0.8 },
  { x: 470, y: 210, scale: 0.5, turn: 14, opacity: 0.55 },
  { x: 590, y: 150, scale: 0.36, turn: -24, opacity: 0.5 },
  { x: 180, y: 560, scale: 0.5, turn: 88, opacity: 0.35 },
  { x: 480, y: 690, scale: 0.46, turn: 94, opacity: 0.28 },
  { x: 1080, y: 640, scale: 0.5, turn: -86, opacity: 0.32 },
  { x: 1290, y: 430, scale: 0.6, turn: -100, opacity: 0.3 },
  { x: 900, y: 470, scale: 0.4, turn: 80, opacity: 0.3 },
] as const;

/** The kettle in its boat, on the wire that is still to be taken out, with one plume shown eight times and a credit line. */
export function kettleOnThePond(
  sourceOf: (file: string) => DemoSource,
  letters: LetteringContent,
): DemoComposition {
  const bench = new Builder('Kettle on the pond', { width: 1500, height: 1000 });
  bench.photo('Kettle by the pond', sourceOf('kettle-pond-on-its-wire.jpg'), 'natural');
  const plume = bench.photo('Plume', sourceOf('plates/smoke.jpg'), 'natural');
  bench.do(setBlending, { layer: plume.id, blending: 'screen' });
  PLUMES.forEach(({ x, y, scale, turn, opacity }, i) => {
    const layer = i === 0 ? plume.id : newId();
    if (i > 0) bench.do(showAgain, { layer: plume.id, showing: layer });
    const placement = { ...placedAt({ x, y }), scaleX: scale, scaleY: scale, turn };
    bench.do(setPlacement, {
      layer,
      placement: i % 2 ? { ...placement, mirrorAcross: true } : placement,
    });
    bench.do(setOpacity, { layer, opacity });
    bench.plumeMask(layer, plume.content.size, i);
  });
  const text = plainLayer(newId(), 'Credit line', letters, placedAt({ x: 750, y: 950 }));
  bench.do(addLayer, { layer: text });
  return bench.result;
}
