import { neededPixels, type Region, strokeDamage, type View, viewDamage } from '@diplex/core';
import {
  type Composition,
  growRect,
  intersectRects,
  isEmpty,
  type Point,
  type Profile,
  type Rect,
  uniteRects,
} from '@diplex/document';
import { type Engine, JobCancelled } from '@diplex/engine';
import { compositionKey } from '../bench/engine';
import { type Arrivals, namesIn, type PixelSupply } from '../bench/pixel-supply';
import { TileSurface } from './tile-surface';
import { measured } from './timeline';

const TILE = 256;
/** From this zoom on, composition pixels are drawn as squares. */
const PIXELS_SHOW = 2;
/** The first answer to a change is drawn at this share of the resolution. */
const COARSE = 0.25;
/** Changes that touch no more tiles than this need no coarse answer. */
const FEW_TILES = 4;
/** Tiles kept for views that are not on the screen. */
const KEPT = 240;
/** Tiles of so many zooms are kept, the present one among them. */
const KEPT_SCALES = 4;
/** How often a tile is drawn again whose pixels came while it was drawn without them. */
const MOST_TRIES = 3;
/** How long nothing must happen before tiles around the view are drawn, in milliseconds. */
const REST_MS = 300;
/** How far around the view tiles are drawn in advance, in tiles. */
const AROUND = 1;

const PRIORITY = { coarse: 100, touch: 60, tile: 10, around: -10 };

interface Tile {
  readonly column: number;
  readonly row: number;
  readonly scale: number;
  surface: TileSurface | null;
  /** What of the surface shows something old, in output pixels; null when nothing does. */
  stale: Rect | null;
  asked: Asked | null;
  /** When the pointer moved that the newest change of this tile comes from. */
  movedAt: number | null;
  /** What it still needs, by name, where something coarser or nothing stands in; null where nothing does. */
  lacks: ReadonlySet<string> | null;
  /** How often in a row it was drawn without what had come. */
  tries: number;
}

interface Asked {
  readonly stop: AbortController;
  readonly region: Rect;
  /** Around the view: nobody waits for it. */
  readonly ahead: boolean;
  readonly movedAt: number | null;
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
 * next, and sharp tiles as they come from the workers, those nearest the pointer first. Where only
 * part of a tile changed, only that part is computed and drawn again.
 */
export class TileScreen {
  private readonly tiles = new Map<string, Tile>();
  private composition: Composition | null = null;
  private view: View = { kind: 'composition' };
  private key = 0;
  private still = false;
  /** Counts changes of what is to be seen, for the coarse answer. */
  private generation = 0;
  private camera: ScreenCamera = { zoom: 1, x: 0, y: 0 };
  private pointer: Point = { x: 0, y: 0 };
  private coarse: { surface: TileSurface; region: Rect; scale: number; shows: number } | null =
    null;
  private coarseAsked: AbortController | null = null;
  private frame = 0;
  private resting: ReturnType<typeof setTimeout> | undefined;
  /** When the change was made that is being drawn, and whether a first answer to it was shown. */
  private change: { readonly at: number; answered: boolean } | null = null;
  /** Whether all of the screen has to be drawn again, or only the tiles that were answered. */
  private allOver = true;
  /** Whether other pixels may be needed than were asked for. */
  private lacksPixels = true;
  /** Whether something on the screen only stands in for tiles that are to come. */
  private standsIn = false;
  private readonly answered = new Set<Tile>();
  /** Called when a picture is to be drawn, and after it was; `settled` when nothing is to come. */
  onState: (settled: boolean) => void = () => undefined;
  /** The layer in hand: what lies behind it is worth keeping. */
  worksOn: string | null = null;

  constructor(
    private readonly engine: Engine,
    private readonly canvas: HTMLCanvasElement,
    private readonly supply: PixelSupply,
    /** What the canvas shows colours in; what is in another profile is converted when it is put there. */
    private readonly space: Profile,
  ) {}

  private get context(): CanvasRenderingContext2D | null {
    return this.canvas.getContext('2d', { colorSpace: this.space });
  }

  /** The key under which the workers know the composition, for jobs of others too. */
  get sceneKey(): number {
    return this.key;
  }

