import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { createServer } from 'node:net';
import { setTimeout as delay } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';

const MAIN = fileURLToPath(new URL('../../dist/main.js', import.meta.url));

/** A server in a process of its own, which can be killed. */
export class ServerProcess {
  readonly address: string;
  readonly #child: ChildProcess;
  readonly #exit: Promise<unknown>;

  private constructor(child: ChildProcess, address: string) {
    this.#child = child;
    this.address = address;
    this.#exit = once(child, 'exit');
  }

  /** Starts one over a data folder and waits until it answers. Throws Error with what it said when it does not start. */
  static async start(dataDir: string): Promise<ServerProcess> {
    const port = await freePort();
    const child = spawnServer(dataDir, port);
    let said = '';
    child.stderr?.on('data', (text: Buffer) => (said += text.toString()));
    const server = new ServerProcess(child, `http://127.0.0.1:${port}`);
    for (let tries = 0; tries < 600; tries++) {
      if (child.exitCode !== null) throw new Error(`The server ended at once: ${said}`);
      const isUp = await fetch(`${server.address}/api/health`).then(
        () => true,
        () => false,
      );
      if (isUp) return server;
      await delay(50);
    }
    throw new Error(`The server did not start within 30 s: ${said}`);
  }

  /** Ends it with a signal, and waits until it is gone; returns how long that took, in ms. */
  async end(signal: 'SIGINT' | 'SIGTERM' | 'SIGKILL'): Promise<number> {
    const from = performance.now();
    this.#child.kill(signal);
    await this.#exit;
    return performance.now() - from;
  }
}

/** Starts a server that must refuse to: its exit status and what it said. */
export async function startRefused(
  dataDir: string,
  env: Readonly<Record<string, string>> = {},
): Promise<{ readonly status: number | null; readonly said: string }> {
  const child = spawnServer(dataDir, await freePort(), env);
  let said = '';
  child.stderr?.on('data', (text: Buffer) => (said += text.toString()));
  const timer = setTimeout(() => child.kill('SIGKILL'), 15_000);
  const [status] = (await once(child, 'exit')) as [number | null];
  clearTimeout(timer);
  return { status, said: said.trim() };
}

function spawnServer(
  dataDir: string,
  port: number,
  env: Readonly<Record<string, string>> = {},
): ChildProcess {
  return spawn(process.execPath, [MAIN], {
    // Faster than any person asks.
    env: {
      ...process.env,
      HOST: '127.0.0.1',
      RATE_LIMIT: '0',
      ...env,
      PORT: String(port),
      DATA_DIR: dataDir,
    },
    stdio: ['ignore', 'ignore', 'pipe'],
  });
}

async function freePort(): Promise<number> {
  const server = createServer().listen(0, '127.0.0.1');
  await once(server, 'listening');
  const { port } = server.address() as AddressInfo;
  server.close();
  await once(server, 'close');
  return port;
}
