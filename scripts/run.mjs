import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

process.chdir(fileURLToPath(new URL('..', import.meta.url)));

const USAGE = `./run demo     install, build, fill the shelf with the sample photographs, serve at a printed address
./run test     install, lint, type-check, unit tests, browser journeys; ends with "N passed, M failed"
./run bench    speed as ratios within one run: all, speed, interactive, memory or warps (agreement with OpenCV); --json FILE writes the rows
./run bench matting -- --cases DIR [--json FILE]   mattes against their truth, beside two baselines
./run bench lines [-- --json FILE]   thin things (rails, whiskers) against their exact coverage
./run bench match [-- --cases DIR] [--json FILE] [--pictures DIR]   pasted things against what they would look like in the scene
./run render   COMPOSITION OUT [options]: any file of a delivery, without the page; alone it tells the options
./run recipe   COMPOSITION PHOTOGRAPHS OUT --swap LAYER: the composition again, on other photographs
./run verify   delivers in every form and has programs of Debian's (which it installs) read all of it
./run dev      the server, and the page from a development server that reloads`;

/** Runs a program in the foreground and ends with it when it fails. */
function run(command, args) {
  // npm is a script on Windows, which only a shell can start.
  const shell = process.platform === 'win32';
  const { status, signal } = spawnSync(command, args, { stdio: 'inherit', shell });
  if (status !== 0) process.exit(signal ? 130 : (status ?? 1));
}

/** Installs the packages when they are not those of the lock file. */
function installPackages() {
  const stamp = 'node_modules/.diplex-lock';
  const wanted = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  console.error('Installing packages ...');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  writeFileSync(stamp, wanted);
}

/** Everything else is made with the kernels' module and the fonts, so they come first. */
function buildFirst() {
  run('npm', ['run', '--silent', 'build', '-w', '@diplex/kernels', '-w', '@diplex/lettering']);
}

function build() {
  const workspaces = ['-w', '@diplex/web', '-w', '@diplex/server', '-w', '@diplex/library'];
  run('npm', ['run', '--silent', 'build', ...workspaces, '--', '--logLevel', 'warn']);
}

/** What each command needs before its script runs. */
const COMMANDS = {
  demo: { script: 'scripts/demo.mjs', built: true },
  dev: { script: 'scripts/dev.mjs', built: true },
  test: { script: 'scripts/test.mjs', built: false },
  bench: { script: 'scripts/bench.mjs', built: true },
  render: { script: 'apps/server/dist/render.js', built: true },
  recipe: { script: 'apps/server/dist/recipe.js', built: true },
  verify: { script: 'scripts/verify.mjs', built: true },
};

const [name, ...rest] = process.argv.slice(2);
const command = COMMANDS[name];
if (!command) {
  console.log(USAGE);
  process.exit(name ? 2 : 0);
}
installPackages();
buildFirst();
if (command.built) build();
run(process.execPath, [command.script, ...rest]);
