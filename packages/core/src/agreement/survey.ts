import {
  AREA_ID,
  areaLayer,
  type Composition,
  intersectRects,
  isEmpty,
  type Layer,
  layerBounds,
  layerById,
  type Rect,
  roundOut,
  type Size,
} from '@diplex/document';
import type { CoverageImage, FloatImage } from '@diplex/imaging';
import { decodeExactly, inScratch } from '@diplex/kernels';
import { graphOf } from '../graph/composition-graph';
import type { GraphNode, Leaves } from '../graph/node';
import { neededBy, renderNode } from '../graph/render-node';
import type { PixelReader } from '../pixels/pixel-reader';
import { type LightPatch, patchOf, smoothed } from './light-patch';
import { nearness } from './nearness';
import { openSky, overcastShare } from './open-sky';
import { detailSignature, type Signature, toneSignature } from './signature';
import { type Silhouette, silhouetteOf } from './silhouette';

/** What of the scene counts: what lies around the thing, the nearer the more; all of it; what is in the area. */
export const SCENE_PARTS = ['around', 'all', 'area'] as const;
export type ScenePart = (typeof SCENE_PARTS)[number];

/** How much is measured: light and colour, from a small picture, or what its own pixels show as well. */
export type SurveyDepth = 'tones' | 'all';

/** A thing and its scene. */
export interface AgreementPlace {
  readonly composition: Composition;
  readonly layer: string;
  readonly scene: ScenePart;
  readonly depth: SurveyDepth;
}

/** What is measured of both. */
export interface Agreement {
  readonly subject: Signature;
  readonly scene: Signature;
  /** How much was measured: what their own pixels show is missing where only tones were. */
  readonly depth: SurveyDepth;
  /** How the thing stands in the picture; null where nothing of it is on the canvas. */
  readonly silhouette: Silhouette | null;
}

/** Tones are measured on a picture of at most this side. */
const SMALL_SIDE = 320;

/** The light's direction is told by relief, which needs finer ones. */
const RELIEF_SIDE = 800;

/** Detail is measured on so much of the thing, and of the scene around its middle, in composition pixels. */
const [THING_SIDE, SCENE_SIDE] = [512, 640];

/** A part of the canvas at a scale. */
interface Seen {
  readonly rect: Rect;
  readonly scale: number;
}

/** All of the canvas, its longer side so long at most. */
function allOf({ canvas: { width, height } }: Composition, side: number): Seen {
  const scale = Math.min(1, side / Math.max(width, height));
  const long = (length: number) => Math.max(1, Math.floor(length * scale));
  return { rect: { x: 0, y: 0, width: long(width), height: long(height) }, scale };
}

interface Views {
  readonly subject: GraphNode;
  readonly scene: GraphNode;
  readonly area: GraphNode | null;
  readonly small: Seen;
  readonly relief: Seen;
  /** Null where nothing of the thing is on the canvas. */
  readonly thing: Rect | null;
  readonly around: Rect | null;
}

function found({ composition, layer }: AgreementPlace): Layer {
  const known = layerById(composition, layer);
  if (!known) throw new Error('That layer is no longer in the composition.');
  return known;
}

function centred(at: Rect, side: number, within: Rect): Rect {
  const [width, height] = [Math.min(side, within.width), Math.min(side, within.height)];
  const along = (middle: number, size: number, from: number, all: number) =>
    Math.max(from, Math.min(from + all - size, Math.round(middle - size / 2)));
  return {
    x: along(at.x + at.width / 2, width, within.x, within.width),
    y: along(at.y + at.height / 2, height, within.y, within.height),
    ...{ width, height },
  };
}

function viewsOf(place: AgreementPlace): Views {
  const { composition, scene } = place;
  const layer = found(place);
  const graph = graphOf(composition);
  const { width, height } = composition.canvas;
  const canvas = { x: 0, y: 0, width, height };
  const shown = intersectRects(roundOut(layerBounds(composition, layer)), canvas);
  const thing = isEmpty(shown) ? null : centred(shown, THING_SIDE, shown);
  return {
    ...graph.thingAndScene(layer),
    area: scene === 'area' ? graph.layer(areaLayer(composition)).mask : null,
    small: allOf(composition, SMALL_SIDE),
    relief: allOf(composition, RELIEF_SIDE),
    thing,
    around: thing && centred(thing, SCENE_SIDE, canvas),
  };
}

/** What has to be at hand for `surveyAgreement`. */
export function agreementNeeds(place: AgreementPlace): Leaves {
  const { subject, scene, area, small, relief, thing, around } = viewsOf(place);
  const nodes = [subject, scene, ...(area ? [area] : [])];
  const seen = place.depth === 'all' ? [small, relief] : [small];
  const parts: Leaves[] = seen.flatMap(({ rect, scale }) =>
    nodes.map((node) => neededBy(node, rect, scale)),
  );
  if (place.depth === 'all' && thing && around) {
    parts.push(neededBy(subject, thing, 1), neededBy(scene, around, 1));
    if (area) parts.push(neededBy(area, around, 1));
  }
  return {
    sources: parts.flatMap(({ sources }) => sources),
    painted: [...new Set(parts.flatMap(({ painted }) => painted))],
  };
}

