import { spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));

/**
 * Starts the built server and waits until it says that it is ready.
 * Gives the process and the address; rejects with what the server said when it ends before.
 */
export function serve({ data, port, page = 'apps/web/dist', env = {}, folder = root }) {
  const server = spawn(process.execPath, ['apps/server/dist/main.js'], {
    cwd: folder,
    env: {
      ...process.env,
      DIPLEX_DATA: data,
      DIPLEX_PORT: String(port),
      ...(page ? { DIPLEX_PAGE: page } : {}),
      ...env,
    },
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
    server.on('exit', (code) => reject(new Error(`The server ended with ${code}.\n${said}`)));
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