  setScene(composition: Composition, view: View): void {
    const before = this.composition;
    const sameView = JSON.stringify(view) === JSON.stringify(this.view);
    if (before === composition && sameView) return;
    if (before !== composition) this.key = compositionKey(composition);
    this.composition = composition;
    this.view = view;
    this.lacksPixels = true;
    if (before && sameView && this.still) return;
    if (!before || !sameView) {
      this.change = { at: performance.now(), answered: false };
      return this.invalidate(() => 'everywhere');
    }
    const changed = new Map<number, Region>();
    const where = (scale: number) => {
      const region = changed.get(scale) ?? viewDamage(before, composition, view, scale);
      changed.set(scale, region);
      return region;
    };
    // What was tried out and is then done looks the same.
    const here = where(this.scale);
    if (here !== 'everywhere' && here.length > 0) {
      this.change = { at: performance.now(), answered: false };
    }
    this.invalidate(where);
  }

  /** For a change of the composition that is known to look the same: nothing is drawn again. */
  withoutRedrawing(change: () => void): void {
    this.still = true;
    change();
    this.still = false;
  }

  /** Everything has to be drawn again. */
  refresh(): void {
    if (this.composition) this.invalidate(() => 'everywhere');
  }

  /**
   * A stroke painted in place: what it may have changed has to be drawn again.
   * @param stroke its name
   * @param pixels what it touched, in pixels of the mask
   * @param movedAt when the pointer moved that painted it, as of performance.now
   */
  painted(stroke: string, pixels: Rect, movedAt: number | null): void {
    const { composition, view } = this;
    if (!composition) return;
    this.invalidate((scale) => strokeDamage(composition, view, scale, stroke, pixels), movedAt);
  }

  /** Pixels have come: tiles that were drawn without them have to be drawn again. */
  arrived({ names, coarsest }: Arrivals): void {
    if (!this.composition) return;
    this.lacksPixels = true;
    let any = false;
    for (const tile of this.tiles.values()) {
      const { lacks } = tile;
      if (!lacks) continue;
      const come = [...names].some((name) => lacks.has(name));
      // The coarsest level of a source stands in for whatever of it is still to come.
      const stand = [...coarsest].some((source) => lacks.has(source));
      if (!come && !stand) continue;
      tile.stale = this.regionOf(tile);
      tile.lacks = null;
      any = true;
    }
    if (!any) return this.schedule();
    this.generation++;
    this.allOver = true;
    this.askCoarse();
    this.ask(this.tilesUnder(this.visible(this.scale)));
    this.schedule();
  }

  setCamera(camera: ScreenCamera): void {
    this.camera = camera;
    this.lacksPixels = true;
    this.allOver = true;
    this.schedule();
  }

  setPointer(pointer: Point): void {
    this.pointer = pointer;
  }

  resize(width: number, height: number): void {
    this.canvas.width = width;
    this.canvas.height = height;
    this.lacksPixels = true;
    this.allOver = true;
    this.draw();
  }

  close(): void {
    cancelAnimationFrame(this.frame);
    clearTimeout(this.resting);
    this.coarseAsked?.abort();
    for (const tile of this.tiles.values()) tile.asked?.stop.abort();
    this.tiles.clear();
  }

  private get scale(): number {
    return this.camera.zoom >= PIXELS_SHOW ? 1 : this.camera.zoom;
  }

  /** What is no longer right, in the output pixels of each scale. */
  private invalidate(where: (scale: number) => Region, movedAt: number | null = null): void {
    this.forgetScales();
    let hit = 0;
    for (const [key, tile] of this.tiles) {
      const region = this.regionOf(tile);
      const areas = where(tile.scale);
      const touched =
        areas === 'everywhere' ? region : unite(areas.map((area) => intersectRects(region, area)));
      if (!touched || isEmpty(touched)) continue;
      // Tiles of other zooms are only stand-ins, and these now show something old.
      if (tile.scale !== this.scale) {
        this.drop(key, tile);
        continue;
      }
      hit++;
      tile.stale = tile.stale ? uniteRects(tile.stale, touched) : touched;
      tile.movedAt ??= movedAt;
      // A tile that is answered anew as a whole need not be answered before.
      if (tile.asked && !isEmpty(intersectRects(tile.asked.region, touched))) {
        const whole = touched.width === region.width && touched.height === region.height;
        if (whole) tile.asked.stop.abort();
      }
    }
    const here = where(this.scale);
    if (here !== 'everywhere' && here.length === 0) return this.schedule();
    this.generation++;
    if (here === 'everywhere' || hit > FEW_TILES) {
      this.allOver = true;
      this.askCoarse();
    }
    // The workers need not wait for the next frame.
    this.ask(this.tilesUnder(this.visible(this.scale)));
    this.schedule();
  }

