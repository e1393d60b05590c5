/** An error that the server explained (problem details, RFC 9457), or that it did not answer. */
export class ServerProblem extends Error {
  override readonly name = 'ServerProblem';
  constructor(
    /** 0 when the server could not be reached. */
    readonly status: number,
    message: string,
    readonly details: Readonly<Record<string, unknown>> = {},
  ) {
    super(message);
  }
}

export const UNREACHABLE = 'The server does not answer. It may have been stopped; start it again.';

/** What a failed answer says. */
export function problemFrom(status: number, body: string): ServerProblem {
  try {
    const details = JSON.parse(body) as Record<string, unknown>;
    return new ServerProblem(status, String(details.detail ?? details.title ?? body), details);
  } catch {
    return new ServerProblem(status, `The server answered ${status} without saying why.`);
  }
}

/** The words of anything that was thrown. */
export function wordsOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}
