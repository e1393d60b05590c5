import { agreementReading, edgeOfFound, withAllTaken } from '@diplex/core';
import {
  type Composition,
  isPhoto,
  type Layer,
  layerById,
  layerMatrix,
  maskOf,
  newId,
  type PhotoLayer,
  type PickedPart,
  RANGES,
  type Rect,
} from '@diplex/document';
import type { Candidate } from '@diplex/sight';
import { Inject, Injectable } from '@nestjs/common';
import type { RecipePlacing } from '../storage/entities/recipe-run-record';
import { placedAlike, placedByEyeLevel, withShadowsFollowing } from './place-alike';
import { SubjectPixels } from './subject-pixels';
import {
  boundToOldPixels,
  type EdgeWays,
  edgeOf,
  type Photo,
  withParts,
  withPhoto,
} from './swap-photo';

/** Less sure subjects, larger enlargements and things that agree less need a look. */
const [SURE, ENLARGED, AGREES] = [0.6, 1.15, 0.55];

/** A subject that is so near to the border of its photograph, as a share of a side, may be cut off there. */
const AT_BORDER = 0.01;

/** A layer whose photograph is swapped. */
export interface Swapped {
  readonly layer: PhotoLayer;
  /** Where the subject shows on the canvas. */
  readonly subject: Rect;
}

/** What is used again. */
export interface Pattern {
  readonly composition: Composition;
  /** One or more layers; each gets the same photograph. */
  readonly swapped: readonly Swapped[];
  /** How far each is made to agree, 0..1. */
  readonly agree: number;
  readonly placing: RecipePlacing;
}

/** The subject of a photograph, and the tiles of a mask that cut it out. */
interface Cut {
  readonly subject: Candidate;
  readonly tiles: Readonly<Record<string, string>>;
}

/** A composition that was made by a pattern, and what of it needs a hand. */
export interface Made {
  readonly document: Composition;
  readonly needs: readonly string[];
}

function current(composition: Composition, { id }: Layer): PhotoLayer {
  const layer = layerById(composition, id);
  if (!layer || !isPhoto(layer))
    throw new Error('The layer of a recipe is no photograph any more.');
  return layer;
}

function picked(
  name: string,
  change: Pick<PickedPart, 'recipe' | 'tiles' | 'combine' | 'solved'>,
): PickedPart {
  return { id: newId(), kind: 'picked', name, shown: true, feather: 0, inverted: false, ...change };
}

/** Makes a composition by a pattern with another photograph: found, cut, placed, agreed with, and looked over. */
@Injectable()
export class RecipeMaker {
  constructor(@Inject(SubjectPixels) private readonly pixels: SubjectPixels) {}

  async make(pattern: Pattern, photo: Photo, signal: AbortSignal): Promise<Made> {
    const { swapped } = pattern;
    const [first] = swapped;
    const title = `${pattern.composition.title} - ${photo.title}`.slice(0, 200);
    const bare = swapped.reduce<Composition>(
      (composition, { layer }) => withPhoto(composition, layer, photo),
      { ...pattern.composition, title },
    );
    const left = swapped.flatMap(({ layer }) =>
      boundToOldPixels(layer).map(
        (what) => `${what} of ${layer.name} was for the old photograph, and is left out`,
      ),
    );
    const [subject] = first
      ? await this.pixels.candidates(bare, current(bare, first.layer), signal)
      : [];
    if (!first || !subject) {
      return { document: bare, needs: ['no subject was found: cut it out by hand', ...left] };
    }
    const tiles = await this.pixels.cut(bare, current(bare, first.layer), subject, signal);
    let made: Made = { document: bare, needs: [] };
    for (const each of swapped) {
      const { document, needs } = await this.swap(
        ...([pattern, each, made.document, { subject, tiles }, signal] as const),
      );
      const whose = swapped.length > 1 ? `${each.layer.name}: ` : '';
      made = { document, needs: [...made.needs, ...needs.map((need) => `${whose}${need}`)] };
    }
    const share = Math.round(subject.confidence * 100);
    const unsure =
      subject.confidence < SURE ? [`the subject (${subject.name}) is only ${share} % sure`] : [];
    return { ...made, needs: [...unsure, ...made.needs, ...left] };
  }

