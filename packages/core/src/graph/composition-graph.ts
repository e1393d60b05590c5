import {
  AREA_ID,
  affineOf,
  areaLayer,
  aroundUnflattened,
  type BlendMode,
  boundsAfter,
  type Coat,
  type CoatLays,
  type Composition,
  contentBounds,
  type GeneratedLayer,
  groupOf,
  hasExtent,
  invert,
  isGenerated,
  isGlass,
  isGroup,
  isPaint,
  isShadow,
  isShowing,
  isWarped,
  type Layer,
  type LayerBlending,
  type LayerEdge,
  layerBounds,
  layerById,
  layerIdOf,
  layerMap,
  layerMatrix,
  listAround,
  type Mask,
  type Matrix,
  maskMatrix,
  maskOf,
  multiply,
  ownPixelsHolder,
  ownPixelsId,
  type PaintLayer,
  PlaneMap,
  photoIn,
  type Rect,
  type ShadowLayer,
  type Size,
  type Step,
  scaling,
  shadowCast,
  stepHolder,
  stepHolderId,
  stepIdOf,
  TINT_WIDTH,
  type Tiled,
  translation,
  unflattened,
  WRAP_WIDTH,
  withDescendants,
  withShowings,
} from '@diplex/document';
import {
  type Count,
  definitionOf,
  generatedOf,
  HISTOGRAM,
  isAtWork,
  type Measure,
  presentValues,
  stepEntry,
} from '@diplex/steps';
import { hasFringe } from '../render/clean-fringe';
import type { EdgeEntry } from '../render/enter-edge';
import type { GraphNode } from './node';
import { BrushedNode, type BrushedWay } from './nodes/brushed-node';
import { EdgeEntryNode, FringeNode } from './nodes/edge-nodes';
import { GlassNode, OverNode, ThroughNode } from './nodes/fold-nodes';
import { GatherNode } from './nodes/gather-node';
import { GeneratedNode, leftOf, uprightOf } from './nodes/generated-node';
import { LetteringNode } from './nodes/lettering-node';
import {
  ChokeNode,
  CombineNode,
  CoverageNode,
  FeatherNode,
  FirmNode,
  MaskUseNode,
  SteepNode,
} from './nodes/mask-nodes';
import { NormalsNode } from './nodes/normals-node';
import {
  CoatNode,
  type Laid as LaidDown,
  MembraneNode,
  MetNode,
  TakenNode,
} from './nodes/paint-nodes';
import { TilesNode, TonesNode } from './nodes/part-nodes';
import { PhotoNode } from './nodes/photo-node';
import { AlphaNode, BorderNode, ClearNode, EndingNode, FillNode } from './nodes/plain-nodes';
import { PushNode } from './nodes/push-node';
import { REPEATS, RepeatedNode } from './nodes/repeated-node';
import { MirrorNode, ShadowNode } from './nodes/shadow-node';
import { ShapesNode } from './nodes/shapes-node';
import { SpeckleNode } from './nodes/speckle-node';
import {
  ChainEndNode,
  CountNode,
  CoveredNode,
  type DrawnPoint,
  type Frame,
  type MeasureNode,
  NearNode,
  PointRunNode,
} from './nodes/step-nodes';
import { WarpedBorderNode, WarpedPhotoNode, WarpNode } from './nodes/warp-nodes';
import { type Looks, partNode } from './part-kinds';

/** What is drawn of a layer, apart from how it is composited. */
export interface LayerNodes {
  /** Its own pixels, as they are. */
  readonly picture: GraphNode;
  /** Its mask as it is used; null when it has none. */
  readonly mask: GraphNode | null;
  /** Where it shows: its border times its mask; null for everywhere (a group without a mask). */
  readonly coverage: GraphNode | null;
  /** What lies behind it. */
  readonly behind: GraphNode;
}

/** What a step lays under or over a layer. */
interface Laid {
  readonly node: GraphNode;
  readonly step: Step;
  readonly mask: GraphNode | null;
}

/** A layer as its edge and its chain leave it. */
interface Look {
  readonly content: GraphNode;
  /** Where it shows; null for everywhere, or where the content itself has been covered. */
  readonly coverage: GraphNode | null;
  readonly under: readonly Laid[];
  readonly over: readonly Laid[];
}

