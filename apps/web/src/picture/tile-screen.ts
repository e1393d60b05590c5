import { damage, neededPixels, type View } from '@diplex/core';
import { type Composition, intersectRects, isEmpty, type Point, type Rect } from '@diplex/document';
import { type Engine, JobCancelled } from '@diplex/engine';
import { compositionKey } from '../bench/engine';
import type { PixelSupply } from './pixel-supply';

const TILE = 256;
/** From this zoom on, composition pixels are drawn as squares. */
const PIXELS_SHOW = 2;
/** The first answer to a change is drawn at this share of the resolution. */
const COARSE = 0.25;
/** Changes that touch no more tiles than this need no coarse answer. */
const FEW_TILES = 4;
/** Tiles kept for views that are not on the screen. */
const KEPT = 400;

const PRIORITY = { coarse: 100, tile: 10 };

interface Tile {
  readonly column: number;
  readonly row: number;
  readonly scale: number;
  bitmap: ImageBitmap | null;
  /** The generation of the scene that the bitmap shows. */
  shows: number;
  /** The last generation that changed something here. */
  changed: number;
  asked: { readonly stop: AbortController; readonly shows: number } | null;
}

export interface ScreenCamera {
  /** Device pixels per composition pixel. */
  readonly zoom: number;
  /** The canvas's corner, in device pixels. */
  readonly x: number;
  readonly y: number;
}

/**
 * Draws the composition on a canvas element, tile by tile: what is at hand at once, a coarse answer
 * next, and sharp tiles as they come from the workers, those nearest the pointer first.
 */
export class TileScreen {
  private readonly tiles = new Map<string, Tile>();
  private composition: Composition | null = null;
  private view: View = { kind: 'composition' };
  private key = 0;
  private still = false;
  /** Counts changes of what is to be seen, whether of the composition or of pixels in place. */
  private generation = 0;
  private camera: ScreenCamera = { zoom: 1, x: 0, y: 0 };
  private pointer: Point = { x: 0, y: 0 };
  private coarse: { bitmap: ImageBitmap; region: Rect; scale: number; shows: number } | null = null;
  private coarseAsked: AbortController | null = null;
  private frame = 0;
  /** Called when a picture is to be drawn, and after it was; `settled` when nothing is to come. */
  onState: (settled: boolean) => void = () => undefined;

  constructor(
    private readonly engine: Engine,
    private readonly canvas: HTMLCanvasElement,
    private readonly supply: PixelSupply,
  ) {}

  /** The key under which the workers know the composition, for jobs of others too. */
  get sceneKey(): number {
    return this.key;
  }

  setScene(composition: Composition, view: View): void {
    const before = this.composition;
    const sameView = JSON.stringify(view) === JSON.stringify(this.view);
    if (before === composition && sameView) return;
    const viewed = view.kind === 'composition' ? undefined : view.layer;
    if (before !== composition) {
      this.key = compositionKey(composition);
    }
    this.composition = composition;
    this.view = view;
    if (!before || !sameView) this.invalidate('everything');
    else if (!this.still) this.invalidate(damage(before, composition, viewed));
  }

  /** For a change of the composition that is known to look the same: nothing is drawn again. */
  withoutRedrawing(change: () => void): void {
    this.still = true;
    change();
    this.still = false;
  }

  /** Pixels arrived or were painted in place: `rect` (composition pixels) has to be drawn again. */
  refresh(rect: Rect | 'everything' = 'everything'): void {
    if (this.composition) this.invalidate(rect);
  }

  setCamera(camera: ScreenCamera): void {
    this.camera = camera;
    this.schedule();
  }

  setPointer(pointer: Point): void {
    this.pointer = pointer;
  }

  resize(width: number, height: number): void {
    this.canvas.width = width;
    this.canvas.height = height;
    this.draw();
  }

  close(): void {
    cancelAnimationFrame(this.frame);
    this.coarseAsked?.abort();
    for (const tile of this.tiles.values()) {
      tile.asked?.stop.abort();
      tile.bitmap?.close();
    }
    this.tiles.clear();
  }

  private get scale(): number {
    return this.camera.zoom >= PIXELS_SHOW ? 1 : this.camera.zoom;
  }

