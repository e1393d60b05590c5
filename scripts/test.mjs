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
/** What failed, each with what it said: written once more at the end, where a long log is read first. */
const failures = [];

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
  else failures.push(words);
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
        const words = Buffer.concat(said).toString();
        failures.push(`types of ${folder}\n${words}`);
        console.log(words);
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

/** Adds up a report, `read` to tests with what they said if they failed; a run that left none is a failure. */
function count(what, file, read) {
  if (!existsSync(file)) {
    failures.push(`${what} left no report`);
    return;
  }
  for (const { name, says } of read(JSON.parse(readFileSync(file, 'utf8')))) {
    if (says === null) passed++;
    else failures.push(`${name}\n${says}`);
  }
}

/** The unit tests of a report; a file that could not be read at all is one that failed. */
function unitTests({ testResults }) {
  return testResults.flatMap(({ name: file, assertionResults: tests, message, status }) => {
    if (status === 'failed' && !tests.some((test) => test.status === 'failed'))
      return [{ name: file, says: message }];
    return tests.map(({ fullName, failureMessages, status: ended }) => ({
      name: `${file}: ${fullName}`,
      says: ended === 'passed' ? null : failureMessages.join('\n'),
    }));
  });
}

/** The journeys of a report; one that passed at a second try is counted as failed. */
function journeys({ suites, errors }) {
  const specs = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specs)];
  const ran = suites.flatMap(specs).flatMap(({ file, title, tests }) =>
    tests.map(({ status, results }) => ({
      name: `${file}: ${title}`,
      says: status === 'expected' ? null : results.map(({ error }) => error?.message).join('\n'),
    })),
  );
  return [...ran, ...errors.map(({ message }) => ({ name: 'browser journeys', says: message }))];
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
  failures.push('build');
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
  count('unit tests', unit, unitTests);

  console.log('\n== browser journeys');
  ensureChromium();
  const report = `${reports}/journeys.json`;
  run('npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts'], {
    // An absolute path: a relative one would count from the folder of the configuration.
    PLAYWRIGHT_JSON_OUTPUT_FILE: resolve(report),
  });
  count('browser journeys', report, journeys);
}

/** Enough of each to see what it was; the whole stands above. */
const SHOWN_LINES = 14;
for (const says of failures) {
  console.log(`\n== failed: ${says.split('\n').slice(0, SHOWN_LINES).join('\n')}`);
}

console.log(`\n${passed} passed, ${failures.length} failed`);
process.exit(failures.length === 0 && passed > 0 ? 0 : 1);
