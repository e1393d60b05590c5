import type { NextFunction, Request, Response } from 'express';
import type { Configuration } from '../configuration';
import { problemDetails } from '../problems/problem';

const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]'];

/**
 * Lets in only requests that name this machine and do not come from another site: a name that was
 * rebound to loopback or a form on a foreign page must not reach the compositions.
 */
export function originCheck(configuration: Configuration, port: () => number) {
  return (request: Request, response: Response, next: NextFunction): void => {
    const hosts = LOOPBACK.map((name) => `${name}:${port()}`);
    const origins = [...hosts.map((host) => `http://${host}`), ...configuration.origins];
    const { host, origin } = request.headers;
    const site = request.headers['sec-fetch-site'];
    const known = host !== undefined && hosts.includes(host.toLowerCase());
    const foreign = origin !== undefined && !origins.includes(origin);
    if (known && !foreign && site !== 'cross-site') return next();
    const detail = `Diplex answers only pages opened at http://${hosts[0]}. Open it there.`;
    response
      .status(403)
      .type('application/problem+json')
      .send(JSON.stringify(problemDetails('foreign-origin', detail)));
  };
}
