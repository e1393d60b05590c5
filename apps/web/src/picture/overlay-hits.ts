import type { Point } from '@diplex/document';
import type Konva from 'konva';

let stage: Konva.Stage | null = null;

/** The overlay says where its handles are. */
export function setOverlayStage(next: Konva.Stage | null): void {
  stage = next;
}

/** Whether a handle lies under a place of the picture area, so that the tool must leave it alone. */
export function overlayTakes(at: Point): boolean {
  return stage?.getIntersection(at) != null;
}
