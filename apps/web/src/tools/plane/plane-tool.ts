import {
  cornersOf,
  newId,
  type Point,
  perform,
  planeBetween,
  planeSize,
  type Quad,
  type ScenePlane,
  setPlane,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useCamera } from '../../picture/camera-store';
import type { PointerSample, Tool } from '../../picture/tool';
import { PLANE_ALONG, usePlaneInHand } from './settings';

/** A plane smaller than this, in window pixels, was not meant. */
const LEAST = 12;

/** A name that no plane has yet. */
function freshName(): string {
  const planes = Object.values(useComposition.getState().composition.planes ?? {});
  const names = new Set(planes.map(({ name }) => name));
  let name = 'Plane';
  for (let n = 2; names.has(name); n++) name = `Plane ${n}`;
  return name;
}

/** Lays a new plane on the scene: dragged out as a box, whose corners are drawn to the scene's lines afterwards. */
class PlaneTool implements Tool {
  private from: Point | null = null;
  private id = '';

  begin(at: PointerSample): void {
    this.from = { x: at.x, y: at.y };
    this.id = newId();
  }

  move(through: readonly PointerSample[]): void {
    const plane = this.planeTo(through.at(-1));
    const { composition, show } = useComposition.getState();
    if (!plane) return;
    usePlaneInHand.getState().set({ plane: plane.id });
    show(perform(composition, setPlane, { plane }).composition);
  }

  end(at: PointerSample): void {
    const plane = this.planeTo(at);
    this.from = null;
    if (plane) useComposition.getState().perform(setPlane, { plane });
    else useComposition.getState().show(null);
  }

  cancel(): void {
    if (!this.from) return;
    this.from = null;
    useComposition.getState().show(null);
  }

  /** The corners between two that lie across from each other, along lines of the scene; null where it is drawn as a box. */
  private cornersTo(from: Point, { x, y }: Point): Quad | null {
    const sides = PLANE_ALONG[usePlaneInHand.getState().along];
    const { composition } = useComposition.getState();
    return sides && planeBetween(composition, [from, { x, y }], sides);
  }

  private planeTo(at: PointerSample | undefined): ScenePlane | null {
    const { from } = this;
    if (!from || !at) return null;
    const rect = {
      ...{ x: Math.min(from.x, at.x), y: Math.min(from.y, at.y) },
      ...{ width: Math.abs(at.x - from.x), height: Math.abs(at.y - from.y) },
    };
    if (Math.min(rect.width, rect.height) * useCamera.getState().zoom < LEAST) return null;
    const corners = this.cornersTo(from, at) ?? cornersOf(rect);
    return { id: this.id, name: freshName(), corners, size: planeSize(corners) };
  }
}

export const planeTool = new PlaneTool();
