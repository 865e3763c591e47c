import fc from 'fast-check';
import { tries } from '../../testing/tries.ts';
import { foldedName } from '../file-names.ts';
import { type FolderPlan, planFolder, type WrittenFile } from './plan.ts';

const file = (id: string, name: string, sha256: string): WrittenFile => ({ id, file: name, sha256 });
const presentIn = (files: Readonly<Record<string, string>>) => new Map(Object.entries(files));

/** A folder after a plan was carried out: names with the hashes of what they hold. */
function carriedOut(folder: Readonly<Record<string, string>>, { write }: FolderPlan) {
  return { ...folder, ...Object.fromEntries(write.map((one) => [one.file, one.sha256])) };
}

test('a changed file is replaced in place under its name there, and one that is the same is left', () => {
  const written = [file('a', 'A.mid', '1'), file('b', 'B.mid', '2'), file('c', 'C.mid', '3')];
  const folder = { 'A.mid': '1', 'B.mid': '2', 'C.mid': '3', 'notes.txt': 'x' };
  const wanted = [file('a', 'A.mid', '9'), file('b', 'B.mid', '2'), file('c', 'Sea.mid', '4')];
  const plan = planFolder(wanted, written, presentIn(folder));
  expect(plan.write.map(({ id }) => id)).toEqual(['a', 'c']);
  expect(carriedOut(folder, plan)).toEqual({ 'A.mid': '9', 'B.mid': '2', 'C.mid': '4', 'notes.txt': 'x' });
  expect(planFolder(wanted, plan.files, presentIn(carriedOut(folder, plan))).write).toEqual([]);
});

test('a file of somebody else, or one that was changed since, is never touched: ours stands beside it', () => {
  const written = [file('a', 'A.mid', '1')];
  const folder = { 'A.mid': 'changed by hand', 'B.mid': 'of somebody else' };
  const plan = planFolder([file('a', 'A.mid', '1'), file('b', 'B.mid', '2')], written, presentIn(folder));
  expect(plan.taken).toEqual(['A.mid', 'B.mid']);
  expect(carriedOut(folder, plan)).toEqual({ ...folder, 'A (2).mid': '1', 'B (2).mid': '2' });
});

test('whatever is there and comes and goes, only our own unchanged files are written over', () => {
  const name = fc.constantFrom('A.mid', 'a.mid', 'B.mid', 'C.mid', 'README.txt', 'B (2).mid');
  const hash = fc.constantFrom('1', '2', '3');
  const some = fc.uniqueArray(fc.tuple(fc.constantFrom('a', 'b', 'c', 'd'), name, hash), {
    selector: ([id]) => id,
    maxLength: 4,
  });
  // As the names of an export are: of no two that some system takes for one.
  const apart = (rolled: readonly (readonly [string, string, string])[]) =>
    rolled
      .filter(([, own], i) => rolled.findIndex(([, other]) => foldedName(other) === foldedName(own)) === i)
      .map(([id, own, sha]) => file(id, own, sha));
  fc.assert(
    fc.property(some, some, fc.dictionary(name, hash), (first, second, folder) => {
      const written = apart(first);
      const plan = planFolder(apart(second), written, presentIn(folder));
      const after = carriedOut(folder, plan);
      const ours = new Set(written.filter((one) => folder[one.file] === one.sha256).map((one) => one.file));
      for (const [own, sha] of Object.entries(folder)) if (!ours.has(own)) expect(after[own]).toBe(sha);
      for (const one of apart(second)) {
        const told = plan.files.find(({ id }) => id === one.id);
        expect(after[told?.file ?? '']).toBe(one.sha256);
      }
    }),
    tries(500, 88),
  );
});