/** What of what lies behind enters a layer's edge. */
function entriesOf({ tint, tintWidth, wrap, wrapWidth }: LayerEdge): EdgeEntry[] {
  return [
    ...(tint ? [{ way: 'tint' as const, amount: tint, width: tintWidth ?? TINT_WIDTH }] : []),
    ...(wrap ? [{ way: 'wrap' as const, amount: wrap, width: wrapWidth ?? WRAP_WIDTH }] : []),
  ];
}

/** How a layer is put on what lies behind it. */
type Compositing = Pick<Layer, 'opacity' | 'contentOpacity' | 'blending'>;

/** What is known of where a picture is looked at. */
interface SeenFrom {
  /** Takes what is drawn of each layer in a group. */
  readonly known: Map<string, LayerNodes> | null;
  /** What lies behind the layer, where it is looked at from its own place. */
  readonly behind: GraphNode | null;
}

/** The tiles of a coat, and then those of all that were laid together with it. */
function laidTogether(
  coats: readonly Coat[],
  tiles: readonly GraphNode[],
  at: number,
): readonly GraphNode[] {
  const nameOf = (lays: CoatLays | undefined) => lays?.by === 'taken' && lays.together;
  const name = nameOf(coats[at]?.lays);
  const others = tiles.filter((_, i) => i !== at && name && nameOf(coats[i]?.lays) === name);
  return [tiles[at] as GraphNode, ...others];
}

/** Whether brushes pushed something along, and any of that is done. */
function isPushed({ push }: Pick<Layer, 'push'>): boolean {
  return Boolean(push && (push.amount ?? 1) > 0 && Object.keys(push.tiles).length > 0);
}

/** Whether what is pushed over one side of a layer comes in on the other. */
function wrapsRound(layer: Layer): boolean {
  return isPushed(layer) && layer.push?.edge === 'wrap';
}

/** A picture beside itself on all sides. */
function repeated(draw: (at: Matrix) => GraphNode, size: Size, matrix: Matrix): GraphNode {
  const { width, height } = size;
  const copies = REPEATS.map(([across, down]) =>
    draw(multiply(matrix, translation(across * width, down * height))),
  );
  return new RepeatedNode(copies, size, matrix);
}

/** Whether a group's layers are put on what lies behind it one by one; a chain, or a push, needs them as one thing. */
function passesThrough(layer: Layer): boolean {
  if (!isGroup(layer) || layer.content.mixing !== 'through') return false;
  return !isPushed(layer) && !layer.steps.some(isAtWork);
}

const graphs = new WeakMap<Composition, CompositionGraph>();

/** The graph of a composition, made once. */
export function graphOf(composition: Composition): CompositionGraph {
  const known = graphs.get(composition);
  if (known) return known;
  const made = new CompositionGraph(withShowings(composition));
  graphs.set(composition, made);
  return made;
}

/** How what a step goes by is measured. */
const MEASURES: Readonly<
  Record<
    Measure,
    (
      content: GraphNode,
      coverage: GraphNode | null,
      frame: Frame,
      mixIn: Composition['mixIn'],
    ) => MeasureNode
  >
> = {
  histogram: (content, coverage, frame, mixIn) =>
    new CountNode(HISTOGRAM, content, coverage, frame, mixIn),
  shape: (content, coverage, frame, mixIn) => new NormalsNode(content, coverage, frame, mixIn),
};

/** What a histogram is read of. */
export type ReadOf = 'composition' | 'area' | { readonly layer: string };

/** What is drawn from what in a composition. */
export class CompositionGraph {
  /** The composition as it shows. */
  readonly root: GraphNode;
  private readonly known = new Map<string, LayerNodes>();
  private readonly pictures = new Map<string, GraphNode>();
  /** Groups whose picture is being put together: whoever looks at them from inside sees nothing. */
  private readonly underWay = new Set<string>();

  constructor(private readonly composition: Composition) {
    this.root = this.fold(composition.root, new ClearNode(), this.known);
  }

  /** A layer with what it shows of another as its own. */
  private asDrawn(layer: Layer): Layer {
    if (!isShowing(layer)) return layer;
    return { ...layer, content: layerById(this.composition, layer.id)?.content ?? layer.content };
  }

