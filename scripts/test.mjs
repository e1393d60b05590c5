import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

process.chdir(fileURLToPath(new URL('..', import.meta.url)));

const PACKAGES = [
  'document',
  'kernels',
  'imaging',
  'steps',
  'core',
  'lettering',
  'formats',
  'engine',
].map((name) => `packages/${name}`);
const TYPED = [...PACKAGES, 'apps/server', 'apps/library', 'apps/web', 'e2e', 'bench'];

/** The native compiler checks all folders in the time that the one in TypeScript takes for one of them. */
const COMPILER = 'node_modules/typescript-native/bin/tsc';

let passed = 0;
let failed = 0;

function run(command, args, env = {}) {
  // npx is a script on Windows, which only a shell can start.
  const shell = process.platform === 'win32';
  return (
    spawnSync(command, args, { stdio: 'inherit', shell, env: { ...process.env, ...env } })
      .status === 0
  );
}

/** A check that passes or fails as a whole. */
function check(words, command, args) {
  console.log(`\n== ${words}`);
  if (run(command, args)) passed++;
  else failed++;
}

/** Types of one folder; what is wrong is written when it is done, so that two that run at once do not mix. */
function typed(folder) {
  return new Promise((done) => {
    const child = spawn(process.execPath, [COMPILER, '-p', folder]);
    const said = [];
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => said.push(part));
    child.on('close', (status) => {
      console.log(`\n== types of ${folder}`);
      if (status === 0) passed++;
      else {
        failed++;
        console.log(Buffer.concat(said).toString());
      }
      done();
    });
  });
}

/** Types of all folders, as many at once as there are cores. */
async function checkTypes(folders) {
  const left = [...folders];
  const work = async () => {
    for (let folder = left.shift(); folder; folder = left.shift()) await typed(folder);
  };
  await Promise.all(Array.from({ length: availableParallelism() }, work));
}

/** Adds up a report; a run that left none counts as one failure. */
function count(file, read) {
  if (!existsSync(file)) {
    failed++;
    return;
  }
  const [good, bad] = read(JSON.parse(readFileSync(file, 'utf8')));
  passed += good;
  failed += bad;
}

function ensureChromium() {
  if (existsSync('/usr/bin/chromium')) return;
  console.log('\n== installing Chromium');
  const asRoot = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = (...args) => {
    const [command, ...rest] = [...asRoot, 'apt-get', ...args];
    execFileSync(command, rest, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  };
  apt('update', '-qq');
  apt('install', '-y', '-qq', 'chromium');
}

const reports = 'test-results';
rmSync(reports, { recursive: true, force: true });
mkdirSync(reports, { recursive: true });

check('format and lint', 'npx', ['biome', 'check', '--error-on-warnings', '.']);
await checkTypes(TYPED);
check('direction of imports', 'npx', [
  'depcruise',
  '--config',
  '.dependency-cruiser.cjs',
  'packages',
  'apps',
  'demo',
  'bench',
]);

console.log('\n== build');
if (
  !run('npm', [
    'run',
    '--silent',
    'build',
    '-w',
    '@diplex/web',
    '-w',
    '@diplex/server',
    '-w',
    '@diplex/library',
    '--',
    '--logLevel',
    'warn',
  ])
) {
  failed++;
} else {
  console.log('\n== unit tests');
  const unit = `${reports}/unit.json`;
  run('npx', [
    'vitest',
    'run',
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${unit}`,
  ]);
  count(unit, (report) => [
    report.numPassedTests,
    report.numFailedTests + report.numFailedTestSuites,
  ]);

  console.log('\n== browser journeys');
  ensureChromium();
  const journeys = `${reports}/journeys.json`;
  run('npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts'], {
    // An absolute path: a relative one would count from the folder of the configuration.
    PLAYWRIGHT_JSON_OUTPUT_FILE: resolve(journeys),
  });
  count(journeys, ({ stats }) => [stats.expected, stats.unexpected + stats.flaky]);
}

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 && passed > 0 ? 0 : 1);
