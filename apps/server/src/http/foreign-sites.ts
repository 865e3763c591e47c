import type { NextFunction, Request, Response } from 'express';

const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]']);
const READING = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Refuses writes that another site's page asks for, and, on a server bound to this machine, requests under a foreign
 * host name: both are how a page elsewhere would reach a server that only its user should.
 */
export function refuseForeignSites(boundTo: string) {
  const local = LOOPBACK.has(boundTo);
  return (request: Request, response: Response, next: NextFunction): void => {
    const host = request.headers.host ?? '';
    const refuse = (message: string) =>
      void response.status(403).json({ statusCode: 403, error: 'Forbidden', message });
    if (local && !LOOPBACK.has(host.replace(/:\d+$/, '')))
      return refuse('This server answers only under the name of this machine.');
    const { origin } = request.headers;
    if (!READING.has(request.method) && origin !== undefined && hostOf(origin) !== host)
      return refuse('Another site may not change songs. Nothing was changed.');
    next();
  };
}

function hostOf(origin: string): string | null {
  return URL.canParse(origin) ? new URL(origin).host : null;
}