  /** What is drawn of a layer, of one that is hidden, or of the stand-in for the area. */
  layer(asked: Layer): LayerNodes {
    const layer = this.asDrawn(asked);
    const known = this.known.get(layer.id);
    if (known) return known;
    if (layer.id === AREA_ID) return this.nodesOf(layer, this.root);
    const owner = layerById(this.composition, layerIdOf(layer.id));
    if (stepIdOf(layer.id) !== null && owner) return this.underMask(layer, this.layer(owner));
    // It is in a group that is hidden: that is put together as if it were not, on nothing.
    const group = groupOf(this.composition, layer.id);
    const list = listAround(this.composition, group?.id ?? null);
    this.fold(list, new ClearNode(), this.known);
    return this.known.get(layer.id) ?? this.nodesOf(layer, new ClearNode());
  }

  /** A layer by itself, without its mask and its chain: its content within its border. */
  alone(asked: Layer): GraphNode {
    const layer = this.asDrawn(asked);
    const { mixIn } = this.composition;
    const picture = isGlass(layer) ? this.layer(layer).picture : this.pictureOf(layer);
    const border = this.borderOf(layer);
    return new OverNode(layer.id, new ClearNode(), picture, border, 1, 'normal', mixIn);
  }

  /** A layer put on something: its fringe cleaned, its chain gone through, its edge tinted. */
  laidOn(
    asked: Layer,
    nodes: LayerNodes,
    behind: GraphNode,
    { opacity, contentOpacity = 1, blending }: Compositing,
  ): GraphNode {
    const layer = this.asDrawn(asked);
    const { mixIn } = this.composition;
    const { content, coverage: masked, under, over } = this.look(layer, nodes, behind);
    const coverage = this.byTone(layer, masked, { source: nodes.picture, content, behind });
    const lay = (on: GraphNode, { node, step, mask }: Laid) => {
      const id = stepHolderId(layer.id, step.id);
      return new OverNode(id, on, node, mask, opacity * step.amount, step.blending, mixIn);
    };
    const full = opacity * contentOpacity;
    const onUnder = under.reduce<GraphNode>(lay, behind);
    if (full === 0) return over.reduce<GraphNode>(lay, onUnder);
    const by = blendedBy(layer.id, coverage, full, blending);
    const covered = new OverNode(
      ...([layer.id, onUnder, content, by.coverage, by.opacity, by.mode, mixIn] as const),
    );
    return over.reduce<GraphNode>(lay, covered);
  }

  /** A layer's content as it shows before something. */
  private look(layer: Layer, nodes: LayerNodes, behind: GraphNode): Look {
    const { edge } = layer;
    const { picture, mask } = nodes;
    const { mixIn, canvas } = this.composition;
    const clean =
      mask && hasFringe(edge)
        ? new FringeNode(
            ...([picture, mask, edge, mixIn] as const),
            edge.fringeBrushed ? this.tilesOf(edge.fringeBrushed, layer) : null,
            edge.fringeWhere === 'visible' ? behind : null,
          )
        : picture;
    const look = this.chained(layer, clean, nodes.coverage, behind);
    const entries = isGlass(layer) ? [] : entriesOf(edge);
    if (entries.length === 0) return look;
    // What has no mask has an edge all the same where its own pixels end.
    const shape = mask ?? new AlphaNode(look.content);
    const entered = entries.reduce<GraphNode>(
      (content, entry) => new EdgeEntryNode(content, shape, behind, entry, canvas, mixIn),
      look.content,
    );
    return { ...look, content: entered };
  }

  /** Coverage where a layer's tones, and those of what lies behind it, are within its windows. */
  private byTone(
    { byTone }: Layer,
    coverage: GraphNode | null,
    seen: { readonly source: GraphNode; readonly content: GraphNode; readonly behind: GraphNode },
  ): GraphNode | null {
    if (!byTone) return coverage;
    const { mixIn } = this.composition;
    // A step may carry the layer beyond its border, where its source has no tones.
    const own = byTone.follows ? seen.content : new EndingNode(seen.source);
    const windows = [
      ...(byTone.own ? [new TonesNode(byTone.own, own, mixIn)] : []),
      ...(byTone.behind ? [new TonesNode(byTone.behind, seen.behind, mixIn)] : []),
    ];
    return windows.reduce<GraphNode | null>(
      (within, window) => (within ? new CoverageNode(within, window) : window),
      coverage,
    );
  }

