import type { NextFunction, Request, Response } from 'express';

/** The largest file that may arrive, and what a form has around it at the most, in bytes. */
export const LARGEST_FILE = 20 * 1024 * 1024;
export const LARGEST_IMPORT = LARGEST_FILE + 64 * 1024;

/** The time in which a client can read the refusal before its connection ends, in ms. */
const TO_HEAR = 1000;

/**
 * Ends a request whose body is larger than `most` bytes, whether it says its length or not. Counts what comes while others
 * read it; nothing is kept here.
 */
export function boundBody(most: number) {
  return (request: Request, response: Response, next: NextFunction): void => {
    const refuse = () => {
      request.unpipe();
      request.pause();
      if (!response.headersSent)
        response.status(413).set('connection', 'close').json({
          statusCode: 413,
          error: 'Payload Too Large',
          message: 'The request is larger than the server takes. Nothing was changed.',
        });
      setTimeout(() => request.destroy(), TO_HEAR).unref();
    };
    if (Number(request.headers['content-length'] ?? 0) > most) {
      refuse();
      return;
    }
    let seen = 0;
    // Paused until somebody reads it, so that nothing is missed by being counted.
    request.pause();
    request.on('data', (chunk: Buffer) => {
      const before = seen;
      seen += chunk.length;
      if (seen > most && before <= most) refuse();
    });
    next();
  };
}