  private invalidate(rect: Rect | 'everything'): void {
    this.generation++;
    let hit = 0;
    for (const [key, tile] of this.tiles) {
      if (rect !== 'everything' && isEmpty(intersectRects(this.areaOf(tile), rect))) continue;
      tile.changed = this.generation;
      hit++;
      // Tiles of other zooms are only stand-ins, and these now show something old.
      if (tile.scale !== this.scale) this.drop(key, tile);
    }
    if (hit > FEW_TILES || rect === 'everything') this.askCoarse();
    this.schedule();
  }

  /** The composition pixels that a tile shows, with a margin for filters at its scale. */
  private areaOf(tile: Tile): Rect {
    const side = (TILE + 4) / tile.scale;
    return {
      x: (tile.column * TILE - 2) / tile.scale,
      y: (tile.row * TILE - 2) / tile.scale,
      ...{ width: side, height: side },
    };
  }

  private drop(key: string, tile: Tile): void {
    tile.asked?.stop.abort();
    tile.bitmap?.close();
    this.tiles.delete(key);
  }

  private schedule(): void {
    this.onState(false);
    if (this.frame) return;
    this.frame = requestAnimationFrame(() => {
      this.frame = 0;
      this.draw();
    });
  }

  /** The extent of the canvas in output pixels. */
  private extent(scale: number): { width: number; height: number } {
    const { width = 0, height = 0 } = this.composition?.canvas ?? {};
    return { width: Math.ceil(width * scale - 1e-6), height: Math.ceil(height * scale - 1e-6) };
  }

  /** The output pixels that are on the screen. */
  private visible(scale: number): Rect {
    const { zoom, x, y } = this.camera;
    const by = scale / zoom;
    const seen = {
      x: Math.floor(-x * by),
      y: Math.floor(-y * by),
      width: Math.ceil(this.canvas.width * by) + 1,
      height: Math.ceil(this.canvas.height * by) + 1,
    };
    return intersectRects(seen, { x: 0, y: 0, ...this.extent(scale) });
  }

  private wantedTiles(): Tile[] {
    const { scale } = this;
    const seen = this.visible(scale);
    if (isEmpty(seen)) return [];
    const wanted: Tile[] = [];
    const lastRow = Math.floor((seen.y + seen.height - 1) / TILE);
    const lastColumn = Math.floor((seen.x + seen.width - 1) / TILE);
    for (let row = Math.floor(seen.y / TILE); row <= lastRow; row++) {
      for (let column = Math.floor(seen.x / TILE); column <= lastColumn; column++) {
        const key = `${scale}:${column},${row}`;
        let tile = this.tiles.get(key);
        if (!tile) {
          const fresh = { bitmap: null, shows: 0, changed: this.generation, asked: null };
          tile = { column, row, scale, ...fresh };
        }
        // Most recently wanted last, so that the oldest can be let go first.
        this.tiles.delete(key);
        this.tiles.set(key, tile);
        wanted.push(tile);
      }
    }
    return wanted;
  }

  private draw(): void {
    const context = this.canvas.getContext('2d');
    if (!context || !this.composition) return;
    const viewed = this.view.kind === 'composition' ? undefined : this.view.layer;
    this.supply.ensure(neededPixels(this.composition, this.scale, viewed));
    context.clearRect(0, 0, this.canvas.width, this.canvas.height);
    const wanted = this.wantedTiles();
    const missing = wanted.filter((tile) => tile.shows < tile.changed);
    if (missing.length > 0) {
      if (!this.coarse && !this.coarseAsked) this.askCoarse();
      for (const tile of this.tiles.values()) {
        if (tile.scale !== this.scale) this.drawTile(context, tile);
      }
      const { coarse } = this;
      for (const tile of missing) {
        const coarseIsNewer = coarse && (coarse.shows >= tile.changed || !tile.bitmap);
        if (coarseIsNewer) this.drawCoarse(context, tile);
        else this.drawTile(context, tile);
      }
    }
    for (const tile of wanted) if (tile.shows >= tile.changed) this.drawTile(context, tile);
    this.ask(missing);
    this.letGo();
    this.onState(missing.length === 0 && this.supply.idle);
  }

  private place(
    context: CanvasRenderingContext2D,
    bitmap: ImageBitmap,
    region: { x: number; y: number },
    scale: number,
  ): void {
    const by = this.camera.zoom / scale;
    const left = Math.round(this.camera.x) + Math.round(region.x * by);
    const top = Math.round(this.camera.y) + Math.round(region.y * by);
    const right = Math.round(this.camera.x) + Math.round((region.x + bitmap.width) * by);
    const bottom = Math.round(this.camera.y) + Math.round((region.y + bitmap.height) * by);
    context.imageSmoothingEnabled = !(this.camera.zoom >= PIXELS_SHOW && scale === 1);
    context.imageSmoothingQuality = 'low';
    context.clearRect(left, top, right - left, bottom - top);
    context.drawImage(bitmap, left, top, right - left, bottom - top);
  }