  /** Lets go of tiles of zooms that were left long ago: each would have to be compared with every change. */
  private forgetScales(): void {
    const scales = new Set([this.scale]);
    for (const tile of [...this.tiles.values()].reverse()) {
      if (scales.size < KEPT_SCALES) scales.add(tile.scale);
    }
    for (const [key, tile] of this.tiles) if (!scales.has(tile.scale)) this.drop(key, tile);
  }

  /** The output pixels of a tile. */
  private regionOf({ column, row, scale }: Tile): Rect {
    const square = { x: column * TILE, y: row * TILE, width: TILE, height: TILE };
    return intersectRects(square, { x: 0, y: 0, ...this.extent(scale) });
  }

  private drop(key: string, tile: Tile): void {
    tile.asked?.stop.abort();
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

  private tilesUnder(seen: Rect): Tile[] {
    const { scale } = this;
    if (isEmpty(seen)) return [];
    const wanted: Tile[] = [];
    const lastRow = Math.floor((seen.y + seen.height - 1) / TILE);
    const lastColumn = Math.floor((seen.x + seen.width - 1) / TILE);
    for (let row = Math.floor(seen.y / TILE); row <= lastRow; row++) {
      for (let column = Math.floor(seen.x / TILE); column <= lastColumn; column++) {
        const key = `${scale}:${column},${row}`;
        let tile = this.tiles.get(key);
        if (!tile) {
          tile = {
            column,
            row,
            scale,
            surface: null,
            stale: null,
            asked: null,
            movedAt: null,
            lacks: null,
            tries: 0,
          };
          tile.stale = this.regionOf(tile);
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
    const { context } = this;
    if (!context || !this.composition) return;
    const seen = this.visible(this.scale);
    const wanted = this.tilesUnder(seen);
    const missing = wanted.filter((tile) => tile.stale || tile.asked);
    if (this.lacksPixels) this.bringPixels(seen);
    this.lacksPixels = false;
    // A coarse answer may reach a little beyond the tiles that take its place.
    if (missing.length === 0 && this.standsIn) this.allOver = true;
    if (this.allOver) this.drawAll(context, wanted, missing);
    else {
      for (const tile of this.answered) if (tile.scale === this.scale) this.drawTile(context, tile);
    }
    this.allOver = false;
    this.answered.clear();
    this.measureChange(missing.length);
    this.ask(wanted);
    clearTimeout(this.resting);
    if (missing.length === 0) this.resting = setTimeout(() => this.askAround(), REST_MS);
    this.letGo();
    this.onState(missing.length === 0 && this.supply.idle);
  }

  /** What was just painted is shown at once, without waiting for the next frame's turn. */
  private showPainted(tile: Tile, movedAt: number): void {
    const { context } = this;
    if (this.allOver || !context || tile.scale !== this.scale) return;
    this.drawTile(context, tile);
    this.answered.delete(tile);
    measured('painted pixel', movedAt);
  }

  /** Notes when a change was answered, first somehow and then sharply. */
  private measureChange(missing: number): void {
    const { change, coarse } = this;
    if (!change) return;
    const settled = missing === 0;
    if (!change.answered && (settled || coarse?.shows === this.generation)) {
      measured('first answer', change.at);
      change.answered = true;
    }
    if (!settled) return;
    measured('settled picture', change.at);
    this.change = null;
  }

  private drawAll(
    context: CanvasRenderingContext2D,
    wanted: readonly Tile[],
    missing: readonly Tile[],
  ): void {
    context.clearRect(0, 0, this.canvas.width, this.canvas.height);
    this.standsIn = missing.length > 0;
    if (missing.length > 0) {
      if (!this.coarse && !this.coarseAsked) this.askCoarse();
      for (const tile of this.tiles.values()) {
        if (tile.scale !== this.scale) this.drawTile(context, tile);
      }
    }
    const { coarse } = this;
    const many = missing.length > FEW_TILES;
    for (const tile of wanted) {
      const old = tile.stale !== null || tile.asked !== null;
      // The last coarse answer is newer than what a tile shows, as long as the tile is asked for.
      if (old && coarse && (!tile.surface || (many && coarse.shows === this.generation))) {
        this.drawCoarse(context, tile);
      } else this.drawTile(context, tile);
    }
  }

  /** Asks the supply for what the view needs, and for what lies around it. */
  private bringPixels(seen: Rect): void {
    const { composition, scale } = this;
    if (!composition) return;
    const around = growRect(seen, AROUND * TILE);
    const need = (region: Rect) => neededPixels(composition, region, scale, this.view);
    this.supply.show(need(seen), need(around));
  }

  private place(
    context: CanvasRenderingContext2D,
    picture: OffscreenCanvas,
    region: { x: number; y: number },
    scale: number,
  ): void {
    const by = this.camera.zoom / scale;
    const left = Math.round(this.camera.x) + Math.round(region.x * by);
    const top = Math.round(this.camera.y) + Math.round(region.y * by);
    const right = Math.round(this.camera.x) + Math.round((region.x + picture.width) * by);
    const bottom = Math.round(this.camera.y) + Math.round((region.y + picture.height) * by);
    context.imageSmoothingEnabled = !(this.camera.zoom >= PIXELS_SHOW && scale === 1);
    context.imageSmoothingQuality = 'low';
    context.clearRect(left, top, right - left, bottom - top);
    context.drawImage(picture, left, top, right - left, bottom - top);
  }

  private drawTile(context: CanvasRenderingContext2D, tile: Tile): void {
    if (!tile.surface) return;
    const corner = { x: tile.column * TILE, y: tile.row * TILE };
    this.place(context, tile.surface.canvas, corner, tile.scale);
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
    this.place(context, coarse.surface.canvas, coarse.region, coarse.scale);
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
    const ask = { composition: this.key, view: this.view, region, scale, ...this.works(region) };
    const { profile } = this;
    this.engine
      .run('render-view', ask, { priority: PRIORITY.coarse, signal: stop.signal, likes: 0 })
      .then(({ pixels }) => {
        const surface = this.coarseSurface(region);
        surface.put(pixels, { ...region, x: 0, y: 0 }, profile);
        this.coarse = { surface, region, scale, shows };
        this.allOver = true;
        this.schedule();
      })
      .catch(ignoreCancelled)
      .finally(() => {
        if (this.coarseAsked === stop) this.coarseAsked = null;
      });
  }

  /** The surface of the coarse answer before, where the next one has its extent: there are many. */
  private coarseSurface({ width, height }: Rect): TileSurface {
    const { canvas } = this.coarse?.surface ?? {};
    const fits = canvas?.width === width && canvas.height === height;
    return this.coarse && fits ? this.coarse.surface : new TileSurface(width, height, this.space);
  }

  private distance({ column, row, scale }: Tile): number {
    const { camera, pointer } = this;
    const by = camera.zoom / scale;
    const x = camera.x + (column + 0.5) * TILE * by - pointer.x;
    const y = camera.y + (row + 0.5) * TILE * by - pointer.y;
    return Math.hypot(x, y);
  }

  private ask(wanted: readonly Tile[]): void {
    const seen = new Set(wanted);
    for (const tile of this.tiles.values()) {
      const waitedFor = tile.asked?.ahead ? !wanted.some((each) => each.stale) : seen.has(tile);
      if (tile.asked && !waitedFor) tile.asked.stop.abort();
    }
    const missing = wanted.filter((tile) => tile.stale && (!tile.asked || tile.asked.ahead));
    const near = missing.sort((a, b) => this.distance(a) - this.distance(b));
    near.forEach((tile, rank) => {
      const touched = tile.surface !== null && tile.stale !== null && !this.isWhole(tile);
      this.askTile(tile, (touched ? PRIORITY.touch : PRIORITY.tile) - rank / 1000);
    });
  }

  /** Draws the tiles around the view while nothing else is to be done. */
  private askAround(): void {
    if (!this.composition) return;
    const seen = this.visible(this.scale);
    if (isEmpty(seen)) return;
    const extent = { x: 0, y: 0, ...this.extent(this.scale) };
    const around = intersectRects(growRect(seen, AROUND * TILE), extent);
    for (const tile of this.tilesUnder(around)) {
      if (tile.stale && !tile.asked) this.askTile(tile, PRIORITY.around, true);
    }
  }

  private isWhole(tile: Tile): boolean {
    const region = this.regionOf(tile);
    return tile.stale?.width === region.width && tile.stale.height === region.height;
  }

  /** Of the pixels that are drawn now. */
  private get profile(): Profile {
    return this.composition?.canvas.profile ?? this.space;
  }

  /** The layer that is worked on, and the tile of which parts are drawn, for jobs that draw part of it. */
  private works(tile: Rect): { tile: Rect; worksOn?: string } {
    const { worksOn } = this;
    return { tile, ...(worksOn && this.view.kind === 'composition' && { worksOn }) };
  }

  /** What a tile was drawn without; drawn again at once where that has come meanwhile. */
  private noteLack(tile: Tile, standsIn: boolean): void {
    const { composition } = this;
    tile.lacks = null;
    if (!standsIn || !composition) {
      tile.tries = 0;
      return;
    }
    const whole = this.regionOf(tile);
    const needs = neededPixels(composition, whole, tile.scale, this.view);
    const missing = namesIn(needs).filter((name) => !this.supply.has(name));
    if (missing.length > 0) {
      tile.lacks = new Set([...missing, ...needs.sources.map(({ source }) => source)]);
    } else if (tile.tries++ < MOST_TRIES) tile.stale = whole;
  }

  private askTile(tile: Tile, priority: number, ahead = false): void {
    const whole = this.regionOf(tile);
    const region = tile.surface && tile.stale ? tile.stale : whole;
    const stop = new AbortController();
    const asked: Asked = { stop, region, ahead, movedAt: tile.movedAt };
    tile.movedAt = null;
    tile.asked?.stop.abort();
    tile.asked = asked;
    tile.stale = null;
    const scene = { composition: this.key, view: this.view };
    const { profile } = this;
    const likes = Math.abs(tile.column * 7 + tile.row * 13);
    this.engine
      .run(
        'render-view',
        { ...scene, region, scale: tile.scale, ...this.works(whole) },
        { priority, signal: stop.signal, likes },
      )
      .then(({ pixels, standsIn }) => {
        this.noteLack(tile, standsIn);
        tile.surface ??= new TileSurface(whole.width, whole.height, this.space);
        const place = { ...region, x: region.x - whole.x, y: region.y - whole.y };
        tile.surface.put(pixels, place, profile);
        this.answered.add(tile);
        if (asked.movedAt !== null) this.showPainted(tile, asked.movedAt);
      })
      .catch((error: unknown) => {
        // It still has to be drawn.
        tile.stale = tile.stale ? uniteRects(tile.stale, region) : region;
        ignoreCancelled(error);
      })
      .finally(() => {
        if (tile.asked === asked) tile.asked = null;
        if (!ahead || !stop.signal.aborted) this.schedule();
      });
  }

  private letGo(): void {
    for (const [key, tile] of this.tiles) {
      if (this.tiles.size <= KEPT) return;
      this.drop(key, tile);
    }
  }
}

/** The rectangle around all that are not empty; null when all are. */
function unite(rects: readonly Rect[]): Rect | null {
  const some = rects.filter((rect) => !isEmpty(rect));
  return some.length > 0 ? some.reduce(uniteRects) : null;
}

function ignoreCancelled(error: unknown): void {
  if (!(error instanceof JobCancelled)) console.error(error);
}