  /** Cuts out, places and agrees what one layer shows now. */
  private async swap(
    pattern: Pattern,
    { layer, subject: stood }: Swapped,
    bare: Composition,
    found: Cut,
    signal: AbortSignal,
  ): Promise<Made> {
    const cut = await this.cut(pattern, layer, bare, found, signal);
    const now = await this.pixels.shownBox(cut, layer.id, signal);
    if (!now) return { document: cut, needs: ['nothing of the subject shows on the canvas'] };
    const needs: string[] = [];
    const placed = this.placed(pattern, cut, { layer, subject: stood }, now, needs);
    const stands = (await this.pixels.shownBox(placed, layer.id, signal)) ?? stood;
    const followed = withShadowsFollowing(placed, layer.id, stands);
    needs.push(...this.lookedOver(followed, current(followed, layer), found.subject));
    if (pattern.agree === 0) return { document: followed, needs };
    return this.agreed(pattern, layer, followed, needs, signal);
  }

  private placed(
    { composition, placing }: Pattern,
    cut: Composition,
    { layer, subject }: Swapped,
    now: Rect,
    needs: string[],
  ): Composition {
    const thing = current(cut, layer);
    if (placing === 'eye level') {
      const stood = placedByEyeLevel(cut, thing, now, { composition, layer, subject });
      if (stood) return stood;
      needs.push('it could not stand at its eye level (no horizon above its foot): it is as high');
    }
    return placedAlike(cut, thing, now, subject);
  }

  /** Cuts the subject out, with its edge worked out as that of the old one was. */
  private async cut(
    { composition }: Pattern,
    layer: PhotoLayer,
    bare: Composition,
    { subject, tiles }: Cut,
    signal: AbortSignal,
  ): Promise<Composition> {
    const old = maskOf(composition, layer);
    const { name, confidence } = subject;
    const part = picked(name, {
      recipe: { by: 'subject', name, confidence },
      tiles,
      combine: 'add',
    });
    const rough = withParts(bare, layer.id, [part], old);
    const edge = edgeOf(composition, layer);
    if (!edge) return rough;
    const ways = this.edgeFor(edge, layer, current(bare, layer));
    const recipe = { by: 'edge' as const, from: 'layer' as const, way: ways.way };
    const solved = await this.pixels.edge(rough, current(rough, layer), recipe, ways, signal);
    const last = picked(ways.way === 'hard' ? 'Hard edge' : 'Solved edge', {
      ...{ recipe, tiles: solved, combine: 'replace' as const, solved: ways.band },
      ...{ strands: ways.strands, patches: ways.patches },
    });
    return withParts(bare, layer.id, [part, last], old);
  }

  /** The same band in a photograph of more or fewer pixels. */
  private edgeFor(edge: EdgeWays, before: PhotoLayer, now: PhotoLayer): EdgeWays {
    const side = ({ content }: PhotoLayer) => Math.max(content.size.width, content.size.height);
    const scaled = (width: number, { least, most }: { least: number; most: number }) =>
      Math.max(least, Math.min(most, Math.round((width * side(now)) / side(before))));
    return {
      ...{ way: edge.way, band: Math.max(2, scaled(edge.band, RANGES.edgeBand)) },
      ...{ strands: scaled(edge.strands, RANGES.strands) },
      // What was found may be off by more than a cut by hand: patches never come in.
      patches: edge.patches
        ? scaled(edge.patches, RANGES.patches)
        : edgeOfFound(now.content.size).patches,
    };
  }

  private lookedOver(composition: Composition, layer: PhotoLayer, { box }: Candidate): string[] {
    const [a, b] = layerMatrix(composition, layer);
    const times = Math.hypot(a, b);
    const cutOff = [
      ...(box.x < AT_BORDER ? ['left'] : []),
      ...(box.x + box.width > 1 - AT_BORDER ? ['right'] : []),
      ...(box.y < AT_BORDER ? ['top'] : []),
    ];
    return [
      ...(times > ENLARGED ? [`it is enlarged ${times.toFixed(1)} times beyond its pixels`] : []),
      ...(cutOff.length > 0 ? [`its photograph may cut it off (${cutOff.join(', ')})`] : []),
    ];
  }

  private async agreed(
    { agree }: Pattern,
    layer: PhotoLayer,
    composition: Composition,
    needs: string[],
    signal: AbortSignal,
  ): Promise<Made> {
    const thing = current(composition, layer);
    const steps = await withAllTaken(thing.steps, agree, (chain, depth) =>
      this.pixels.agreement(composition, thing, chain, depth, signal),
    );
    const after = { ...thing, steps };
    const document = { ...composition, layers: { ...composition.layers, [thing.id]: after } };
    const reading = agreementReading(
      await this.pixels.agreement(document, after, steps, 'all', signal),
    );
    if (reading.share >= AGREES) return { document, needs };
    const words = `it agrees with its scene by ${Math.round(reading.share * 100)} % only`;
    return { document, needs: [...needs, words] };
  }
}