  private drawTile(context: CanvasRenderingContext2D, tile: Tile): void {
    if (!tile.bitmap) return;
    const corner = { x: tile.column * TILE, y: tile.row * TILE };
    this.place(context, tile.bitmap, corner, tile.scale);
  }

  /** The coarse answer, where a tile will be. */
  private drawCoarse(context: CanvasRenderingContext2D, tile: Tile): void {
    const { coarse, camera } = this;
    if (!coarse) return;
    const side = (TILE * camera.zoom) / tile.scale;
    context.save();
    context.beginPath();
    const left = Math.round(camera.x) + Math.round(tile.column * side);
    const top = Math.round(camera.y) + Math.round(tile.row * side);
    context.rect(left, top, Math.ceil(side), Math.ceil(side));
    context.clip();
    this.place(context, coarse.bitmap, coarse.region, coarse.scale);
    context.restore();
  }

  private askCoarse(): void {
    if (!this.composition) return;
    this.coarseAsked?.abort();
    const stop = new AbortController();
    this.coarseAsked = stop;
    const scale = this.scale * COARSE;
    const region = this.visible(scale);
    if (isEmpty(region)) {
      this.coarseAsked = null;
      return;
    }
    const shows = this.generation;
    const ask = { composition: this.key, view: this.view, region, scale };
    const options = { priority: PRIORITY.coarse, signal: stop.signal };
    this.render(ask, options)
      .then((bitmap) => {
        this.coarse?.bitmap.close();
        this.coarse = { bitmap, region, scale, shows };
        this.schedule();
      })
      .catch(ignoreCancelled)
      .finally(() => {
        if (this.coarseAsked === stop) this.coarseAsked = null;
      });
  }

  private async render(
    ask: { composition: number; view: View; region: Rect; scale: number },
    options: { priority: number; signal: AbortSignal },
  ): Promise<ImageBitmap> {
    const pixels = await this.engine.run('render-view', ask, options);
    return createImageBitmap(new ImageData(pixels, ask.region.width, ask.region.height));
  }

  private ask(missing: readonly Tile[]): void {
    const needed = new Set(missing);
    for (const tile of this.tiles.values()) {
      if (tile.asked && !needed.has(tile)) tile.asked.stop.abort();
    }
    const { pointer, camera, scale } = this;
    const distance = (tile: Tile) => {
      const by = camera.zoom / scale;
      const x = camera.x + (tile.column + 0.5) * TILE * by - pointer.x;
      const y = camera.y + (tile.row + 0.5) * TILE * by - pointer.y;
      return Math.hypot(x, y);
    };
    const near = [...missing].sort((a, b) => distance(a) - distance(b));
    near.forEach((tile, rank) => {
      // What was asked for an older scene is called off, unless it is being drawn already.
      if (tile.asked && tile.asked.shows >= tile.changed) return;
      tile.asked?.stop.abort();
      this.askTile(tile, PRIORITY.tile - rank / 1000);
    });
  }

  private askTile(tile: Tile, priority: number): void {
    const extent = { x: 0, y: 0, ...this.extent(tile.scale) };
    const square = { x: tile.column * TILE, y: tile.row * TILE, width: TILE, height: TILE };
    const region = intersectRects(square, extent);
    const stop = new AbortController();
    const shows = this.generation;
    tile.asked = { stop, shows };
    const ask = { composition: this.key, view: this.view, region, scale: tile.scale };
    this.render(ask, { priority, signal: stop.signal })
      .then((bitmap) => {
        if (shows < tile.shows) return bitmap.close();
        tile.bitmap?.close();
        tile.bitmap = bitmap;
        tile.shows = shows;
      })
      .catch(ignoreCancelled)
      .finally(() => {
        if (tile.asked?.stop === stop) tile.asked = null;
        this.schedule();
      });
  }

  private letGo(): void {
    for (const [key, tile] of this.tiles) {
      if (this.tiles.size <= KEPT) return;
      this.drop(key, tile);
    }
  }
}

function ignoreCancelled(error: unknown): void {
  if (!(error instanceof JobCancelled)) console.error(error);
}
