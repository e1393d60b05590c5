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
} from '@diplex/document';
import type { CoverageImage, FloatImage } from '@diplex/imaging';
import { inScratch } from '@diplex/kernels';
import { graphOf } from '../graph/composition-graph';
import type { GraphNode, Leaves } from '../graph/node';
import { neededBy, renderNode } from '../graph/render-node';
import type { PixelReader } from '../pixels/pixel-reader';
import { patchOf, smoothed } from './light-patch';
import { nearness } from './nearness';
import { openSky, overcastShare } from './open-sky';
import { detailSignature, type Signature, toneSignature } from './signature';
import { type Silhouette, silhouetteOf } from './silhouette';
import {
  allOf,
  centred,
  lightPicture,
  RELIEF_SIDE,
  type Seen,
  SMALL_SIDE,
  spreadOver,
  withoutSky,
} from './views';

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

/** Detail is measured on so much of the thing, and of the scene around its middle, in composition pixels. */
const [THING_SIDE, SCENE_SIDE] = [512, 640];

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

/** Whether a layer can be compared with what lies behind it. */
export function canAgree({ id, content }: Layer): boolean {
  return id !== AREA_ID && content.kind !== 'glass' && content.kind !== 'shadow';
}
