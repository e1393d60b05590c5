import type { NextFunction, Request, Response } from 'express';

/** Cross-origin isolation, which shared memory in the page needs, and the usual safeguards. */
export function isolationHeaders(_: Request, response: Response, next: NextFunction): void {
  response.setHeader('Cross-Origin-Opener-Policy', 'same-origin');
  response.setHeader('Cross-Origin-Embedder-Policy', 'require-corp');
  response.setHeader('Cross-Origin-Resource-Policy', 'same-origin');
  response.setHeader('X-Content-Type-Options', 'nosniff');
  response.setHeader('Referrer-Policy', 'no-referrer');
  next();
}
