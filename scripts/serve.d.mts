import type { ChildProcess, SpawnOptions } from 'node:child_process';

export interface ServeOptions {
  readonly data: string;
  readonly port: number;
  readonly page?: string | null;
  readonly env?: Readonly<Record<string, string>>;
}

export function serve(
  options: ServeOptions,
): Promise<{ readonly server: ChildProcess; readonly address: string }>;

export function runToEnd(
  command: string,
  args: readonly string[],
  options?: SpawnOptions,
): Promise<void>;