  /** What comes into a step of a layer, and the histogram of what of it shows. */
  intoStep(asked: Layer, step: string): { content: GraphNode; histogram: GraphNode } {
    const layer = this.asDrawn(asked);
    const nodes = this.layer(layer);
    const before = layer.steps.slice(
      0,
      layer.steps.findIndex(({ id }) => id === step),
    );
    const covers = isGlass(layer) ? null : nodes.coverage;
    const { content, coverage } = this.chained(
      ...([{ ...layer, steps: before }, nodes.picture, covers, nodes.behind] as const),
    );
    const { mixIn } = this.composition;
    const histogram = new CountNode(HISTOGRAM, content, coverage, this.frameOf(layer), mixIn);
    return { content, histogram };
  }

  /** A count of what is read: all that shows, a layer as its chain leaves it, or what shows within the area. */
  read(of: ReadOf, count: Count): GraphNode {
    const { mixIn, canvas } = this.composition;
    const whole = { x: 0, y: 0, width: canvas.width, height: canvas.height };
    const { width, height } = canvas;
    const frame = {
      toShares: scaling(1 / width, 1 / height),
      aspect: width / height,
      canvas: whole,
    };
    if (of === 'area') {
      const { mask } = this.layer(areaLayer(this.composition));
      return new CountNode(count, this.root, mask, frame, mixIn);
    }
    const layer = of === 'composition' ? undefined : layerById(this.composition, of.layer);
    if (!layer) return new CountNode(count, this.root, null, frame, mixIn);
    const { picture, coverage, behind } = this.layer(layer);
    const covers = isGlass(layer) ? null : coverage;
    const look = this.chained(layer, isGlass(layer) ? behind : picture, covers, behind);
    return new CountNode(count, look.content, look.coverage, this.frameOf(layer), mixIn);
  }

  /** A layer as its mask and its chain leave it, and all that lies behind it, whatever group it is in. */
  thingAndScene(asked: Layer): { subject: GraphNode; scene: GraphNode } {
    const layer = this.asDrawn(asked);
    const nodes = this.layer(layer);
    const { content, coverage } = this.look(layer, nodes, nodes.behind);
    const { mixIn } = this.composition;
    let scene = nodes.behind;
    for (let group = groupOf(this.composition, layer.id); group; ) {
      if (!passesThrough(group)) {
        const { behind } = this.layer(group);
        scene = new OverNode(group.id, behind, scene, null, 1, 'normal', mixIn);
      }
      group = groupOf(this.composition, group.id);
    }
    return { subject: coverage ? new CoveredNode(content, coverage) : content, scene };
  }

  /** Content as the steps of a chain leave it, one after the other. */
  private chained(
    layer: Layer,
    start: GraphNode,
    covers: GraphNode | null,
    behind: GraphNode,
  ): Look {
    const steps = layer.steps.filter(isAtWork);
    if (steps.length === 0) return { content: start, coverage: covers, under: [], over: [] };
    const { mixIn } = this.composition;
    const frame = this.frameOf(layer);
    let [content, coverage] = [start, covers];
    let run: DrawnPoint[] = [];
    const [under, over]: [Laid[], Laid[]] = [[], []];
    const endRun = () => {
      if (run.length > 0) content = new PointRunNode(content, run, frame, mixIn);
      run = [];
    };
    for (const { step, mask } of steps.flatMap((each) => this.sited(layer, each, behind))) {
      const compute = stepEntry(step.kind)?.compute;
      if (!compute) continue;
      if (compute.reads === 'point') {
        if (compute.measures) endRun();
        const measure = compute.measures
          ? MEASURES[compute.measures](content, coverage, frame, mixIn)
          : null;
        run.push({ step, compute, mask, measure });
        continue;
      }
      endRun();
      const values = presentValues(step);
      const covered = Boolean(compute.covered?.(values)) && coverage !== null;
      const thing = covered && coverage ? new CoveredNode(content, coverage) : content;
      const counts = covered ? null : coverage;
      if (compute.reads === 'gather') {
        content = new GatherNode(thing, counts, { step, compute, mask }, frame, mixIn);
        if (covered) coverage = null;
        continue;
      }
      const drawn = { step, compute, mask };
      const lays = compute.lays?.(values);
      if (lays) {
        const node = new NearNode(thing, null, drawn, frame, mixIn, 'alone');
        (lays === 'under' ? under : over).push({ node, step, mask });
        continue;
      }
      content = new NearNode(thing, counts, drawn, frame, mixIn, 'mixed');
      if (covered) coverage = null;
    }
    endRun();
    const end = content === start ? start : new ChainEndNode(content);
    return { content: end, coverage, under, over };
  }

