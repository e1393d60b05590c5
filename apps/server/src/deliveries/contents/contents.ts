import type { Composition, History, Layer } from '@diplex/document';
import type { FileMetadata } from '@diplex/formats';
import type { Archives } from '../../archives/archives.service';
import type { Renderer } from '../../rendering/renderer';
import type { VersionDto } from '../../versions/version.dto';
import type { FileRequestDto } from '../delivery.dto';

/** What is delivered, and what it takes. */
export interface DeliveryContext {
  readonly id: string;
  readonly document: Composition;
  readonly history: History;
  readonly versions: readonly VersionDto[];
  readonly metadata: FileMetadata;
  readonly renderer: Renderer;
  readonly archives: Archives;
}

/** Where a file is written, and what goes on meanwhile. */
export interface FileTask {
  /** The file; names that begin with it are free for what is needed on the way. */
  readonly path: string;
  readonly signal: AbortSignal;
  progress(share: number): void;
}

/** What a file turned out to be. */
export interface WrittenFile {
  readonly width: number;
  readonly height: number;
  /** What could not be told in its format. */
  readonly remarks: readonly string[];
}

/** A kind of file that a delivery can have. */
export interface Contents {
  /** How its files end, and what they are. */
  file(request: FileRequestDto): { readonly ending: string; readonly mediaType: string };
  /** What is asked for is refused with a Problem before anything is drawn. */
  check(request: FileRequestDto, context: DeliveryContext): void;
  /** The layer that it is of, where it is of one. */
  layer?(request: FileRequestDto, context: DeliveryContext): Layer;
  write(request: FileRequestDto, context: DeliveryContext, task: FileTask): Promise<WrittenFile>;
}

/** A part of a task: from one share of its progress to another. */
export function partOf(task: FileTask, from: number, to: number): FileTask {
  return { ...task, progress: (share) => task.progress(from + (to - from) * share) };
}
