import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { EDITS } from './random-edits.ts';

const rooms = join(__dirname, '..');
/** Functions that give an outcome and are no edits by themselves. */
const NO_EDITS_OF_THEIR_OWN = ['inTurn', 'withFollowers'];

/** The functions of a room's index that give an outcome, by their sources. */
function editsOf(room: string): string[] {
  const index = readFileSync(join(rooms, room, 'index.ts'), 'utf8');
  return [...index.matchAll(/export \{([^}]*)\} from '([^']+)'/g)].flatMap(([, names = '', file = '']) => {
    const source = readFileSync(join(rooms, room, file), 'utf8');
    return names
      .split(',')
      .map((name) => name.trim())
      .filter((name) => {
        if (!name || name.startsWith('type ')) return false;
        const [, signature = ''] = new RegExp(`export function ${name}\\b([^]*?) \\{\\n`).exec(source) ?? [];
        return signature.endsWith('): Outcome');
      });
  });
}

test('every edit that a room offers is in the random walk', () => {
  const offered = readdirSync(rooms, { withFileTypes: true })
    .filter((entry) => entry.isDirectory() && entry.name !== 'testing')
    .flatMap(({ name }) => editsOf(name))
    .filter((name) => !NO_EDITS_OF_THEIR_OWN.includes(name));
  const walked = new Set(Object.keys(EDITS).map((name) => name.split(':')[0] ?? ''));
  expect(offered.length).toBeGreaterThan(90);
  expect(offered.filter((name) => !walked.has(name))).toEqual([]);
});
