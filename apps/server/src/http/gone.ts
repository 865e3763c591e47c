import { createParamDecorator, type ExecutionContext } from '@nestjs/common';
import type { Response } from 'express';

/** Is aborted when the one who asked leaves before the answer. */
export const Gone = createParamDecorator((_: unknown, context: ExecutionContext): AbortSignal => {
  const response = context.switchToHttp().getResponse<Response>();
  const leaving = new AbortController();
  response.on('close', () => {
    if (!response.writableFinished) leaving.abort();
  });
  return leaving.signal;
});