  /** What brushes laid down in the pixels of a layer's mask. */
  private tilesOf(tiled: Tiled, layer: Layer): GraphNode {
    const flat = new TilesNode(tiled, maskMatrix(this.composition, layer), 2);
    const linked = layer.maskUse?.linked ?? true;
    if (!linked) return this.putUp(flat, layer, 'around');
    return this.putUp(this.pushed(flat, layer), layer, 'layer');
  }

  /** A step with where it works; one that is brushed, and its opposite, where brushes laid them down. */
  private sited(
    layer: Layer,
    step: Step,
    behind: GraphNode,
  ): { readonly step: Step; readonly mask: GraphNode | null }[] {
    const mask = this.maskOf(stepHolder(layer, step), behind);
    const by = definitionOf(step.kind).brushed;
    if (!by || !step.brushed) return [{ step, mask }];
    const holder = ownPixelsHolder(layer, ownPixelsId(layer.id, step.id)) ?? layer;
    const tiles = this.tilesOf(step.brushed, holder);
    const within = (way: BrushedWay) => {
      const where = new BrushedNode(tiles, way);
      return mask ? new CoverageNode(where, mask) : where;
    };
    const does = { step, mask: within('does') };
    if (!by.against) return [does];
    const values = by.against(presentValues(step));
    return [does, { step: { ...step, values }, mask: within('against') }];
  }

  /** What the steps of a layer work on. */
  private frameOf(layer: Layer): Frame {
    const { width, height } = this.composition.canvas;
    const canvas = { x: 0, y: 0, width, height };
    const whole = isGlass(layer) ? canvas : contentBounds(this.composition, layer);
    const [across, down] = [Math.max(1, whole.width), Math.max(1, whole.height)];
    const own = isGlass(layer) ? [] : [invert(layerMatrix(this.composition, layer))];
    const steps = [scaling(1 / across, 1 / down), translation(-whole.x, -whole.y), ...own];
    return { toShares: steps.reduce(multiply), aspect: across / down, canvas };
  }

  /** Layers put on what lies behind them, far to near; `known` takes what is drawn of each. */
  private fold(
    ids: readonly string[],
    base: GraphNode,
    known: Map<string, LayerNodes> | null,
  ): GraphNode {
    return ids.reduce<GraphNode>((behind, id) => {
      const layer = layerById(this.composition, id);
      if (!layer) return behind;
      const nodes = this.nodesOf(layer, behind, known);
      known?.set(id, nodes);
      return layer.shown && layer.opacity > 0 ? this.put(layer, nodes, known) : behind;
    }, base);
  }

  private put(layer: Layer, nodes: LayerNodes, known: Map<string, LayerNodes> | null): GraphNode {
    const { behind, coverage } = nodes;
    const { id, opacity, blending } = layer;
    if (isGlass(layer)) {
      const { content } = this.chained(layer, behind, null, behind);
      if (content === behind) return behind;
      const { mixIn } = this.composition;
      const within = this.byTone(layer, nodes.mask, { source: behind, content, behind });
      const by = blendedBy(id, within, opacity, blending);
      return new GlassNode(id, behind, content, by.coverage, by.opacity, by.mode, mixIn);
    }
    if (isGroup(layer) && passesThrough(layer)) {
      const folded = this.fold(layer.content.children, behind, known);
      const seen = { source: nodes.picture, content: nodes.picture, behind };
      const within = this.byTone(layer, coverage, seen);
      if (!within && opacity === 1) return folded;
      // A glass in it changes all that lies behind the group, too.
      const glazed = withDescendants(this.composition, id).some(isGlass);
      const reach = glazed ? folded : nodes.picture;
      return new ThroughNode(id, behind, folded, within, opacity, reach);
    }
    return this.laidOn(layer, nodes, behind, layer);
  }

