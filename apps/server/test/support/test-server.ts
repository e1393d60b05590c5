import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Composition, History, HistoryEntry } from '@diplex/document';
import { serve } from '../../../../scripts/serve.mjs';
import type { FileRequestDto } from '../../src/deliveries/delivery.dto';
import type { JobDto } from '../../src/jobs/job.dto';
import type { SourceDto } from '../../src/sources/source.dto';

export interface Answer<Body> {
  readonly status: number;
  readonly body: Body;
}

export interface Loaded {
  readonly id: string;
  readonly revision: number;
  readonly document: Composition;
  readonly history: History;
}

export interface ProblemBody {
  readonly type: string;
  readonly detail: string;
  readonly [extension: string]: unknown;
}

/** The built server on a data folder of its own. */
export class TestServer {
  private constructor(
    readonly data: string,
    private process: ChildProcess,
    readonly address: string,
    private readonly env: Readonly<Record<string, string>>,
  ) {}

  /** Port 0 lets the system choose one that is free. */
  static async start(
    env: Readonly<Record<string, string>> = {},
    data = mkdtempSync(join(tmpdir(), 'diplex-test-')),
  ): Promise<TestServer> {
    const { server, address } = await serve({ data, port: 0, page: null, env });
    return new TestServer(data, server, address, env);
  }

  /** Kills the server without warning, as a crash would. */
  kill(): Promise<void> {
    const gone = new Promise<void>((resolve) => this.process.once('exit', () => resolve()));
    this.process.kill('SIGKILL');
    return gone;
  }

  /** A new server on the same folder. */
  again(): Promise<TestServer> {
    return TestServer.start(this.env, this.data);
  }

  async end(): Promise<void> {
    await this.kill();
    rmSync(this.data, { recursive: true, force: true, maxRetries: 5 });
  }

  async ask<Body>(method: string, path: string, body?: unknown): Promise<Answer<Body>> {
    const headers: Record<string, string> = body ? { 'Content-Type': 'application/json' } : {};
    const init = { method, headers, body: body ? JSON.stringify(body) : undefined };
    const response = await fetch(`${this.address}/api/${path}`, init);
    return { status: response.status, body: (await response.json()) as Body };
  }

  async bytes(path: string): Promise<Buffer> {
    const response = await fetch(`${this.address}/api/${path}`);
    if (!response.ok) throw new Error(`${path}: ${response.status}`);
    return Buffer.from(await response.arrayBuffer());
  }

  async send(files: readonly (readonly [name: string, bytes: Uint8Array])[]) {
    const form = new FormData();
    for (const [name, bytes] of files)
      form.append('files', new Blob([new Uint8Array(bytes)]), name);
    const response = await fetch(`${this.address}/api/sources`, { method: 'POST', body: form });
    return { status: response.status, body: (await response.json()) as ImportBody };
  }

  /** Brings one picture in and gives what is known of it. */
  async bringIn(name: string, bytes: Uint8Array): Promise<SourceDto> {
    const { body } = await this.send([[name, bytes]]);
    const source = body.results?.[0]?.source;
    if (!source) throw new Error(`${name} was refused: ${body.detail}`);
    return source;
  }

  /** Takes a source's file away, and all that was made of it, as a careless hand would. */
  lose(hash: string): void {
    rmSync(join(this.data, 'blobs', hash.slice(0, 2), hash.slice(2)), { force: true });
    rmSync(join(this.data, 'tiles', hash), { recursive: true, force: true });
  }

  /** A composition from a document without history. */
  async compose(document: Composition): Promise<Loaded> {
    const { body } = await this.ask<{ id: string }>('POST', 'compositions', { document });
    return (await this.ask<Loaded>('GET', `compositions/${body.id}`)).body;
  }

  async beginDelivery(
    id: string,
    revision: number,
    files: readonly FileRequestDto[],
  ): Promise<JobDto> {
    const path = `compositions/${id}/deliveries`;
    const { status, body } = await this.ask<JobDto>('POST', path, { revision, files });
    if (status !== 202) throw new Error(`It was refused: ${JSON.stringify(body)}`);
    return body;
  }

  /** A job at its end. */
  async finished(job: JobDto): Promise<JobDto> {
    const events = (await this.bytes(`jobs/${job.id}/events`)).toString();
    const last = events.trim().split('\n\n').at(-1) ?? '';
    return JSON.parse(last.replace(/^[\s\S]*data: /, '')) as JobDto;
  }

  /** Delivers, and waits for the end. */
  async deliver(id: string, revision: number, files: readonly FileRequestDto[]): Promise<JobDto> {
    return this.finished(await this.beginDelivery(id, revision, files));
  }

  append(id: string, revision: number, keep: number, append: readonly HistoryEntry[]) {
    const history = { keep, append, position: keep + append.length };
    return this.ask<Loaded & ProblemBody>('PATCH', `compositions/${id}`, { revision, history });
  }
}

interface ImportBody {
  readonly results?: readonly {
    readonly file: string;
    readonly outcome: string;
    readonly source?: SourceDto;
    readonly problem?: ProblemBody;
  }[];
  readonly detail?: string;
}