/** The picture of a node in linear light, in memory of its own; nothing where there is nothing. */
function lightPicture(
  node: GraphNode,
  rect: Rect,
  scale: number,
  reader: PixelReader,
  { mixIn }: Composition,
): FloatImage {
  const { width, height } = rect;
  const data = new Float32Array(width * height * 4);
  inScratch(() => {
    const image = renderNode(node, rect, scale, reader);
    if (image) data.set(image.data);
  });
  if (mixIn !== 'light') {
    for (let i = 0; i < data.length; i += 4) {
      const alpha = data[i + 3] as number;
      if (alpha === 0) continue;
      for (let c = i; c < i + 3; c++) {
        data[c] = alpha * decodeExactly(Math.max(0, Math.min(1, (data[c] as number) / alpha)));
      }
    }
  }
  return { width, height, data };
}

function alphaOf({ width, height, data }: FloatImage): CoverageImage {
  return {
    ...{ width, height },
    data: Float32Array.from({ length: width * height }, (_, p) => data[p * 4 + 3] as number),
  };
}

/**
 * Measures a thing inside its mask, as its chain leaves it, and the scene behind it. What the mask hides never counts, nor
 * does open sky, which gives light and does not show how much falls on things.
 * @throws Error when the layer is no longer there
 */
export function surveyAgreement(place: AgreementPlace, reader: PixelReader): Agreement {
  const { composition, depth } = place;
  const views = viewsOf(place);
  const { small } = views;
  const picture = (node: GraphNode, rect: Rect, scale: number) =>
    lightPicture(node, rect, scale, reader, composition);
  const counts = (thing: FloatImage, rect: Rect, scale: number): Float32Array | undefined => {
    const { area } = views;
    if (area) return inScratch(() => renderNode(area, rect, scale, reader)?.data.slice());
    return place.scene === 'around' ? nearness(alphaOf(thing)) : undefined;
  };
  const thing = picture(views.subject, small.rect, small.scale);
  const behind = picture(views.scene, small.rect, small.scale);
  const whole = smoothed(patchOf(behind, counts(thing, small.rect, small.scale)));
  const sky = openSky(whole);
  const scene = withoutSky(whole, sky);
  const silhouette = silhouetteOf(alphaOf(thing), small.scale);
  const none = { noise: { bands: [], alike: 0, sure: 0 }, sharpness: null, direction: null };
  const own = smoothed(patchOf(thing));
  const tones = { subject: toneSignature(own), scene: toneSignature(scene) };
  if (depth === 'tones' || !views.thing || !views.around) {
    return {
      subject: { ...tones.subject, ...none },
      scene: { ...tones.scene, ...none },
      depth: 'tones',
      silhouette,
    };
  }
  const near = picture(views.subject, views.thing, 1);
  const around = picture(views.scene, views.around, 1);
  const area = views.area ? counts(near, views.around, 1) : undefined;
  const { relief } = views;
  const [thingRelief, sceneRelief] = [views.subject, views.scene].map((node) =>
    picture(node, relief.rect, relief.scale),
  ) as [FloatImage, FloatImage];
  const open = patchOf(sceneRelief, counts(thingRelief, relief.rect, relief.scale));
  const lit = withoutSky(open, spreadOver(sky, whole, open));
  return {
    subject: { ...tones.subject, ...detailSignature(patchOf(near), patchOf(thingRelief)) },
    scene: {
      ...tones.scene,
      ...detailSignature(patchOf(around, area), lit, overcastShare(whole, sky)),
    },
    depth: 'all',
    silhouette,
  };
}

function withoutSky(patch: LightPatch, sky: Uint8Array): LightPatch {
  const weights = new Float32Array(patch.weights.length);
  for (let p = 0; p < weights.length; p++) weights[p] = sky[p] ? 0 : (patch.weights[p] as number);
  return { ...patch, weights };
}

/** Marks on a small picture as they lie on a larger one of the same. */
function spreadOver(marks: Uint8Array, small: Size, large: Size): Uint8Array {
  const out = new Uint8Array(large.width * large.height);
  for (let y = 0, p = 0; y < large.height; y++) {
    const row = Math.min(small.height - 1, Math.floor((y * small.height) / large.height));
    for (let x = 0; x < large.width; x++, p++) {
      const column = Math.min(small.width - 1, Math.floor((x * small.width) / large.width));
      out[p] = marks[row * small.width + column] as number;
    }
  }
  return out;
}

/** Whether a layer can be compared with what lies behind it. */
export function canAgree({ id, content }: Layer): boolean {
  return id !== AREA_ID && content.kind !== 'glass' && content.kind !== 'shadow';
}