  /** What is drawn of a layer, or of the stand-in of a step, under its own mask. */
  private underMask(
    holder: Layer,
    { picture, behind }: Pick<LayerNodes, 'picture' | 'behind'>,
  ): LayerNodes {
    const mask = this.maskOf(holder, behind);
    const border = this.borderOf(holder);
    const coverage = border && mask ? new CoverageNode(border, mask) : (border ?? mask);
    return { picture, mask, coverage, behind };
  }

  private nodesOf(
    layer: Layer,
    behind: GraphNode,
    known: Map<string, LayerNodes> | null = null,
  ): LayerNodes {
    const isolated = isGroup(layer) && !passesThrough(layer);
    const picture = isGlass(layer)
      ? behind
      : this.pictureOf(layer, { known: isolated ? known : null, behind });
    return this.underMask(layer, { picture, behind });
  }

  private borderOf(layer: Layer): GraphNode | null {
    if (!hasExtent(layer)) return null;
    const flat = () => new BorderNode(layer.content.size, layerMatrix(this.composition, layer));
    if (isPushed(layer)) {
      const border = layer.push?.edge ? flat() : this.pushed(flat(), layer);
      return this.putUp(border, layer, 'layer');
    }
    if (isWarped(this.composition, layer)) {
      return new WarpedBorderNode(layer.content.size, layerMap(this.composition, layer));
    }
    return flat();
  }

  private pictureOf(layer: Layer, seen: SeenFrom = { known: null, behind: null }): GraphNode {
    const id = layerIdOf(layer.id);
    const made = this.pictures.get(id);
    if (made) return made;
    const picture = this.newPicture(layer, seen);
    // What takes from behind shows less to those who look from elsewhere, before it is known what lies there.
    if (seen.behind || !(isPaint(layer) || isGenerated(layer))) this.pictures.set(id, picture);
    return picture;
  }

  private newPicture(layer: Layer, { known, behind }: SeenFrom): GraphNode {
    const { content } = layer;
    const { mixIn } = this.composition;
    // Who looks at a glass from elsewhere sees nothing: it has no pixels of its own.
    if (content.kind === 'glass') return new ClearNode();
    if (content.kind === 'group') {
      if (this.underWay.has(layer.id)) return new ClearNode();
      this.underWay.add(layer.id);
      const picture = this.fold(content.children, new ClearNode(), known);
      this.underWay.delete(layer.id);
      return this.pushed(picture, layer);
    }
    if (content.kind === 'photo' && isWarped(this.composition, layer) && !isPushed(layer)) {
      const photo = photoIn(content, this.composition.canvas.profile);
      return new WarpedPhotoNode(photo, layerMap(this.composition, layer), mixIn);
    }
    if (isShadow(layer)) return this.thrownBy(layer);
    const flat = isPaint(layer)
      ? this.painted(layer, behind ?? new ClearNode())
      : isGenerated(layer)
        ? this.generated(layer, behind ?? new ClearNode())
        : (this.flatPicture(layer) ?? new ClearNode());
    const pushed = this.pushed(flat, layer);
    const map = unflattened(this.composition, layer);
    return map ? new WarpNode(pushed, map, this.flatBounds(layer), 'ends') : pushed;
  }

  /** The shadow of a layer as its mask leaves it; nothing of one that is gone, or of a shadow. */
  private thrownBy(layer: ShadowLayer): GraphNode {
    const { content } = layer;
    const thing = layerById(this.composition, content.of);
    const cast = shadowCast(this.composition, layer);
    if (!thing || !cast || isShadow(thing) || isGlass(thing) || !thing.shown)
      return new ClearNode();
    const nodes = this.underMask(thing, {
      picture: this.pictureOf(thing),
      behind: new ClearNode(),
    });
    const { coverage, picture } = nodes;
    const covered = coverage ? new CoveredNode(picture, coverage) : picture;
    const { mixIn, canvas } = this.composition;
    const mirrored = content.falls === 'mirror' ? affineOf(cast.map) : null;
    if (mirrored) return new MirrorNode(new TakenNode(covered, mirrored), content, cast, mixIn);
    return new ShadowNode(covered, content, cast, mixIn, { x: 0, y: 0, ...canvas });
  }

