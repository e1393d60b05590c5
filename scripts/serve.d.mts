import type { ChildProcess, SpawnOptions } from 'node:child_process';

export interface ServeOptions {
  readonly data: string;
  readonly port: number;
  readonly page?: string | null;
  readonly env?: Readonly<Record<string, string>>;
  /** The project's own folder, where this file does not lie in it. */
  readonly folder?: string;
}

export interface Served {
  readonly server: ChildProcess;
  readonly address: string;
}

export function serve(options: ServeOptions): Promise<Served>;

export interface ServeLibraryOptions {
  readonly port: number;
  /** The folder of its catalogue. */
  readonly elements?: string;
  readonly folder?: string;
}

export function serveLibrary(options: ServeLibraryOptions): Promise<Served>;

export function runToEnd(
  command: string,
  args: readonly string[],
  options?: SpawnOptions,
): Promise<void>;
