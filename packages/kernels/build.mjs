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
const base64 = readFileSync('generated/kernels.wasm').toString('base64');
writeFileSync(
  'generated/kernels-wasm.ts',
  `/** The kernels as a WebAssembly module, in base64. Made by build.mjs. */\nexport const KERNELS_WASM =\n  '${base64}';\n`,
);