  /** Something generated, where it would lie flat; it may look at what lies behind it and at what stands in its way. */
  private generated({ id, content }: GeneratedLayer, behind: GraphNode): GraphNode {
    const layer = layerById(this.composition, id);
    const matrix = layer ? layerMatrix(this.composition, layer) : null;
    const looks = generatedOf(content.of)?.definition.looksAt ?? [];
    if (!matrix) return new ClearNode();
    const { canvas, mixIn } = this.composition;
    const whole = { x: 0, y: 0, width: canvas.width, height: canvas.height };
    const cover = looks.includes('cover') ? this.standingInTheWay(id, content.cover) : null;
    const upright = uprightOf(matrix, content);
    const seen = looks.includes('behind') ? behind : null;
    const made = new GeneratedNode(content, upright, seen, cover, whole, mixIn);
    const left = leftOf(matrix, upright);
    if (!left) return made;
    const bounds = boundsAfter(upright, { x: 0, y: 0, ...content.size });
    return new WarpNode(made, PlaneMap.of(left), bounds, 'ends');
  }

  /** What stands in the way of the light of a generated layer, as its mask leaves it; null for nothing. */
  private standingInTheWay(of: string, id: string | null | undefined): GraphNode | null {
    const thing = id ? layerById(this.composition, id) : undefined;
    if (!thing || thing.id === of || isGlass(thing) || isGenerated(thing)) return null;
    const picture = this.pictureOf(thing);
    const { coverage } = this.underMask(thing, { picture, behind: new ClearNode() });
    return coverage ? new CoveredNode(picture, coverage) : picture;
  }

  /** What was drawn where a layer would lie flat, as brushes pushed the layer along. */
  private pushed(flat: GraphNode, layer: Layer): GraphNode {
    // A step's stand-in has the pixels of its layer, which carries what was pushed.
    const owner = layerById(this.composition, layerIdOf(layer.id)) ?? layer;
    if (!owner.push || !isPushed(owner)) return flat;
    return new PushNode(flat, owner.push, layerMatrix(this.composition, owner));
  }

  /** A layer's own pixels where they would lie flat; null for one that has none. */
  private flatPicture(layer: Layer): GraphNode | null {
    const { content } = layer;
    const { mixIn, canvas } = this.composition;
    const matrix = layerMatrix(this.composition, layer);
    if (content.kind === 'photo') {
      const named = photoIn(content, canvas.profile);
      const photo = (at: Matrix) => new PhotoNode(named, at, mixIn);
      return wrapsRound(layer) ? repeated(photo, content.size, matrix) : photo(matrix);
    }
    if (content.kind === 'fill') return new FillNode(content, matrix, mixIn);
    if (content.kind === 'lettering') return new LetteringNode(content, matrix, mixIn);
    return content.kind === 'shape' ? new ShapesNode(content, matrix, mixIn) : null;
  }

  /** The coats of a layer, each over those before it, where it would lie flat. */
  private painted(layer: PaintLayer, behind: GraphNode): GraphNode {
    if (this.underWay.has(layer.id)) return new ClearNode();
    this.underWay.add(layer.id);
    const matrix = layerMatrix(this.composition, layer);
    const { coats } = layer.content;
    const tiles = coats.map((coat) => new TilesNode(coat, matrix, 2));
    const picture = coats.reduce<GraphNode>((below, { lays }, i) => {
      const own = tiles[i] as GraphNode;
      // What is taken from here has the coats so far on what lies behind.
      const under = () =>
        new OverNode(`${layer.id}/${i}`, behind, below, null, 1, 'normal', this.composition.mixIn);
      const seen = lays.by === 'taken' && lays.from === 'here' ? under() : behind;
      const laid = this.laidBy(lays, matrix, laidTogether(coats, tiles, i), seen);
      return new CoatNode(below, own, laid, this.composition.mixIn);
    }, new ClearNode());
    this.underWay.delete(layer.id);
    return picture;
  }

  private laidBy(
    lays: CoatLays,
    matrix: Matrix,
    tiles: readonly GraphNode[],
    behind: GraphNode,
  ): LaidDown {
    if (lays.by === 'nothing') return { by: 'nothing' };
    if (lays.by !== 'taken') return { by: 'fill', fill: lays, matrix };
    const { from, onto, meets } = lays;
    const other = typeof from === 'string' ? null : layerById(this.composition, from.layer);
    const whole = typeof from === 'string' ? behind : other ? this.alone(other) : new ClearNode();
    const taken = new TakenNode(whole, multiply(matrix, invert(onto)));
    if (meets === 0) return { by: 'picture', picture: taken };
    const met = new MetNode(taken, new MembraneNode(behind, taken, tiles), meets);
    return { by: 'picture', picture: met };
  }

