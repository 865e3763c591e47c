import { hostname, networkInterfaces } from 'node:os';
import type { NextFunction, Request, Response } from 'express';
import type { Config } from '../config.ts';

const LOOPBACK = ['127.0.0.1', 'localhost', '::1'];
const EVERYWHERE = new Set(['0.0.0.0', '::', '::0']);
const READING = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Refuses writes that another site's page asks for, and requests under a name that is not this server's own: both are how a
 * page elsewhere would reach a server that only its users should.
 */
export function refuseForeignSites({ host: boundTo, hostNames }: Pick<Config, 'host' | 'hostNames'>) {
  const own = new Set([...namesOf(boundTo), ...hostNames]);
  return (request: Request, response: Response, next: NextFunction): void => {
    const host = request.headers.host ?? '';
    const refuse = (message: string) =>
      void response.status(403).json({ statusCode: 403, error: 'Forbidden', message });
    if (!own.has(nameIn(host))) {
      refuse(
        'This server answers only under its own names. Others, as of a proxy before it, are given by HOST_NAMES.',
      );
      return;
    }
    const { origin } = request.headers;
    if (!READING.has(request.method) && origin !== undefined && hostOf(origin) !== host) {
      refuse('Another site may not change songs. Nothing was changed.');
      return;
    }
    next();
  };
}

/** Under which names a server that listens on `host` is reached. */
function namesOf(host: string): string[] {
  const plain = host.toLowerCase().replace(/^\[|\]$/g, '');
  if (LOOPBACK.includes(plain) || plain.startsWith('127.')) return [...LOOPBACK, plain];
  const machine = hostname().toLowerCase();
  const named = [machine, `${machine}.local`];
  if (!EVERYWHERE.has(plain)) return [plain, ...named];
  const addresses = Object.values(networkInterfaces()).flatMap((all) => all?.map((one) => one.address) ?? []);
  return [...LOOPBACK, ...named, ...addresses];
}

/** The name in a Host header: without its port, and an IPv6 address without its brackets. */
function nameIn(host: string): string {
  const [, bracketed, plain] = /^(?:\[([^\]]*)\]|([^:]*))(?::\d*)?$/.exec(host) ?? [];
  return (bracketed ?? plain ?? '').toLowerCase();
}

function hostOf(origin: string): string | null {
  return URL.canParse(origin) ? new URL(origin).host : null;
}
