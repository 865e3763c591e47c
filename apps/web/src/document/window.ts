import { freshId } from '../shared/fresh-id.ts';

// A window has a name of its own, which it keeps over a reload. A lock of that name is held for as long as the page is there,
// so that others can tell whether what a window left behind is still its own.

const KEY = 'plucky-verse.window';
const lockOf = (name: string) => `plucky-verse.window.${name}`;

let claimed: Promise<string> | null = null;

/** The name of this window. One that another page holds, as after a tab was doubled, is left to it. */
export function windowName(): Promise<string> {
  claimed ??= claim(storedName() ?? freshId());
  return claimed;
}

async function claim(name: string): Promise<string> {
  const isOurs = await hold(lockOf(name));
  const own = isOurs ? name : freshId();
  if (!isOurs) await hold(lockOf(own));
  try {
    sessionStorage.setItem(KEY, own);
  } catch {
    // Without storage a reload is another window.
  }
  return own;
}

function storedName(): string | null {
  try {
    return sessionStorage.getItem(KEY);
  } catch {
    return null;
  }
}

/** Holds a lock until the page goes; false where another page has it. Where there are no locks it is always had. */
export function hold(lock: string): Promise<boolean> {
  const { locks } = navigator as { locks?: LockManager };
  if (!locks) return Promise.resolve(true);
  return new Promise((resolve) => {
    void locks
      .request(lock, { ifAvailable: true }, (got) => {
        resolve(got !== null);
        return got && new Promise(() => undefined);
      })
      .catch(() => resolve(true));
  });
}

/** Tells by its name whether a window is open. */
export async function openWindows(): Promise<(name: string) => boolean> {
  const { locks } = navigator as { locks?: LockManager };
  const held = (await locks?.query().catch(() => null))?.held ?? [];
  const names = new Set(held.map((lock) => lock.name));
  return (name) => names.has(lockOf(name));
}
