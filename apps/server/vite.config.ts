import { readFileSync } from 'node:fs';
import { defineConfig, type Plugin } from 'vite';

const ROOT = new URL('../../', import.meta.url);

/** What lies beside the built server: the font of pages, and the networks that look for subjects with what runs them. */
const BESIDE = [
  'packages/lettering/generated/figtree.ttf',
  ...['centernet', 'selfie'].flatMap((name) =>
    ['bin', 'json'].map((ending) => `packages/sight/models/${name}.${ending}`),
  ),
  ...['tfjs-backend-wasm.wasm', 'tfjs-backend-wasm-simd.wasm'].map(
    (name) => `node_modules/@tensorflow/tfjs-backend-wasm/dist/${name}`,
  ),
];

const beside: Plugin = {
  name: 'beside',
  generateBundle() {
    for (const path of BESIDE) {
      const fileName = path.split('/').at(-1);
      this.emitFile({ type: 'asset', fileName, source: readFileSync(new URL(path, ROOT)) });
    }
  },
};

/** What packages can make use of and nothing installs (drivers of other databases): it is missed only when asked for. */
const notInstalled: Plugin = {
  name: 'not-installed',
  enforce: 'pre',
  async resolveId(source, importer, options) {
    if (!importer || !/^[a-z@]/.test(source)) return null;
    const found = await this.resolve(source, importer, { ...options, skipSelf: true });
    return found ?? { id: source, external: true };
  },
};

/** Packages that read files of their own, natively or beside their code, and so stay where they are. */
const OUTSIDE = [
  ...['sharp', 'libsql', 'harfbuzzjs', 'pdfkit', 'swagger-ui-dist'],
  ...['core', 'converter', 'backend-wasm'].map((name) => `@tensorflow/tfjs-${name}`),
];

/** Some CommonJS packages hand `require` on. */
const REQUIRE =
  "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);";

// Bundles the server for Node with the packages that it uses: read from one file each, two thousand
// modules take the larger part of a start.
export default defineConfig({
  plugins: [notInstalled, beside],
  build: {
    ssr: true,
    target: 'node20',
    outDir: 'dist',
    emptyOutDir: true,
    sourcemap: true,
    rollupOptions: {
      input: {
        main: 'src/main.ts',
        'render-worker': '../../packages/engine/src/node/worker.ts',
        render: 'src/render-command.ts',
        recipe: 'src/recipe-command.ts',
        'encode-avif': 'src/deliveries/encoders/encode-avif.ts',
        'sight-worker': 'src/recipes/sight-worker.ts',
        seed: '../../demo/seed.ts',
      },
      output: {
        // Workers are found beside the file that starts them, so all files lie in one folder.
        entryFileNames: '[name].js',
        chunkFileNames: '[name]-[hash].js',
        // Tables and modules are found by the names of their classes.
        keepNames: true,
        banner: REQUIRE,
      },
    },
  },
  ssr: { noExternal: true, external: OUTSIDE },
});
