import {
  addLayer,
  type Composition,
  invert,
  isShape,
  type Layer,
  layerById,
  layerMatrix,
  newId,
  type Point,
  perform,
  placedAt,
  plainLayer,
  type Rect,
  type Shape,
  type ShapeContent,
  type ShapeLayer,
  setShapes,
  transform,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { tellProblem } from '../../bench/notice-store';
import { useCamera } from '../../picture/camera-store';
import type { PointerSample, Tool } from '../../picture/tool';
import { whyUntouched } from '../place/why-kept';
import { useShaping } from './settings';

/** A shape smaller than this, in window pixels, was not meant. */
const LEAST = 4;

/** A press so near to the first point of a curve, in window pixels, closes it. */
const CLOSES = 8;

const NAMES: Readonly<Record<Shape['kind'], string>> = {
  box: 'Box',
  oval: 'Oval',
  polygon: 'Polygon',
  curve: 'Curve',
};

/** The shape layer in hand, if there is one and the next shape is to meet its shapes. */
export function layerToShape(): ShapeLayer | null {
  const { composition } = useComposition.getState();
  const layer = layerById(composition, useHand.getState().layer ?? '');
  return layer && isShape(layer) && useShaping.getState().rule !== 'new' ? layer : null;
}

/** A name that no layer has yet. */
function freshName({ layers }: Composition, kind: Shape['kind']): string {
  const names = new Set(Object.values(layers).map(({ name }) => name));
  let name = NAMES[kind];
  for (let n = 2; names.has(name); n++) name = `${NAMES[kind]} ${n}`;
  return name;
}

function newLayer(composition: Composition, id: string, shape: Shape): Layer {
  const content: ShapeContent = {
    ...{ kind: 'shape', shapes: [shape], stroke: null },
    fill: { by: 'colour', colour: useShaping.getState().colour },
  };
  return plainLayer(id, freshName(composition, shape.kind), content, placedAt({ x: 0, y: 0 }));
}

/** Between two corners, square with Shift, about the first with Alt. */
function frameOf(from: Point, to: PointerSample): Rect {
  let [width, height] = [to.x - from.x, to.y - from.y];
  if (to.shift) {
    const side = Math.max(Math.abs(width), Math.abs(height));
    [width, height] = [Math.sign(width) * side, Math.sign(height) * side];
  }
  const start = to.alt ? { x: from.x - width, y: from.y - height } : from;
  const [across, down] = to.alt ? [2 * width, 2 * height] : [width, height];
  return {
    ...{ x: Math.min(start.x, start.x + across), y: Math.min(start.y, start.y + down) },
    ...{ width: Math.abs(across), height: Math.abs(down) },
  };
}

/** Draws shapes: boxes, ovals and polygons by a drag, curves by presses at their points. */
class ShapeTool implements Tool {
  private from: Point | null = null;
  private points: Point[] = [];
  private readonly ids = { layer: '', shape: '' };

  begin(at: PointerSample): void {
    const { composition } = useComposition.getState();
    const layer = layerToShape();
    if (layer?.locked) return tellProblem(`${layer.name} is locked. Unlock it to draw on it.`);
    const kept = layer && whyUntouched(layer);
    if (kept) return tellProblem(kept);
    if (layer && !composition.layers[layer.id]) return;
    if (useShaping.getState().kind === 'curve') return this.addPoint(at);
    this.from = { x: at.x, y: at.y };
    Object.assign(this.ids, { layer: newId(), shape: newId() });
  }

  move(through: readonly PointerSample[]): void {
    const at = through.at(-1);
    const shape = at && this.framed(at);
    if (shape) this.lay('try', shape);
  }

  end(at: PointerSample): void {
    const shape = this.framed(at);
    const drew = this.from !== null;
    this.from = null;
    if (shape) this.lay('do', shape);
    else if (drew) useComposition.getState().show(null);
  }

  hover(at: PointerSample): void {
    if (this.points.length > 0) this.showCurve({ x: at.x, y: at.y });
  }

  commit(): void {
    const { points } = this;
    if (points.length < 3) return;
    Object.assign(this.ids, { layer: newId(), shape: newId() });
    const kept = this.inLayer(points);
    this.forget();
    this.lay('do', { ...this.base(), kind: 'curve', points: kept });
  }

  stepBack(): boolean {
    if (this.points.length === 0) return false;
    this.points = this.points.slice(0, -1);
    this.showCurve(null);
    return true;
  }

  cancel(): void {
    if (!this.from && this.points.length === 0) return;
    this.forget();
    useComposition.getState().show(null);
  }

  private forget(): void {
    this.from = null;
    this.points = [];
    useHand.getState().take({ draft: null });
  }

  private addPoint({ x, y }: Point): void {
    const [first] = this.points;
    const near = CLOSES / useCamera.getState().zoom;
    if (first && this.points.length > 2 && Math.hypot(x - first.x, y - first.y) < near) {
      return this.commit();
    }
    this.points = [...this.points, { x, y }];
    this.showCurve(null);
  }

  private showCurve(loose: Point | null): void {
    const draft =
      this.points.length > 0 ? { kind: 'outline' as const, points: this.points, loose } : null;
    useHand.getState().take({ draft });
  }

  private base(): Pick<Shape, 'id' | 'rule'> {
    const { rule } = useShaping.getState();
    return { id: this.ids.shape, rule: rule === 'new' || !layerToShape() ? 'unite' : rule };
  }

  /** Places of the composition in the pixels of the layer that the shape is drawn on. */
  private inLayer(points: readonly Point[]): Point[] {
    const layer = layerToShape();
    if (!layer) return [...points];
    const back = invert(layerMatrix(useComposition.getState().composition, layer));
    return points.map((point) => transform(back, point));
  }

  private framed(at: PointerSample): Shape | null {
    if (!this.from) return null;
    const frame = frameOf(this.from, at);
    if (Math.min(frame.width, frame.height) * useCamera.getState().zoom < LEAST) return null;
    const [a, b] = this.inLayer([
      { x: frame.x, y: frame.y },
      { x: frame.x + frame.width, y: frame.y + frame.height },
    ]) as [Point, Point];
    const { kind, sides } = useShaping.getState();
    const placed = {
      ...{ ...this.base(), turn: 0, x: Math.min(a.x, b.x), y: Math.min(a.y, b.y) },
      ...{ width: Math.abs(b.x - a.x), height: Math.abs(b.y - a.y) },
    };
    if (kind === 'oval') return { ...placed, kind };
    if (kind === 'polygon') return { ...placed, kind, sides };
    return { ...placed, kind: 'box', radius: 0 };
  }

  private lay(way: 'try' | 'do', shape: Shape): void {
    const { composition, show, perform: doing } = useComposition.getState();
    const on = layerToShape();
    const { set } = useShaping.getState();
    if (on) {
      const args = { layer: on.id, change: { shapes: [...on.content.shapes, shape] } };
      if (way === 'try') return show(perform(composition, setShapes, args).composition);
      if (doing(setShapes, args)) set({ shape: shape.id });
      return;
    }
    const layer = newLayer(composition, this.ids.layer, shape);
    if (way === 'try') return show(perform(composition, addLayer, { layer }).composition);
    if (!doing(addLayer, { layer })) return;
    set({ shape: shape.id });
    useHand.getState().take({ layer: layer.id, part: null });
  }
}

export const shapeTool = new ShapeTool();
