import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';

// Compiles the kernels to one WebAssembly module and puts it into a TypeScript file, so that pages,
// servers and tests all load it in the same way.
process.chdir(fileURLToPath(new URL('.', import.meta.url)));
mkdirSync('generated', { recursive: true });
const compiler = createRequire(import.meta.url).resolve('assemblyscript/bin/asc.js');
const options = [
  ...['src/simd.ts', '--outFile', 'generated/kernels.wasm'],
  ...[
    '--optimizeLevel',
    '3',
    '--shrinkLevel',
    '0',
    '--noAssert',
    '--runtime',
    'stub',
    '--disableWarning',
    '112',
  ],
  ...['--enable', 'simd', '--enable', 'threads', '--enable', 'bulk-memory'],
  // The memory comes from outside and is shared; 65536 pages are all that 32 bits can address.
  ...['--importMemory', '--sharedMemory', '--initialMemory', '1', '--maximumMemory', '65536'],
  ...(process.env.KERNEL_NAMES ? ['--debug'] : []),
  '--memoryBase',
  '64',
];
execFileSync(process.execPath, [compiler, ...options], { stdio: 'inherit' });
const wasm = readFileSync('generated/kernels.wasm');
const memory = new WebAssembly.Memory({ initial: 1, maximum: 65_536, shared: true });
new WebAssembly.Instance(new WebAssembly.Module(wasm), { env: { memory, abort: () => undefined } });
// What the module puts into the memory by itself must end where `kernel-memory.ts` begins with its own.
const own = new Uint8Array(memory.buffer).findLastIndex((byte) => byte !== 0) + 1;
if (own > 16_384) throw new Error(`The kernels' own data takes ${own} bytes: see TABLES_AT.`);
const base64 = wasm.toString('base64');
writeFileSync(
  'generated/kernels-wasm.ts',
  `/** The kernels as a WebAssembly module, in base64. Made by build.mjs. */\nexport const KERNELS_WASM =\n  '${base64}';\n`,
);
