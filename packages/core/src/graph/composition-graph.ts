import {
  AREA_ID,
  type Composition,
  groupOf,
  isGroup,
  isOfColours,
  type Layer,
  layerById,
  layerMatrix,
  listAround,
  type Mask,
  type MaskPart,
  type Matrix,
  maskMatrix,
  maskOf,
  type TonesPart,
} from '@diplex/document';
import { hasFringe } from '../render/clean-fringe';
import type { GraphNode } from './node';
import { FringeNode, TintNode } from './nodes/edge-nodes';
import { OverNode, ThroughNode } from './nodes/fold-nodes';
import {
  ChokeNode,
  CombineNode,
  CoverageNode,
  FeatherNode,
  FirmNode,
  MaskUseNode,
  SteepNode,
} from './nodes/mask-nodes';
import { ComponentNode, RampNode, ShapeNode, TilesNode, TonesNode } from './nodes/part-nodes';
import { PhotoNode } from './nodes/photo-node';
import { BorderNode, ClearNode, FillNode } from './nodes/plain-nodes';

/** Which picture a part of a mask looks at. */
export type Looks = (of: TonesPart['of']) => GraphNode;

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

const graphs = new WeakMap<Composition, CompositionGraph>();

/** The graph of a composition, made once. */
export function graphOf(composition: Composition): CompositionGraph {
  const known = graphs.get(composition);
  if (known) return known;
  const made = new CompositionGraph(composition);
  graphs.set(composition, made);
  return made;
}

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

  /** What is drawn of a layer, of one that is hidden, or of the stand-in for the area. */
  layer(layer: Layer): LayerNodes {
    const known = this.known.get(layer.id);
    if (known) return known;
    if (layer.id === AREA_ID) return this.nodesOf(layer, this.root);
    // It is in a group that is hidden: that is put together as if it were not, on nothing.
    const group = groupOf(this.composition, layer.id);
    const list = listAround(this.composition, group?.id ?? null);
    this.fold(list, new ClearNode(), this.known);
    return this.known.get(layer.id) ?? this.nodesOf(layer, new ClearNode());
  }

  /** A layer by itself, without its mask: its content within its border. */
  alone(layer: Layer): GraphNode {
    const { mixIn } = this.composition;
    const border = this.borderOf(layer);
    return new OverNode(
      layer.id,
      new ClearNode(),
      this.pictureOf(layer),
      border,
      1,
      'normal',
      mixIn,
    );
  }

  /** A layer's content as it shows before something: its fringe cleaned and its edge tinted. */
  look(layer: Layer, { picture, mask }: LayerNodes, behind: GraphNode): GraphNode {
    const { edge } = layer;
    const { mixIn, canvas } = this.composition;
    if (!mask) return picture;
    const clean = hasFringe(edge)
      ? new FringeNode(
          ...([picture, mask, edge, mixIn] as const),
          edge.fringeBrushed
            ? new TilesNode(edge.fringeBrushed, maskMatrix(this.composition, layer), 2)
            : null,
          edge.fringeWhere === 'visible' ? behind : null,
        )
      : picture;
    return edge.tint ? new TintNode(clean, mask, behind, edge, canvas) : clean;
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
    if (isGroup(layer) && layer.content.mixing === 'through') {
      const folded = this.fold(layer.content.children, behind, known);
      if (!coverage && opacity === 1) return folded;
      return new ThroughNode(id, behind, folded, coverage, opacity, nodes.picture);
    }
    const content = this.look(layer, nodes, behind);
    return new OverNode(id, behind, content, coverage, opacity, blending, this.composition.mixIn);
  }

  private nodesOf(
    layer: Layer,
    behind: GraphNode,
    known: Map<string, LayerNodes> | null = null,
  ): LayerNodes {
    const isolated = isGroup(layer) && layer.content.mixing === 'isolated';
    const picture = this.pictureOf(layer, isolated ? known : null);
    const mask = this.maskOf(layer, behind);
    const border = this.borderOf(layer);
    const coverage = border && mask ? new CoverageNode(border, mask) : (border ?? mask);
    return { picture, mask, coverage, behind };
  }

  private borderOf(layer: Layer): GraphNode | null {
    const { content } = layer;
    if (content.kind === 'group') return null;
    return new BorderNode(content.size, layerMatrix(this.composition, layer));
  }

  private pictureOf(layer: Layer, known: Map<string, LayerNodes> | null = null): GraphNode {
    const made = this.pictures.get(layer.id);
    if (made) return made;
    const picture = this.newPicture(layer, known);
    this.pictures.set(layer.id, picture);
    return picture;
  }

  private newPicture(layer: Layer, known: Map<string, LayerNodes> | null): GraphNode {
    const { content } = layer;
    const { mixIn } = this.composition;
    if (content.kind === 'group') {
      if (this.underWay.has(layer.id)) return new ClearNode();
      this.underWay.add(layer.id);
      const picture = this.fold(content.children, new ClearNode(), known);
      this.underWay.delete(layer.id);
      return picture;
    }
    const matrix = layerMatrix(this.composition, layer);
    if (content.kind === 'photo') return new PhotoNode(content, matrix, mixIn);
    return new FillNode(content, matrix, mixIn);
  }

  private maskOf(layer: Layer, behind: GraphNode): GraphNode | null {
    const mask = maskOf(this.composition, layer);
    const use = layer.maskUse;
    if (!mask || !use) return null;
    const looks: Looks = (of) => {
      if (of === 'behind') return behind;
      const other = of === 'own' ? layer : (layerById(this.composition, of.layer) ?? layer);
      return this.pictureOf(other);
    };
    const matrix = maskMatrix(this.composition, layer);
    const drawn = maskNode(mask, matrix, this.composition.mixIn, looks);
    return new MaskUseNode(drawn, use.turnedRound, use.density ?? 1);
  }
}

function partNode(
  part: MaskPart,
  matrix: Matrix,
  space: Composition['mixIn'],
  looks: Looks,
): GraphNode {
  if (isOfColours(part)) {
    const picture = looks(part.of);
    return part.kind === 'tones'
      ? new TonesNode(part, picture, space)
      : new ComponentNode(part, picture, space);
  }
  if (part.kind === 'ramp') return new RampNode(part, matrix);
  if (part.kind === 'painted') return new TilesNode(part, matrix, 2);
  // What was picked says something everywhere, what was painted only where the brush was.
  if (part.kind === 'picked') return new TilesNode(part, matrix, 1);
  return new ShapeNode(part, matrix);
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
  const drawn = parts.map((part) => soft(partNode(part, matrix, space, looks), part.feather));
  const combined = new CombineNode(mask.startsFrom, parts, drawn);
  const moved = mask.choke ? new ChokeNode(combined, mask.choke) : combined;
  const even = mask.evened ? new SteepNode(soft(moved, mask.evened), mask.evened) : moved;
  const feathered = soft(even, mask.feather);
  return mask.firm ? new FirmNode(feathered, mask.firm) : feathered;
}
