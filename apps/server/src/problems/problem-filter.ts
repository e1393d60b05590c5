import {
  type ArgumentsHost,
  Catch,
  type ExceptionFilter,
  HttpException,
  Logger,
} from '@nestjs/common';
import type { Response } from 'express';
import { Problem, type ProblemDetails, problemDetails } from './problem';

export function isDiskFull(error: unknown): boolean {
  return error instanceof Error && /ENOSPC|disk (image )?is full|SQLITE_FULL/.test(error.message);
}

/** The problem details of anything that can be thrown. */
export function detailsOf(error: unknown): ProblemDetails {
  if (error instanceof Problem) return error.details;
  if (isDiskFull(error)) {
    const detail =
      'The disk is full. What was saved before is safe. Free some space and try again.';
    return problemDetails('disk-full', detail);
  }
  if (error instanceof HttpException) {
    const status = error.getStatus();
    if (status === 404) return problemDetails('not-found', 'There is nothing at this address.');
    return { ...problemDetails('invalid-request', error.message), status };
  }
  const { status, type } = (error ?? {}) as { status?: number; type?: string };
  if (type === 'entity.too.large') {
    const detail = 'The request is larger than this server takes. Nothing was changed.';
    return { ...problemDetails('file-too-large', detail) };
  }
  if (status && status >= 400 && status < 500) {
    return { ...problemDetails('invalid-request', (error as Error).message), status };
  }
  const detail = 'Nothing was changed. Try again; the server log says more.';
  return problemDetails('internal', detail);
}

/** Answers every error with problem details, and logs those that are the server's own fault. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly log = new Logger('Problem');

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    const details = detailsOf(error);
    if (details.status >= 500) {
      this.log.error(error instanceof Error ? (error.stack ?? error.message) : String(error));
    }
    if (response.headersSent) {
      response.end();
      return;
    }
    response.status(details.status).type('application/problem+json').send(JSON.stringify(details));
  }
}
