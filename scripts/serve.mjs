import { spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));

/**
 * Starts a built program that serves, and waits until it says that it is ready.
 * Gives the process and the address; rejects with what it said when it ends before.
 */
function started(script, { env, folder = root, what }) {
  const server = spawn(process.execPath, [script], {
    cwd: folder,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  return new Promise((resolve, reject) => {
    let said = '';
    const listen = (line) => {
      said += `${line}\n`;
      const match = /ready at (http:\S+)/.exec(line);
      if (match) resolve({ server, address: match[1] });
    };
    createInterface({ input: server.stdout }).on('line', listen);
    createInterface({ input: server.stderr }).on('line', listen);
    server.on('exit', (code) => reject(new Error(`${what} ended with ${code}.\n${said}`)));
  });
}

/** Starts the built server. */
export function serve({ data, port, page = 'apps/web/dist', env = {}, folder = root }) {
  const where = { DIPLEX_DATA: data, DIPLEX_PORT: String(port) };
  return started('apps/server/dist/main.js', {
    ...{ folder, what: 'The server' },
    env: { ...where, ...(page ? { DIPLEX_PAGE: page } : {}), ...env },
  });
}

/** Starts the built stand-in of an element library, with the demo's pictures. */
export function serveLibrary({ port, elements = 'demo', folder = root }) {
  return started('apps/library/dist/main.js', {
    ...{ folder, what: 'The element library' },
    env: { DIPLEX_LIBRARY_FOLDER: elements, DIPLEX_LIBRARY_PORT: String(port) },
  });
}

/** Runs a program to its end; rejects when it fails. */
export function runToEnd(command, args, options = {}) {
  const child = spawn(command, args, { cwd: root, stdio: 'inherit', ...options });
  return new Promise((resolve, reject) => {
    child.on('error', reject);
    child.on('exit', (code) =>
      code === 0
        ? resolve()
        : reject(new Error(`${command} ${args.join(' ')} ended with ${code}.`)),
    );
  });
}
