import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';
import decompress from 'woff2-encoder/decompress';

// Unpacks the fonts that are shipped from their packages: the shaper reads only plain ones.
process.chdir(fileURLToPath(new URL('.', import.meta.url)));
mkdirSync('generated', { recursive: true });
const { resolve } = createRequire(import.meta.url);
const FAMILIES = [
  'figtree',
  'fraunces',
  'bitter',
  'oswald',
  'outfit',
  'grandstander',
  'caveat',
  'jetbrains-mono',
];
for (const family of FAMILIES) {
  const packed = `@fontsource-variable/${family}/files/${family}-latin-wght-normal.woff2`;
  const font = await decompress(readFileSync(resolve(packed)));
  writeFileSync(`generated/${family}.ttf`, font);
}
