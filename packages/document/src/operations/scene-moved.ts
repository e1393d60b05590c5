import { castDraft, current } from 'mutative';
import { type Composition, isPaint, type Layer } from '../composition';
import {
  IDENTITY,
  invert,
  type Matrix,
  multiply,
  type Point,
  transform,
  translation,
} from '../geometry/matrix';
import type { Quad } from '../geometry/projective';
import { carriedOver } from '../placing';
import { planeOf } from '../warping';
import { type CompositionDraft, draftLayer } from './operation';

const middleOf = (corners: Quad): Point => ({
  x: corners.reduce((sum, { x }) => sum + x, 0) / 4,
  y: corners.reduce((sum, { y }) => sum + y, 0) / 4,
});

/**
 * Moves all that there is under a canvas whose corner or direction changes: layers, the area, planes, the horizon,
 * vanishing lines, guides, and where clones take from. Nothing looks otherwise but for where the canvas ends.
 * @param step from the composition pixels of before to those of after; a move, perhaps with a turn
 */
export function moveScene(draft: CompositionDraft, step: Matrix): void {
  const scene = current(draft) as Composition;
  const back = invert(step);
  for (const id of draft.root) {
    const layer = scene.layers[id] as Layer;
    const plane = planeOf(scene, layer);
    // What lies in a plane turns with its corners; only where the plane lies flat moves.
    const middle = plane && middleOf(plane.corners);
    const to = middle && transform(step, middle);
    const by = middle && to ? translation(to.x - middle.x, to.y - middle.y) : step;
    const carried = carriedOver(layer, IDENTITY, plane ? invert(by) : back);
    Object.assign(draftLayer(draft, id), castDraft(carried));
  }
  for (const layer of Object.values(scene.layers).filter(isPaint)) {
    layer.content.coats.forEach(({ lays }, i) => {
      if (lays.by !== 'taken') return;
      const { content } = draftLayer(draft, layer.id);
      const coat = content.kind === 'paint' ? content.coats[i] : undefined;
      if (coat) coat.lays = castDraft({ ...lays, onto: multiply(step, lays.onto) });
    });
  }
  if (draft.area) draft.area.lies = castDraft(multiply(step, draft.area.lies as Matrix));
  for (const plane of Object.values(draft.planes ?? {})) {
    plane.corners = castDraft(
      plane.corners.map((corner) => transform(step, corner)) as unknown as Quad,
    );
  }
  draft.vanishing?.forEach((line) => {
    line.from = transform(step, line.from);
    line.to = transform(step, line.to);
  });
  const [a, b] = step;
  const turned = (Math.atan2(b, a) * 180) / Math.PI;
  if (draft.guides) {
    // A guide is upright or level; one that would lean is left out.
    const upright = Math.abs(turned) < 1e-9;
    draft.guides = upright
      ? draft.guides.map(({ axis, at }) => ({ axis, at: at + (axis === 'x' ? step[4] : step[5]) }))
      : [];
  }
}

/** The horizon on a canvas of another width, after the scene moved. */
export function moveHorizon(draft: CompositionDraft, step: Matrix, width: number): void {
  const { horizon, canvas } = draft;
  if (!horizon) return;
  const slope = Math.tan((horizon.tilt * Math.PI) / 180);
  const at = (x: number) => transform(step, { x, y: horizon.y + slope * (x - canvas.width / 2) });
  const [left, right] = [at(0), at(canvas.width)];
  const along = (right.y - left.y) / (right.x - left.x);
  horizon.y = left.y + along * (width / 2 - left.x);
  horizon.tilt = Math.max(-45, Math.min(45, (Math.atan(along) * 180) / Math.PI));
}