  /** What was drawn where a layer (or what it lies in) would lie flat, as it lies. */
  private putUp(flat: GraphNode, layer: Layer, by: 'layer' | 'around'): GraphNode {
    const map = this.mapBy(layer, by);
    return map ? new WarpNode(flat, map, this.flatBounds(layer), 'goes on') : flat;
  }

  private mapBy(layer: Layer, by: 'layer' | 'around'): PlaneMap | null {
    return by === 'layer'
      ? unflattened(this.composition, layer)
      : aroundUnflattened(this.composition, layer);
  }

  /** Where a layer would lie flat. */
  private flatBounds(layer: Layer): Rect {
    const inside = contentBounds(this.composition, layer);
    return boundsAfter(layerMatrix(this.composition, layer), inside);
  }

  /** What parts of a layer's mask look at, where that would lie flat. */
  private laidFlat(picture: GraphNode, layer: Layer, by: 'layer' | 'around'): GraphNode {
    const map = this.mapBy(layer, by);
    const bounds = layerBounds(this.composition, layer);
    return map ? new WarpNode(picture, map.undone(), bounds, 'goes on') : picture;
  }

  private maskOf(layer: Layer, behind: GraphNode): GraphNode | null {
    const mask = maskOf(this.composition, layer);
    const use = layer.maskUse;
    if (!mask || !use) return null;
    const ofStep = stepIdOf(layer.id) !== null;
    const looks: Looks = (of) => {
      if (of === 'behind' || (of === 'own' && isGlass(layer))) return behind;
      const other = of === 'own' ? layer : (layerById(this.composition, of.layer) ?? layer);
      const picture = this.pictureOf(other);
      // Its own border cuts away what lies beyond it; that of another layer does not, nor does a step's glow end there.
      return other === layer && !ofStep ? picture : new EndingNode(picture);
    };
    const matrix = maskMatrix(this.composition, layer);
    const by = use.linked ? 'layer' : 'around';
    const flat = maskNode(mask, matrix, this.composition.mixIn, (of) => {
      const own = of === 'own' && by === 'layer' ? this.flatPicture(layer) : null;
      if (own && ofStep) return new EndingNode(own);
      return own ?? this.laidFlat(looks(of), layer, by);
    });
    const own = mask.push && isPushed(mask) ? new PushNode(flat, mask.push, matrix) : flat;
    const drawn = this.putUp(by === 'layer' ? this.pushed(own, layer) : own, layer, by);
    return new MaskUseNode(drawn, use.turnedRound, use.density ?? 1);
  }
}

/** How something is put on what lies behind it: by a mode of the standard, or speckled. */
function blendedBy(
  layer: string,
  coverage: GraphNode | null,
  opacity: number,
  blending: LayerBlending,
): { readonly coverage: GraphNode | null; readonly opacity: number; readonly mode: BlendMode } {
  if (blending !== 'speckle') return { coverage, opacity, mode: blending };
  return { coverage: new SpeckleNode(layer, coverage, opacity), opacity: 1, mode: 'normal' };
}

function soft(node: GraphNode, sigma: number): GraphNode {
  return sigma > 0 ? new FeatherNode(node, sigma) : node;
}

/**
 * A mask: its parts, combined in order, then its edge moved, evened, feathered and made firm.
 * @param matrix from mask pixels to composition pixels
 */
export function maskNode(
  mask: Mask,
  matrix: Matrix,
  space: Composition['mixIn'],
  looks: Looks,
): GraphNode {
  const parts = mask.parts.filter((part) => part.shown);
  const drawn = parts.map((part) => soft(partNode(part, { matrix, space, looks }), part.feather));
  const combined = new CombineNode(mask.startsFrom, parts, drawn);
  const moved = mask.choke ? new ChokeNode(combined, mask.choke) : combined;
  const even = mask.evened ? new SteepNode(soft(moved, mask.evened), mask.evened) : moved;
  const feathered = soft(even, mask.feather);
  return mask.firm ? new FirmNode(feathered, mask.firm) : feathered;
}
