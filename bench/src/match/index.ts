import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import {
  type Agreement,
  proposeRelight,
  proposeShadow,
  surveyAgreement,
  withAllTaken,
  withProposals,
} from '@diplex/core';
import {
  addLayer,
  type Composition,
  type Layer,
  layerById,
  perform,
  placedAt,
  plainLayer,
  type ShadowContent,
  type Step,
  setChain,
} from '@diplex/document';
import { KernelMemory, startKernels } from '@diplex/kernels';
import sharp from 'sharp';
import { baselinesOf } from './baselines';
import { caseNames, givenOf, type MatchTruth, truthOf } from './cases';
import { deliveredPixels, laidCase, SUBJECT } from './composite';
import { figuresOf, type MatchFigures } from './figures';

export interface MatchRow extends MatchFigures {
  readonly case: string;
  readonly method: string;
  readonly seconds: number;
}

function withChain(composition: Composition, steps: readonly Step[]): Composition {
  const args = { layer: SUBJECT, steps, said: 'Agreed' };
  return perform(composition, setChain, args).composition;
}

/** A composition with a shadow right behind the thing. */
function withShadow(composition: Composition, content: ShadowContent): Composition {
  const layer = {
    ...plainLayer('shadow', 'Shadow', content, placedAt({ x: 0, y: 0 })),
    blending: 'multiply' as const,
  };
  return perform(composition, addLayer, { layer, at: 1 }).composition;
}

/** A thing laid over its scene, and what each stage makes of it. */
async function* stagesOf(given: Awaited<ReturnType<typeof givenOf>>): AsyncGenerator<{
  readonly method: string;
  readonly pixels: Uint8Array;
  readonly seconds: number;
  /** What was measured before it. */
  readonly found?: Agreement;
}> {
  const { composition, reader } = laidCase(given);
  const measure = (steps: readonly Step[], depth: 'tones' | 'all'): Agreement =>
    surveyAgreement(
      {
        composition: withChain(composition, steps),
        ...{ layer: SUBJECT, scene: 'around', depth },
      },
      reader,
    );
  const began = performance.now();
  const steps = await withAllTaken([], 1, measure);
  const pixels = deliveredPixels(withChain(composition, steps), reader);
  yield { method: 'agree', pixels, seconds: (performance.now() - began) / 1000 };
  const lit = performance.now();
  const found = measure(steps, 'all');
  const relight = proposeRelight(found, 1);
  const relit = withProposals(steps, relight ? [relight] : []);
  const lighted = withChain(composition, relit);
  yield {
    method: 'light',
    pixels: deliveredPixels(lighted, reader),
    seconds: (performance.now() - lit) / 1000,
    found,
  };
  const thrown = performance.now();
  const shadow = proposeShadow(lighted, layerById(lighted, SUBJECT) as Layer, found, 1);
  const shaded = shadow ? withShadow(lighted, shadow) : lighted;
  yield {
    method: 'shadow',
    pixels: deliveredPixels(shaded, reader),
    seconds: (performance.now() - thrown) / 1000,
  };
}

/** From where the light comes and how strong the noise is, as measured and as it is. */
function measuredLine({ subject, scene }: Agreement, { facts }: MatchTruth): string {
  const azimuth = (of: Agreement['scene'], known: MatchTruth['facts']['light']['scene']) =>
    `${of.direction?.azimuth.toFixed(0) ?? '-'} (${known.azimuth ?? '-'}, directed ${known.directionality})`;
  const noise = scene.noise.bands.map(
    ({ at, sigma }) => `${sigma.map((value) => value.toFixed(1)).join(' ')} at ${at.toFixed(2)}`,
  );
  return [
    `light of the scene from ${azimuth(scene, facts.light.scene)}`,
    `of the thing from ${azimuth(subject, facts.light.subject)}`,
    `noise of the scene ${noise.join(', ')} (${facts.noise.scene.join(' ')})`,
  ].join('; ');
}

function lineOf({ method, ...row }: MatchRow): string {
  const number = (value: number) => value.toFixed(2).padStart(6);
  const { dark, middle, light } = row.thirds;
  const third = ({ L, a, b }: typeof dark) => [L, a, b].map((each) => each.toFixed(0)).join(',');
  return [
    method.padEnd(8),
    `dE${number(row.deltaE)}`,
    `smooth${number(row.deltaESmooth)}`,
    `contrast${number(row.contrast)}`,
    `grain${number(row.grain)}`,
    `edge${number(row.edge)}`,
    `shadow${number(row.shadow)}`,
    `elsewhere${number(row.elsewhere)}`,
    `thirds ${[dark, middle, light].map(third).join(' ')}`,
    `${row.seconds.toFixed(1)} s`,
  ].join('  ');
}

function meanRow(method: string, rows: readonly MatchRow[]): MatchRow {
  const mean = (of: (row: MatchRow) => number) =>
    rows.reduce((sum, row) => sum + of(row), 0) / rows.length;
  const third = (name: keyof MatchFigures['thirds']) => ({
    L: mean(({ thirds }) => thirds[name].L),
    a: mean(({ thirds }) => thirds[name].a),
    b: mean(({ thirds }) => thirds[name].b),
  });
  return {
    ...{ case: 'mean', method },
    deltaE: mean((row) => row.deltaE),
    deltaE95: mean((row) => row.deltaE95),
    deltaESmooth: mean((row) => row.deltaESmooth),
    thirds: { dark: third('dark'), middle: third('middle'), light: third('light') },
    contrast: mean((row) => row.contrast),
    grain: mean((row) => row.grain),
    edge: mean((row) => row.edge),
    shadow: mean((row) => row.shadow),
    elsewhere: mean((row) => row.elsewhere),
    seconds: mean((row) => row.seconds),
  };
}

/** How far pasted things come to belong to their scenes, stage by stage, beside three baselines. */
export async function benchMatch(
  cases: string,
  json: string | null,
  pictures: string | null,
): Promise<void> {
  // The application measures and draws with the kernels, too.
  const memory = KernelMemory.create(256 * 2 ** 20);
  if (memory) startKernels(memory.share, memory.allocate(128 * 2 ** 20));
  const rows: MatchRow[] = [];
  for (const name of caseNames(cases)) {
    console.log(`\n${name}`);
    const given = await givenOf(cases, name);
    const truth: MatchTruth = await truthOf(cases, name);
    const note = async (method: string, pixels: Uint8Array, seconds: number) => {
      const row = { case: name, method, ...figuresOf(pixels, truth), seconds };
      rows.push(row);
      console.log(lineOf(row));
      if (pictures) await writePicture(pictures, `${name}-${method}`, pixels, truth);
    };
    for await (const { method, pixels, seconds, found } of stagesOf(given)) {
      if (found) console.log(measuredLine(found, truth));
      await note(method, pixels, seconds);
    }
    for (const { method, pixels } of baselinesOf(given, truth)) await note(method, pixels, 0);
  }
  console.log('\nmean');
  for (const method of new Set(rows.map((row) => row.method))) {
    const mean = meanRow(
      method,
      rows.filter((row) => row.method === method && row.case !== 'mean'),
    );
    rows.push(mean);
    console.log(lineOf(mean));
  }
  if (json) await writeFile(json, JSON.stringify(rows, null, 2));
}

async function writePicture(
  folder: string,
  name: string,
  pixels: Uint8Array,
  { picture: { width, height } }: MatchTruth,
): Promise<void> {
  await mkdir(folder, { recursive: true });
  await sharp(pixels, { raw: { width, height, channels: 3 } })
    .png()
    .toFile(join(folder, `${name}.png`));
}
