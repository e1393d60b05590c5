import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runToEnd, serve } from './serve.mjs';

/** Programs that have nothing to do with ours, and the packages of Debian that they come from. */
const PROGRAMS = {
  pngcheck: 'pngcheck',
  tiffinfo: 'libtiff-tools',
  exiftool: 'libimage-exiftool-perl',
  webpinfo: 'webp',
  avifdec: 'libavif-bin',
  unzip: 'unzip',
  pngtopam: 'netpbm',
  djpeg: 'libjpeg-turbo-progs',
  pdftoppm: 'poppler-utils',
  xmllint: 'libxml2-utils',
};

const folder = mkdtempSync(join(tmpdir(), 'diplex-verify-'));
let failed = 0;

function install() {
  const lacking = Object.entries(PROGRAMS).filter(([name]) => !existsSync(`/usr/bin/${name}`));
  if (lacking.length === 0) return;
  const packages = lacking.map(([, name]) => name);
  console.log(`Installing ${packages.join(', ')} ...`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const asRoot = process.getuid?.() === 0 ? [] : ['sudo'];
  const [command, ...rest] = [...asRoot, 'apt-get'];
  const stdio = ['ignore', 'ignore', 'inherit'];
  execFileSync(command, [...rest, 'update', '-qq'], { env, stdio });
  execFileSync(command, [...rest, 'install', '-y', '-qq', ...packages], { env, stdio });
}

/** Runs a program; gives what it wrote. */
function ask(program, ...args) {
  return execFileSync(program, args, { maxBuffer: 2 ** 30, stdio: ['ignore', 'pipe', 'pipe'] });
}

function check(words, holds) {
  console.log(`${holds ? 'ok  ' : 'NOT '} ${words}`);
  if (!holds) failed++;
}

/** The samples of a netpbm picture (PPM or PAM). */
function samples(bytes) {
  const text = bytes.subarray(0, 400).toString('latin1');
  const head = text.startsWith('P7')
    ? /^P7[\s\S]*?ENDHDR\n/.exec(text)
    : /^P[56]\s+(?:#.*\n)*\d+\s+\d+\s+\d+\s/.exec(text);
  return bytes.subarray(head?.[0].length ?? 0);
}

/** The largest difference between two pictures of as many samples. */
function worst(one, other) {
  if (one.length !== other.length) return Number.POSITIVE_INFINITY;
  let most = 0;
  for (let i = 0; i < one.length; i++) most = Math.max(most, Math.abs(one[i] - other[i]));
  return most;
}

async function deliver(address, files) {
  const compositions = await (await fetch(`${address}/api/compositions`)).json();
  const { id, revision } = compositions.find(({ title }) => title.startsWith('The Kettle Comet'));
  const request = { revision, files, metadata: { creator: 'Hobnail & Wick', place: 'Harbour' } };
  const begun = await fetch(`${address}/api/compositions/${id}/deliveries`, {
    ...{ method: 'POST', headers: { 'Content-Type': 'application/json' } },
    body: JSON.stringify(request),
  });
  const job = await begun.json();
  if (!begun.ok) throw new Error(job.detail);
  const events = await (await fetch(`${address}/api/jobs/${job.id}/events`)).text();
  const last = JSON.parse(
    events
      .trim()
      .split('\n\n')
      .at(-1)
      .replace(/^[\s\S]*data: /, ''),
  );
  if (last.state !== 'done') throw new Error(last.problem);
  const delivery = `${address}/api/deliveries/${last.delivery}`;
  const paths = [];
  for (const { place, name } of last.files) {
    const path = join(folder, `${place}${/\.\w+$/.exec(name)[0]}`);
    const bytes = await (await fetch(`${delivery}/files/${place}`)).arrayBuffer();
    writeFileSync(path, new Uint8Array(bytes));
    paths.push(path);
  }
  const zip = join(folder, 'all.zip');
  writeFileSync(zip, new Uint8Array(await (await fetch(`${delivery}/zip`)).arrayBuffer()));
  return { paths, zip };
}

const picture = (more) => ({ contents: 'picture', ...more });
/** So large that pictures are encoded in tiles, and alpha by rows. */
const LARGE = { size: { by: 'longest', value: 6000 } };
const FILES = [
  picture({ format: 'png', bits: 8 }),
  picture({ format: 'png', bits: 16 }),
  picture({ format: 'jpeg', quality: 95 }),
  picture({ format: 'webp', quality: 100 }),
  picture({ format: 'avif', quality: 100 }),
  picture({ format: 'tiff', bits: 8 }),
  picture({ format: 'tiff', bits: 16 }),
  picture({ format: 'tiff', bits: 32, space: 'linear' }),
  { contents: 'cut-out', layer: 'Keeper', format: 'png' },
  { contents: 'mask', layer: 'Keeper', format: 'png' },
  { contents: 'layers' },
  { contents: 'openraster' },
  { contents: 'archive' },
  { contents: 'sheet', shows: 'sources' },
  { contents: 'animation', states: ['first', 'now'] },
  picture({ format: 'png', ...LARGE }),
  picture({ format: 'avif', quality: 100, ...LARGE }),
  { contents: 'cut-out', layer: 'Keeper', format: 'png', ...LARGE },
  { contents: 'cut-out', layer: 'Keeper', format: 'webp', quality: 90, ...LARGE },
];

function lookedAtLarge([png, avif, cut, webp]) {
  const avifPng = join(folder, 'large-avif.png');
  ask('avifdec', avif, avifPng);
  const [seen, own] = [avifPng, png].map((path) => samples(ask('pngtopam', path)));
  check(`AVIF in tiles, ${own.length / 3e6} MP at 100: the same pixels`, worst(seen, own) <= 1);
  check(
    'WebP with alpha by rows: webpinfo finds no error',
    /No error detected/.test(ask('webpinfo', webp).toString()),
  );
  const decoded = join(folder, 'large-webp.pam');
  ask('dwebp', '-quiet', webp, '-pam', '-o', decoded);
  const alpha = (bytes) => samples(bytes).filter((_, i) => i % 4 === 3);
  const [rows, whole] = [readFileSync(decoded), ask('pngtopam', '-alphapam', cut)].map(alpha);
  check(
    `WebP with alpha by rows, ${rows.length / 1e6} MP: the same alpha`,
    worst(rows, whole) === 0,
  );
}

function looked({ paths, zip }) {
  const [
    png,
    png16,
    jpeg,
    webp,
    avif,
    tiff,
    tiff16,
    floats,
    cut,
    mask,
    layers,
    ora,
    archive,
    pdf,
    animation,
    ...large
  ] = paths;
  const own = samples(ask('pngtopam', png));
  for (const [words, path] of [
    ...[
      ['PNG', png],
      ['PNG, 16 bits', png16],
      ['cut-out', cut],
      ['mask', mask],
    ],
  ]) {
    check(`${words}: pngcheck finds no error`, ask('pngcheck', '-q', path).toString() === '');
  }
  check('JPEG: decodes near the picture', worst(samples(ask('djpeg', jpeg)), own) < 60);
  check(
    'WebP: webpinfo finds no error',
    /No error detected/.test(ask('webpinfo', webp).toString()),
  );
  const decoded = join(folder, 'webp.pam');
  ask('dwebp', '-quiet', webp, '-pam', '-o', decoded);
  const rgb = samples(readFileSync(decoded)).filter(
    (_, i, all) => all.length === own.length || i % 4 < 3,
  );
  check('WebP at 100: the same pixels', worst(rgb, own) === 0);
  const avifPng = join(folder, 'avif.png');
  ask('avifdec', avif, avifPng);
  check('AVIF at 100: the same pixels', worst(samples(ask('pngtopam', avifPng)), own) <= 1);
  lookedAtLarge(large);
  for (const [words, path, bits] of [
    ...[
      ['TIFF', tiff, 8],
      ['TIFF, 16 bits', tiff16, 16],
      ['TIFF, floats', floats, 32],
    ],
  ]) {
    const said = ask('tiffinfo', path).toString();
    check(`${words}: tiffinfo reads it as ${bits} bits`, said.includes(`Bits/Sample: ${bits}`));
  }
  check('TIFF: the same pixels', worst(samples(ask('tifftopnm', '-quiet', tiff)), own) === 0);
  const fine = samples(ask('pngtopam', png16));
  check(
    'TIFF, 16 bits: those of the PNG',
    worst(samples(ask('tifftopnm', '-quiet', '-byrow', tiff16)), fine) === 0,
  );
  const pages =
    ask('tiffinfo', layers)
      .toString()
      .match(/PageName: /g)?.length ?? 0;
  check('Layers: a page for the picture and each layer', pages >= 3);
  for (const path of [png, jpeg, webp, avif, tiff]) {
    const said = ask('exiftool', '-a', '-G1', path).toString();
    const ending = path.split('.').at(-1);
    for (const words of ['Hobnail & Wick', 'Harbour wall', 'Diplex demo studio', 'sRGB']) {
      check(`${ending}: exiftool reads “${words}”`, said.includes(words));
    }
    check(`${ending}: exiftool reads the place`, /Location\s*: Harbour/.test(said));
    if (path !== tiff) continue;
    check(
      'TIFF: exiftool reads the record of the press',
      /\[IPTC\]\s+Sub-location\s*: Harbour/.test(said),
    );
  }
  for (const [words, path] of [
    ['ZIP', zip],
    ['OpenRaster', ora],
    ['archive', archive],
  ]) {
    check(
      `${words}: unzip tests it whole`,
      /No errors detected/.test(ask('unzip', '-t', path).toString()),
    );
  }
  const stack = join(folder, 'stack.xml');
  writeFileSync(stack, ask('unzip', '-p', ora, 'stack.xml'));
  check('OpenRaster: stack.xml is well-formed', ask('xmllint', '--noout', stack).toString() === '');
  const merged = join(folder, 'merged.png');
  writeFileSync(merged, ask('unzip', '-p', ora, 'mergedimage.png'));
  check('OpenRaster: merged as delivered', worst(samples(ask('pngtopam', merged)), own) === 0);
  ask('pdftoppm', '-r', '50', pdf, join(folder, 'sheet'));
  check('PDF: its fonts are in it', /yes yes yes/.test(ask('pdffonts', pdf).toString()));
  check(
    'Animation: webpinfo counts two frames',
    (
      ask('webpinfo', animation)
        .toString()
        .match(/Chunk ANMF/g) ?? []
    ).length === 2,
  );
}

install();
mkdirSync(join(folder, 'data'));
const { server, address } = await serve({ data: join(folder, 'data'), port: 0, page: null });
try {
  await runToEnd(process.execPath, ['apps/server/dist/seed.js', address, 'demo']);
  looked(await deliver(address, FILES));
} finally {
  server.kill();
  rmSync(folder, { recursive: true, force: true });
}
console.log(
  failed === 0 ? '\nEvery file is what it says.' : `\n${failed} things are not as they should be.`,
);
process.exit(failed === 0 ? 0 : 1);
