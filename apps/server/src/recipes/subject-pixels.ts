import { Readable } from 'node:stream';
import {
  agreementNeeds,
  groundNeeds,
  levelWithin,
  maskBeforeNeeds,
  type PickGround,
  type PickRecipe,
  surveyAgreement,
  workingLevel,
} from '@diplex/core';
import {
  aloneOnCanvas,
  type Composition,
  type Layer,
  type Rect,
  type Step,
} from '@diplex/document';
import type { Engine } from '@diplex/engine';
import { type Candidate, SALIENCY_PIXELS, SEEN_PIXELS } from '@diplex/sight';
import { Inject, Injectable } from '@nestjs/common';
import { CoveredBox } from '../deliveries/picture-rows';
import { ENGINE } from '../rendering/engine.provider';
import { RenderPixels } from '../rendering/render-pixels';
import { Renderer } from '../rendering/renderer';
import { BlobStore } from '../storage/blob-store';
import { SubjectFinder } from './subject-finder';
import type { EdgeWays } from './swap-photo';

/** Where a subject is, is looked for on a picture with this longest side. */
const LOOKED_AT = 1200;

type Tiles = Readonly<Record<string, string>>;

/** What has to be done with pixels to find, cut and compare the subject of a layer. */
@Injectable()
export class SubjectPixels {
  constructor(
    @Inject(ENGINE) private readonly engine: Engine,
    @Inject(RenderPixels) private readonly pixels: RenderPixels,
    @Inject(Renderer) private readonly renderer: Renderer,
    @Inject(BlobStore) private readonly blobs: BlobStore,
    @Inject(SubjectFinder) private readonly finder: SubjectFinder,
  ) {}

  /** What may be the subject of a layer's photograph, the surest first. */
  async candidates(composition: Composition, layer: Layer, signal: AbortSignal) {
    const levels = [levelOf(layer, SEEN_PIXELS), levelOf(layer, SALIENCY_PIXELS)];
    const needs = groundNeeds({ composition, holder: layer, from: 'layer', owner: layer }, levels);
    const [picture, coarse] = await this.pixels.using(needs, 'refused', () => {
      const key = this.renderer.told(composition);
      const place = { composition: key, layer: layer.id, from: 'layer' as const };
      return Promise.all(
        levels.map((level) => this.engine.run('ground-level', { ...place, level }, { signal })),
      );
    });
    return picture && coarse ? this.finder.find(picture, coarse) : [];
  }

  /** Cuts a candidate at the picture's edges; gives its tiles, which are kept. */
  async cut(composition: Composition, layer: Layer, likely: Candidate, signal: AbortSignal) {
    const owner = { composition, holder: layer, from: 'layer' as const, owner: layer };
    const tiles = await this.pixels.using(groundNeeds(owner, cutLevels(layer)), 'refused', () => {
      const ask = { composition: this.renderer.told(composition), layer: layer.id, likely };
      return this.engine.run('cut-likely', ask, { signal });
    });
    return this.kept(tiles);
  }

  /** Works the edge of a layer's mask out anew, as far as a band of this width reaches; gives its tiles, which are kept. */
  async edge(
    composition: Composition,
    layer: Layer,
    recipe: Extract<PickRecipe, { by: 'edge' }>,
    { band, strands, patches }: EdgeWays,
    signal: AbortSignal,
  ): Promise<Tiles> {
    const levels = recipe.way === 'hard' ? [0] : cutLevels(layer);
    const owner = { composition, holder: layer, from: 'layer' as const, owner: layer };
    const ground = groundNeeds(owner, levels);
    const before = maskBeforeNeeds({ composition, holder: layer, part: null });
    const needs = {
      sources: [...ground.sources, ...before.sources],
      painted: [...ground.painted, ...before.painted],
    };
    const tiles = await this.pixels.using(needs, 'refused', () => {
      const place = { composition: this.renderer.told(composition), layer: layer.id };
      const ask = {
        ...place,
        recipe,
        part: null,
        specks: 0,
        solved: band,
        strands,
        patches,
        tiles: {},
      };
      return this.engine.run('pick', ask, { signal });
    });
    return this.kept(tiles);
  }

  /** Where a layer shows on the canvas, in its pixels; null where nothing of it does. */
  async shownBox(
    composition: Composition,
    layer: string,
    signal: AbortSignal,
  ): Promise<Rect | null> {
    const alone = aloneOnCanvas(composition, layer);
    if (!alone) return null;
    const { width, height } = composition.canvas;
    const scale = Math.min(1, LOOKED_AT / Math.max(width, height));
    const drawn = await this.renderer.render(alone, { scale, bits: 8, signal });
    const covered = new CoveredBox(drawn.width, 64);
    covered.take(drawn.data, 0);
    const { box } = covered;
    if (!box) return null;
    const by = (value: number) => value / scale;
    return { x: by(box.x), y: by(box.y), width: by(box.width), height: by(box.height) };
  }

  /** Compares a layer with its scene as it would be with a chain. */
  async agreement(
    composition: Composition,
    layer: Layer,
    steps: readonly Step[],
    depth: 'tones' | 'all',
    signal: AbortSignal,
  ): Promise<ReturnType<typeof surveyAgreement>> {
    const changed = {
      ...composition,
      layers: { ...composition.layers, [layer.id]: { ...layer, steps } },
    };
    const place = { layer: layer.id, scene: 'around' as const, depth };
    const needs = agreementNeeds({ ...place, composition: changed });
    return this.pixels.using(needs, 'refused', () => {
      const ask = { ...place, composition: this.renderer.told(changed) };
      return this.engine.run('survey-agreement', ask, { signal });
    });
  }

  private async kept(tiles: Readonly<Record<string, Uint16Array | string>>): Promise<Tiles> {
    const named = new Map<Uint16Array, Promise<string>>();
    const keep = (pairs: Uint16Array) => {
      const known = named.get(pairs) ?? this.keep(pairs);
      named.set(pairs, known);
      return known;
    };
    const entries = Object.entries(tiles).map(
      async ([key, tile]) => [key, typeof tile === 'string' ? tile : await keep(tile)] as const,
    );
    return Object.fromEntries(await Promise.all(entries));
  }

  private async keep(pairs: Uint16Array): Promise<string> {
    const { hash, png } = await this.engine.run('encode-tile', { pairs });
    const incoming = await this.blobs.receive(Readable.from([png]), png.length);
    await this.blobs.keep(incoming);
    return hash;
  }
}

function groundOf(layer: Layer): PickGround {
  const { width, height } =
    layer.content.kind === 'photo' ? layer.content.size : { width: 1, height: 1 };
  return { width, height, level: () => null as never };
}

function levelOf(layer: Layer, pixels: number): number {
  return levelWithin(groundOf(layer), pixels);
}

/** The levels that a cut reads. */
function cutLevels(layer: Layer): number[] {
  return Array.from({ length: workingLevel(groundOf(layer)) + 1 }, (_, level) => level);
}
