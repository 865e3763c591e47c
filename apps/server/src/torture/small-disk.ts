import { execFileSync } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Connection } from '../database/connection.ts';

/** A disk that can be filled to the last byte and freed again. */
export interface SmallDisk {
  readonly kind: 'a mounted disk' | 'a limit on pages';
  fill(): void;
  free(): void;
  remove(): void;
}

/** Makes a folder a real disk of its own, of `megabytes`; null where this machine does not let us. */
export function mountSmallDisk(folder: string, megabytes: number): SmallDisk | null {
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', folder], { stdio: 'ignore' });
  } catch {
    return null;
  }
  const ballast = join(folder, 'ballast');
  return {
    kind: 'a mounted disk',
    fill: () => {
      // Down to single bytes, so that not one page is left.
      for (let size = 1 << 20; size >= 1; size >>= 2)
        for (;;)
          try {
            writeFileSync(ballast, Buffer.alloc(size), { flag: 'a' });
          } catch {
            break;
          }
    },
    free: () => rmSync(ballast, { force: true }),
    // Lazily: the driver closes its files only when its statements are collected.
    remove: () => execFileSync('umount', ['-l', folder], { stdio: 'ignore' }),
  };
}

/** The same errors from the driver itself, for machines where nothing can be mounted. */
export function limitPages(connection: () => Connection | null): SmallDisk {
  return {
    kind: 'a limit on pages',
    fill: () => void connection()?.pragma('max_page_count = 1'),
    free: () => void connection()?.pragma('max_page_count = 1000000'),
    remove: () => undefined,
  };
}
