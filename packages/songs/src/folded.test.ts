import { arrivedFile, fold, suggestedMap, unfold } from '@plucky/core/fold';
import { exportedNotes, exportOptions, midiFileOf, writeMidi } from '@plucky/core/midi';
import { compile } from '@plucky/core/play';
import { indexOf } from '@plucky/core/song';
import { DEMO_SONGS } from './library.ts';

test.each(
  Object.entries(DEMO_SONGS).flatMap(([id, make]) => [[id, 0, make] as const, [id, 1, make] as const]),
)(
  '%s, as one linear file of format %i, is folded into as many patterns as it has, or a third more, and plays the same',
  (_, format, make) => {
    const song = make();
    const options = exportOptions({ regions: ['song'], format });
    const timeline = compile(song, { kind: 'song' });
    const notes = exportedNotes(song, timeline, options);
    const file = arrivedFile(
      writeMidi(midiFileOf(song, 'Song', timeline, notes, options, false)),
      'song.mid',
    );
    const how = {
      name: 'Song',
      seed: 1,
      uses: Object.fromEntries(file.tracks.map(({ id, use }) => [id, use])),
      noteMap: suggestedMap(file),
      tolerance: null,
      swing: null,
    };
    const folded = fold(file, how);
    expect(folded.notPlaced).toEqual([]);
    expect(unfold(folded.document, file, how)).toEqual({
      same: notes.length,
      missing: 0,
      extra: 0,
      tempos: 0,
      bars: [],
    });
    const patternsOf = (one: typeof song) =>
      Object.values(one.records).filter(({ kind }) => kind === 'pattern').length;
    expect(patternsOf(folded.document)).toBeLessThanOrEqual((patternsOf(song) * 4) / 3);
    // The form comes back by its own names, bar by bar.
    const formOf = (one: typeof song) =>
      indexOf(one).song.form.map(({ section }) => indexOf(one).section(section)?.role);
    expect(formOf(folded.document)).toHaveLength(formOf(song).length);
  },
);
