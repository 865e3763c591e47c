import {
  chmodSync,
  existsSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DataSource } from 'typeorm';
import { ConfigError, readConfig } from '../config.ts';
import { sourceOptions } from '../database.module.ts';
import { openConnection } from './connection.ts';
import { bringBack, COPIES_KEPT, listCopies, makeCopy } from './copies.ts';
import { DataFolder } from './data-folder.ts';

let dataDir: string;
let file: string;
const quiet = () => undefined;
const config = () => readConfig({ DATA_DIR: dataDir, PORT: '4871' });
const open = () => DataFolder.open(config(), quiet);

beforeEach(async () => {
  dataDir = mkdtempSync(join(tmpdir(), 'plucky-folder-'));
  file = join(dataDir, 'plucky-verse.db');
  const source = await new DataSource(sourceOptions(file, quiet)).initialize();
  await source.query(
    `INSERT INTO shelf (id, name, body, at) VALUES ('kept', 'Kept', '${'x'.repeat(20_000)}', 'then')`,
  );
  await source.destroy();
  open().close();
});
afterEach(() => {
  chmodSync(file, 0o644);
  rmSync(dataDir, { recursive: true });
});

const shelf = () => {
  const connection = openConnection(file);
  const names = connection.prepare('SELECT name FROM shelf ORDER BY name').all();
  connection.close();
  return names.map((row) => row['name']);
};
const write = (name: string) => {
  const connection = openConnection(file);
  connection.exec(`INSERT INTO shelf (id, name, body, at) VALUES ('${name}', '${name}', '', 'then')`);
  connection.close();
};

test('a second server is refused with the name of the first, and let in after it', () => {
  const first = open();
  first.says('http://127.0.0.1:4999');
  expect(open).toThrow(ConfigError);
  expect(open).toThrow(/in use by the server at http:\/\/127\.0\.0\.1:4999 \(process \d+/);
  first.close();
  open().close();
});

test('a clean stop leaves everything in the one file', () => {
  const held = open();
  write('Late');
  held.close();
  const alone = join(dataDir, 'alone.db');
  writeFileSync(alone, readFileSync(file));
  const connection = openConnection(alone);
  expect(connection.prepare('SELECT name FROM shelf ORDER BY name').all()).toHaveLength(2);
  connection.close();
});

test.each<[string, () => void, RegExp]>([
  [
    'what is no database',
    () => writeFileSync(file, 'a letter to the drummer '.repeat(99)),
    /is not a database\. It was left/,
  ],
  ['an empty one', () => writeFileSync(file, ''), /is not a database: it is empty/],
  ['a cut one', () => truncateSync(file, statSync(file).size / 2), /is damaged/],
  [
    'a damaged one',
    () => {
      const bytes = readFileSync(file);
      bytes.fill(7, 4096, 12_000);
      writeFileSync(file, bytes);
    },
    /is damaged/,
  ],
  [
    'one of a newer version',
    () => {
      const connection = openConnection(file);
      connection.exec("INSERT INTO migrations (timestamp, name) VALUES (9, 'Chords1999000000000')");
      connection.pragma('wal_checkpoint(TRUNCATE)');
      connection.close();
    },
    /made by a newer version \(it holds Chords1999000000000\)/,
  ],
  [
    'one of another program',
    () => {
      const connection = openConnection(file);
      connection.exec('DROP TABLE migrations');
      connection.pragma('wal_checkpoint(TRUNCATE)');
      connection.close();
    },
    /a database of another program/,
  ],
  ['one that may only be read', () => chmodSync(file, 0o444), /may only be read/],
])('%s is refused in one line and left as it was', (_, spoil, words) => {
  spoil();
  const before = readFileSync(file);
  expect(open).toThrow(ConfigError);
  expect(open).toThrow(words);
  try {
    open();
  } catch (error) {
    expect((error as Error).message).not.toContain('\n');
  }
  expect(readFileSync(file).equals(before)).toBe(true);
});

test('a database that is gone is not made anew while there are copies of it', () => {
  rmSync(file);
  expect(open).toThrow(/is gone, and there are copies.*npm run restore/);
  expect(existsSync(file)).toBe(false);
  writeFileSync(file, '');
});

test('copies are made when something has changed, the last seven are kept, and one can be brought back', () => {
  expect(listCopies(dataDir)).toHaveLength(1);
  open().close();
  expect(listCopies(dataDir)).toHaveLength(1);
  for (let day = 1; day <= COPIES_KEPT + 2; day++) {
    write(`Day ${day}`);
    expect(makeCopy(dataDir, file, new Date(Date.UTC(2030, 0, day)))).not.toBeNull();
    expect(makeCopy(dataDir, file, new Date(Date.UTC(2030, 0, day, 1)))).toBeNull();
  }
  const copies = listCopies(dataDir);
  expect(copies).toHaveLength(COPIES_KEPT);
  expect(copies[0]?.at).toEqual(new Date(Date.UTC(2030, 0, COPIES_KEPT + 2)));

  truncateSync(file, 5000);
  expect(open).toThrow(/damaged.*npm run restore/);
  const [, second] = copies;
  if (!second) throw new Error('no copy');
  const aside = bringBack(file, second, new Date(0));
  expect(statSync(aside ?? '').size).toBe(5000);
  open().close();
  expect(shelf()).toContain(`Day ${COPIES_KEPT + 1}`);
  expect(shelf()).not.toContain(`Day ${COPIES_KEPT + 2}`);
});
