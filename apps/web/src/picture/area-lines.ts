import { neededPixels } from '@diplex/core';
import { AREA_ID, type Composition, isOfColours, maskById, type Rect } from '@diplex/document';
import { JobCancelled } from '@diplex/engine';
import { useEffect } from 'react';
import { create } from 'zustand';
import { shownComposition, useComposition } from '../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';
import { useCamera } from './camera-store';

/** What the area's outline is drawn at most at, so that its cost does not grow with the zoom. */
const MOST_SCALE = 4;

/** The whole area is measured on a picture of at most this side. */
const MEASURED_SIDE = 512;

/** Before the tiles around the view. */
const OUTLINING = 30;

interface AreaLines {
  /** Closed lines, x and y by turns, in composition pixels; those in view. */
  readonly lines: readonly Float32Array[];
  /** Where the area lies, in composition pixels; null while there is none. */
  readonly bounds: Rect | null;
}

/** The area's outline as it is shown. */
export const useAreaLines = create<AreaLines>(() => ({ lines: [], bounds: null }));

/** The area and all that its outline depends on. */
function areaOf({ area, masks, canvas }: Composition): readonly unknown[] {
  return [area, area && masks[area.mask], canvas];
}

function regionInView(): { region: Rect; scale: number } {
  const { zoom, x, y, area, canvas } = useCamera.getState();
  const scale = Math.min(MOST_SCALE, zoom * window.devicePixelRatio);
  const by = scale / zoom;
  const left = Math.max(0, Math.floor(-x * by));
  const top = Math.max(0, Math.floor(-y * by));
  const right = Math.min(canvas.width * scale, (area.width - x) * by);
  const bottom = Math.min(canvas.height * scale, (area.height - y) * by);
  const [width, height] = [Math.ceil(right) - left, Math.ceil(bottom) - top];
  return {
    region: { x: left, y: top, width: Math.max(1, width), height: Math.max(1, height) },
    scale,
  };
}

/** The area's outline in a region of output pixels: closed lines in composition pixels. */
export async function areaLines(composition: Composition, region: Rect, scale: number) {
  const needed = neededPixels(composition, region, scale, { kind: 'plain', layer: AREA_ID });
  const mask = maskById(composition, composition.area?.mask ?? '');
  const looks = mask?.parts.some((part) => isOfColours(part)) ?? false;
  const letGo = await pageSupply().bring(looks ? needed.sources : [], needed.painted);
  try {
    const ask = { composition: compositionKey(composition), region, scale };
    return await pageEngine().run('area-outline', ask, { priority: OUTLINING });
  } finally {
    letGo();
  }
}

function boundsOf(lines: readonly Float32Array[]): Rect | null {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const line of lines) {
    for (let i = 0; i < line.length; i += 2) {
      x0 = Math.min(x0, line[i] as number);
      x1 = Math.max(x1, line[i] as number);
      y0 = Math.min(y0, line[i + 1] as number);
      y1 = Math.max(y1, line[i + 1] as number);
    }
  }
  return x1 < x0 ? null : { x: x0, y: y0, width: x1 - x0, height: y1 - y0 };
}

async function find(composition: Composition): Promise<AreaLines> {
  if (!composition.area?.inUse) return { lines: [], bounds: null };
  const { region, scale } = regionInView();
  const { width, height } = composition.canvas;
  const by = Math.min(1, MEASURED_SIDE / Math.max(width, height));
  const all = { x: 0, y: 0, width: Math.ceil(width * by), height: Math.ceil(height * by) };
  const [lines, whole] = await Promise.all([
    areaLines(composition, region, scale),
    areaLines(composition, all, by),
  ]);
  return { lines, bounds: boundsOf(whole) };
}

/** Keeps the area's outline in step with the composition and the camera. */
export function useAreaOutline(): void {
  useEffect(() => {
    let gone = false;
    let running = false;
    let again = false;
    let known: readonly unknown[] = [];
    const update = async () => {
      again = running;
      if (running) return;
      running = true;
      do {
        again = false;
        try {
          const found = await find(shownComposition());
          if (!gone) useAreaLines.setState(found);
        } catch (error) {
          // What was called off is asked again with the next change.
          if (!(error instanceof JobCancelled)) useAreaLines.setState({ lines: [], bounds: null });
        }
      } while (again && !gone);
      running = false;
    };
    const changed = () => {
      const now = areaOf(shownComposition());
      if (now.every((each, i) => each === known[i]) && known.length > 0) return;
      known = now;
      void update();
    };
    changed();
    const stops = [
      useComposition.subscribe(changed),
      useCamera.subscribe(() => void (shownComposition().area?.inUse && update())),
    ];
    return () => {
      gone = true;
      for (const stop of stops) stop();
    };
  }, []);
}
