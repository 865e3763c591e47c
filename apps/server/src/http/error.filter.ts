import { STATUS_CODES } from 'node:http';
import { type ArgumentsHost, Catch, type ExceptionFilter, HttpException, Logger } from '@nestjs/common';
import { InvalidSongError, NewerFormatError, type Problem } from '@plucky/core/song';
import type { Response } from 'express';
import { StorageTrouble, type TroubleKind } from '../database/trouble.ts';

interface ErrorBody {
  readonly statusCode: number;
  readonly error: string;
  readonly message: string;
  readonly problems?: readonly Problem[];
  /** The revision that a stale base lost against. */
  readonly revision?: number;
  /** The byte at which reading a file stopped. */
  readonly offset?: number;
  /** Trouble of the storage, where that is the reason. */
  readonly trouble?: TroubleKind;
}

/** Turns whatever went wrong into one form of answer; what was our own fault is logged and not told. */
@Catch()
export class ErrorFilter implements ExceptionFilter {
  readonly #log = new Logger('http');

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    const body = this.#bodyOf(error);
    if (body.statusCode >= 500)
      this.#log.error(error instanceof Error ? (error.stack ?? error.message) : error);
    // One that was ended for its size has its answer already.
    if (!response.headersSent) response.status(body.statusCode).json(body);
  }

  #bodyOf(error: unknown): ErrorBody {
    if (error instanceof StorageTrouble)
      return bodyFor(error.kind === 'full' ? 507 : 503, error.message, { trouble: error.kind });
    if (error instanceof NewerFormatError) return bodyFor(409, error.message);
    if (error instanceof InvalidSongError)
      return bodyFor(422, `Nothing was changed. ${error.message}`, { problems: error.problems });
    const status = error instanceof HttpException ? error.getStatus() : statusOf(error);
    if (status === 413)
      return bodyFor(413, 'The request is larger than the server takes. Nothing was changed.');
    if (error instanceof HttpException) {
      const details = error.getResponse();
      const extra = typeof details === 'object' ? (details as Partial<ErrorBody>) : {};
      const { problems, revision, offset } = extra;
      const message = typeof extra.message === 'string' ? extra.message : error.message;
      return bodyFor(status ?? 500, message, {
        ...(problems ? { problems } : {}),
        ...(revision === undefined ? {} : { revision }),
        ...(offset === undefined ? {} : { offset }),
      });
    }
    if (status !== undefined && status >= 400 && status < 500)
      return bodyFor(status, 'The request could not be read as JSON. Nothing was changed.');
    return bodyFor(500, 'Something went wrong on the server. Nothing was changed; please try again.');
  }
}

function bodyFor(statusCode: number, message: string, extra: Partial<ErrorBody> = {}): ErrorBody {
  return { statusCode, error: STATUS_CODES[statusCode] ?? 'Error', message, ...extra };
}

/** The status that the body parser gives its errors. */
function statusOf(error: unknown): number | undefined {
  return error instanceof Error && 'status' in error && typeof error.status === 'number'
    ? error.status
    : undefined;
}
