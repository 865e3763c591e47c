import {
  chmodSync,
  copyFileSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openConnection } from '../database/connection.ts';
import type { Report } from './report.ts';
import { startRefused } from './server-process.ts';
import { mountSmallDisk } from './small-disk.ts';

/** Databases and settings that cannot be served: each must be refused in one line, and nothing overwritten. */
export async function openDamaged(soundFile: string, report: Report): Promise<void> {
  const cases: Readonly<Record<string, (file: string) => void>> = {
    'a file that is no database': (file) => writeFileSync(file, 'no database '.repeat(1000)),
    'a cut database': (file) => truncateSync(file, readFileSync(file).length - 10_000),
    'a damaged database': (file) => writeFileSync(file, readFileSync(file).fill(9, 4096, 24_576)),
    'a newer database': (file) => {
      const connection = openConnection(file);
      connection.exec("INSERT INTO migrations (timestamp, name) VALUES (9, 'Later9')");
      // Else the log would come into the file when this connection is collected, as if the server had written it.
      connection.pragma('wal_checkpoint(TRUNCATE)');
      connection.close();
    },
    'a read-only database': (file) => chmodSync(file, 0o444),
  };
  for (const [name, spoil] of Object.entries(cases)) {
    const folder = mkdtempSync(join(tmpdir(), 'plucky-damaged-'));
    const file = join(folder, 'plucky-verse.db');
    copyFileSync(soundFile, file);
    spoil(file);
    const before = readFileSync(file);
    const { status, said } = await startRefused(folder);
    const isLeft = readFileSync(file).equals(before);
    report.figure(
      name,
      `exit ${status}: ${said}${isLeft ? '' : ' (and was written to)'}`,
      isRefusal(status, said) && isLeft,
    );
    rmSync(folder, { recursive: true });
  }
  await refusedHost(report);
  await noRoom(report);
}

function isRefusal(status: number | null, said: string): boolean {
  return status === 1 && said.length > 0 && !said.includes('\n');
}

async function refusedHost(report: Report): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'plucky-host-'));
  const { status, said } = await startRefused(folder, { HOST: 'nowhere.invalid' });
  report.figure('a bad HOST', `exit ${status}: ${said}`, isRefusal(status, said));
  rmSync(folder, { recursive: true });
}

async function noRoom(report: Report): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'plucky-room-'));
  const disk = mountSmallDisk(folder, 1);
  if (!disk) {
    report.leftOut('a folder without room', 'nothing can be mounted here');
    return;
  }
  try {
    const dataDir = join(folder, 'data');
    mkdirSync(dataDir);
    disk.fill();
    const { status, said } = await startRefused(dataDir);
    report.figure('a folder without room', `exit ${status}: ${said}`, isRefusal(status, said));
  } finally {
    disk.remove();
    rmSync(folder, { recursive: true, force: true });
  }
}
