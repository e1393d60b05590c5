import { HttpException } from '@nestjs/common';

/** What goes wrong, by the last step of its type address, with the title and status that go with it. */
export const PROBLEMS = {
  'not-found': { status: 404, title: 'Not found' },
  'not-a-picture': { status: 422, title: 'Not a picture that can be read' },
  'mislabelled-picture': { status: 422, title: 'The name does not fit the contents' },
  'broken-picture': { status: 422, title: 'The picture is damaged' },
  'picture-too-large': { status: 413, title: 'The picture is too large' },
  'file-too-large': { status: 413, title: 'The file is too large' },
  'broken-archive': { status: 422, title: 'The archive cannot be opened' },
  'still-used': { status: 409, title: 'Still in use' },
  'nothing-sent': { status: 400, title: 'No file was sent' },
  'stale-revision': { status: 409, title: 'Changed elsewhere' },
  'invalid-document': { status: 422, title: 'The composition cannot be read' },
  'missing-pixels': { status: 422, title: 'Pixels are missing' },
  'wrong-hash': { status: 422, title: 'The bytes do not match their name' },
  'invalid-request': { status: 400, title: 'The request cannot be read' },
  'foreign-origin': { status: 403, title: 'Not from this page' },
  'library-unreachable': { status: 502, title: 'The library does not answer' },
  'disk-full': { status: 507, title: 'The disk is full' },
  'not-ready': { status: 409, title: 'Not ready yet' },
  internal: { status: 500, title: 'Something went wrong here' },
} as const;

export type ProblemName = keyof typeof PROBLEMS;

/** The body of an error: problem details, RFC 9457. */
export interface ProblemDetails {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  /** What is wrong with what, and what to do. */
  readonly detail: string;
  readonly [extension: string]: unknown;
}

export function problemDetails(
  name: ProblemName,
  detail: string,
  extensions: Record<string, unknown> = {},
): ProblemDetails {
  return { type: `/problems/${name}`, ...PROBLEMS[name], detail, ...extensions };
}

/** An error that the client is told about in full. */
export class Problem extends HttpException {
  constructor(
    readonly kind: ProblemName,
    detail: string,
    readonly extensions: Record<string, unknown> = {},
  ) {
    super(problemDetails(kind, detail, extensions), PROBLEMS[kind].status);
    this.message = detail;
  }

  get details(): ProblemDetails {
    return problemDetails(this.kind, this.message, this.extensions);
  }
}
