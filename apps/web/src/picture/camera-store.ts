import type { Point, Size } from '@diplex/document';
import { create } from 'zustand';

/** What a fitted picture leaves free on each side, in window pixels; below there are readings. */
const FIT_MARGIN = 18;
const FIT_BELOW = 44;
const LEAST_ZOOM = 0.02;
const MOST_ZOOM = 64;

interface Camera {
  /** Window pixels per composition pixel. */
  readonly zoom: number;
  /** Where the canvas's corner lies in the picture area, in window pixels. */
  readonly x: number;
  readonly y: number;
  readonly area: Size;
  readonly canvas: Size;
  /** Keeps the whole canvas in view when the area changes. */
  readonly fitted: boolean;
  setArea(area: Size): void;
  setCanvas(canvas: Size): void;
  fit(): void;
  /** Zooms so that the composition pixel under `at` (window pixels in the area) stays there. */
  zoomTo(zoom: number, at?: Point): void;
  pan(dx: number, dy: number): void;
}

function fitted(area: Size, canvas: Size) {
  const zoom = Math.min(
    (area.width - 2 * FIT_MARGIN) / canvas.width,
    (area.height - FIT_MARGIN - FIT_BELOW) / canvas.height,
  );
  const clamped = Math.max(LEAST_ZOOM, Math.min(MOST_ZOOM, zoom));
  return {
    zoom: clamped,
    x: Math.round((area.width - canvas.width * clamped) / 2),
    y: Math.round((area.height + FIT_MARGIN - FIT_BELOW - canvas.height * clamped) / 2),
    fitted: true,
  };
}

export const useCamera = create<Camera>((set, get) => ({
  zoom: 1,
  x: 0,
  y: 0,
  area: { width: 0, height: 0 },
  canvas: { width: 1, height: 1 },
  fitted: true,
  setArea(area) {
    const { canvas, fitted: follow } = get();
    set(follow ? { area, ...fitted(area, canvas) } : { area });
  },
  setCanvas(canvas) {
    const { canvas: was, area } = get();
    if (was.width === canvas.width && was.height === canvas.height) return;
    set({ canvas, ...fitted(area, canvas) });
  },
  fit: () => set(fitted(get().area, get().canvas)),
  zoomTo(wanted, at) {
    const { zoom, x, y, area } = get();
    const next = Math.max(LEAST_ZOOM, Math.min(MOST_ZOOM, wanted));
    const p = at ?? { x: area.width / 2, y: area.height / 2 };
    const by = next / zoom;
    set({ zoom: next, x: p.x - (p.x - x) * by, y: p.y - (p.y - y) * by, fitted: false });
  },
  pan: (dx, dy) => set({ x: get().x + dx, y: get().y + dy, fitted: false }),
}));

/** From window pixels in the picture area to composition pixels. */
export function toComposition(p: Point): Point {
  const { zoom, x, y } = useCamera.getState();
  return { x: (p.x - x) / zoom, y: (p.y - y) / zoom };
}
