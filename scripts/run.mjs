// Runs commands one after another with their output shown; the helpers of demo, test, bench and screenshots.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { createServer } from 'node:net';
import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';

/** Runs a command in the project's folder and returns its exit status. */
export function run(command, args, env = {}) {
  console.log(`\n> ${[command, ...args].join(' ')}`);
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
  return done.status ?? 1;
}

/** Runs a command beside others: what it prints is kept, and shown whole with its time once it ends. Returns its exit status. */
export function runQuietly(command, args) {
  const said = [];
  const began = Date.now();
  const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
  for (const stream of [child.stdout, child.stderr])
    stream.setEncoding('utf8').on('data', (text) => said.push(text));
  return new Promise((resolve) => {
    child.on('error', (error) => said.push(String(error)));
    child.on('close', (code) => {
      const seconds = ((Date.now() - began) / 1000).toFixed(0);
      console.log(`\n> ${[command, ...args].join(' ')}  (${seconds} s)`);
      process.stdout.write(said.join(''));
      resolve(code ?? 1);
    });
  });
}

export function runScript(name) {
  return run(npm, ['run', '--silent', name]);
}

/** Installs what the lock file says unless that is done already. Exits when it cannot be. */
export function install() {
  const installed = `${root}/node_modules/.package-lock.json`;
  const lock = `${root}/package-lock.json`;
  if (existsSync(installed) && statSync(installed).mtimeMs >= statSync(lock).mtimeMs) return;
  if (run(npm, ['ci', '--no-audit', '--no-fund']) !== 0) {
    console.error(
      '\nThe packages could not be installed. Is the npm registry reachable, and Node 20.19 or newer in use?',
    );
    process.exit(1);
  }
}

/** Exits with the status of the first of these scripts that fails. */
export function mustRun(...names) {
  for (const name of names) {
    const status = runScript(name);
    if (status !== 0) process.exit(status);
  }
}

/** A port that is free at this moment. */
export function freePort() {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.on('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });
}

/** Starts the built server on a free port over a folder of data; returns its address and how to stop it. */
export async function startServer(dataDir) {
  const port = await freePort();
  const child = spawn(process.execPath, [`${root}/apps/server/dist/main.js`], {
    env: { ...process.env, PORT: String(port), DATA_DIR: dataDir },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = `http://127.0.0.1:${port}`;
  for (let tries = 0; tries < 300; tries++) {
    const up = await fetch(`${address}/api/health`).then(
      (response) => response.ok,
      () => false,
    );
    if (up) return { address, stop: () => ended(child) };
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  child.kill();
  throw new Error('The server did not start within 30 s.');
}

/** Ends a server and waits until it has let its folder go. */
function ended(child) {
  return new Promise((resolve) => {
    child.once('exit', resolve);
    child.kill();
  });
}

const { packages, paths, args } = JSON.parse(readFileSync(`${root}/scripts/chromium.json`, 'utf8'));

/** Debian's packages of a browser, the first choice first. */
export const chromiumPackages = packages;

/** Options of a browser for screenshots and measurements. */
export const chromiumOptions = { executablePath: process.env.CHROMIUM ?? paths.find(existsSync), args };
