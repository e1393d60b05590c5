import type { ChildProcess, SpawnOptions } from 'node:child_process';

export interface ServeOptions {
  readonly data: string;
  readonly port: number;
  readonly page?: string | null;
  readonly env?: Readonly<Record<string, string>>;
  /** The project's own folder, where this file does not lie in it. */
  readonly folder?: string;
}

export function serve(
  options: ServeOptions,
): Promise<{ readonly server: ChildProcess; readonly address: string }>;

export function runToEnd(
  command: string,
  args: readonly string[],
  options?: SpawnOptions,
): Promise<void>;
