import { hostname } from 'node:os';
import type { Request, Response } from 'express';
import { refuseForeignSites } from './foreign-sites.ts';

/** The status for a request under a host name, or 200 when it is let through. */
function statusFor(boundTo: string, host: string | undefined, hostNames: string[] = []): number {
  let status = 0;
  const response = {
    status: (given: number) => {
      status = given;
      return { json: () => undefined };
    },
  };
  const request = { method: 'GET', headers: { host } };
  refuseForeignSites({ host: boundTo, hostNames })(
    request as Request,
    response as unknown as Response,
    () => {
      status = 200;
    },
  );
  return status;
}

test.each<[string, string | undefined, number]>([
  ['127.0.0.1', '127.0.0.1:4870', 200],
  ['127.0.0.1', 'localhost:4870', 200],
  ['127.0.0.1', 'rebound.example:4870', 403],
  ['127.0.0.1', undefined, 403],
  ['127.0.0.1', 'localhost.rebound.example', 403],
  ['::1', '[::1]:4870', 200],
  ['::1', 'LOCALHOST', 200],
  ['::1', 'rebound.example', 403],
  ['0.0.0.0', `${hostname()}:4870`, 200],
  ['0.0.0.0', '127.0.0.1', 200],
  ['0.0.0.0', 'rebound.example', 403],
  ['::', 'rebound.example', 403],
  ['192.168.7.5', '192.168.7.5:80', 200],
  ['192.168.7.5', '192.168.7.6:80', 403],
])('a server on %s asked for under %s', (boundTo, host, status) => {
  expect(statusFor(boundTo, host)).toBe(status);
});

test('a name that was given, as of a proxy, is let through', () => {
  expect(statusFor('127.0.0.1', 'beats.example', ['beats.example'])).toBe(200);
});
