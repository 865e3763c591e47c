import { webcrypto } from 'node:crypto';
import { TextDecoder, TextEncoder } from 'node:util';
import { type Folder, folderPicker, simulatedFiles } from './folder.ts';
import { type FileToLay, layInto, REMEMBERED } from './lay-into.ts';

Object.assign(globalThis, { TextDecoder, TextEncoder });
Object.defineProperty(globalThis, 'crypto', { value: webcrypto, configurable: true });

const file = (id: string, name: string, ...bytes: number[]): FileToLay => ({
  id,
  file: name,
  bytes: new Uint8Array(bytes),
});
const held = () =>
  Object.fromEntries(
    [...simulatedFiles].flatMap(([name, bytes]) => (name === REMEMBERED ? [] : [[name, [...bytes]]])),
  );

async function picked(): Promise<Folder> {
  const folder = await folderPicker('?folder=simulated')?.();
  if (!folder) throw new Error('There is no simulated folder.');
  return folder;
}

beforeEach(() => simulatedFiles.clear());

test('files are laid into a folder, replaced in place by what they are of, and nobody else’s is touched', async () => {
  const folder = await picked();
  simulatedFiles.set('README.txt', new Uint8Array([7]));
  const first = await layInto(folder, [
    file('a', 'A.mid', 1),
    file('b', 'B.mid', 2),
    file('list', 'README.txt', 3),
  ]);
  expect(first.taken).toEqual(['README.txt']);
  expect(held()).toEqual({ 'A.mid': [1], 'B.mid': [2], 'README.txt': [7], 'README (2).txt': [3] });
  simulatedFiles.set('B.mid', new Uint8Array([99]));
  const second = await layInto(folder, [
    file('a', 'Verse.mid', 4),
    file('b', 'B.mid', 5),
    file('list', 'README.txt', 3),
  ]);
  expect(second.write.map((one) => one.file)).toEqual(['A.mid', 'B (2).mid']);
  expect(held()).toEqual({
    'A.mid': [4],
    'B.mid': [99],
    'B (2).mid': [5],
    'README.txt': [7],
    'README (2).txt': [3],
  });
});

test('a file that is called otherwise by now keeps its name in the folder, and the lists there say it', async () => {
  const folder = await picked();
  const listed = (name: string): FileToLay => {
    const text = `{"regions": [{ "file": "${name}", "bars": 4 }]}`;
    return { id: 'list', file: 'regions.json', bytes: new TextEncoder().encode(text), isList: true };
  };
  await layInto(folder, [file('a', '01 A.mid', 1), listed('01 A.mid')]);
  await layInto(folder, [file('a', '02 A.mid', 2), listed('02 A.mid')]);
  const { 'regions.json': list = [], ...rest } = held();
  expect(rest).toEqual({ '01 A.mid': [2] });
  expect(new TextDecoder().decode(new Uint8Array(list))).toContain('"file": "01 A.mid",');
});

test('what was ended halfway is gone on with', async () => {
  const folder = await picked();
  await layInto(folder, [file('a', 'A.mid', 1), file('b', 'B.mid', 2)]);
  let writes = 0;
  const failing: Folder = {
    ...folder,
    write: (name, bytes) =>
      ++writes > 2 ? Promise.reject(new Error('The disk is full.')) : folder.write(name, bytes),
  };
  await expect(layInto(failing, [file('a', 'A.mid', 3), file('b', 'B.mid', 4)])).rejects.toThrow(
    'The disk is full.',
  );
  expect(held()).toEqual({ 'A.mid': [3], 'B.mid': [2] });
  await layInto(folder, [file('a', 'A.mid', 3), file('b', 'B.mid', 4)]);
  expect(held()).toEqual({ 'A.mid': [3], 'B.mid': [4] });
});

test('a file that only looks like what is remembered is left alone, and nothing is written', async () => {
  simulatedFiles.set(REMEMBERED, new Uint8Array([123]));
  await expect(layInto(await picked(), [file('a', 'A.mid', 1)])).rejects.toThrow(
    'that is not ours. Nothing was written.',
  );
  expect(held()).toEqual({});
});

test('without a way to folders none is offered', () => {
  expect(folderPicker('')).toBeNull();
});
