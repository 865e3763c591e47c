import { arrivedFile, fold, suggestedMap, unfold } from '@plucky/core/fold';
import { exportedNotes, exportOptions, midiFileOf, writeMidi } from '@plucky/core/midi';
import { compile } from '@plucky/core/play';
import { documentOf, indexOf, omit, type SongDocument } from '@plucky/core/song';
import { DEMO_SONGS } from './library.ts';

/** The song without humanising, so that a bar that comes again is the same bar. */
function evenly(song: SongDocument): SongDocument {
  return documentOf(
    Object.values(song.records).map((record) =>
      record.kind === 'pattern' ? omit(record, 'humanise') : record,
    ),
  );
}

test.each(
  Object.entries(DEMO_SONGS).flatMap(([id, make]) => [
    [id, 0, 'played', make()] as const,
    [id, 1, 'played', make()] as const,
    [id, 1, 'written', evenly(make())] as const,
  ]),
)(
  '%s, as one linear file of format %i as it is %s, is folded and plays the same; as written into as many patterns as it has, or a third more',
  (_, format, how, song) => {
    const options = exportOptions({ regions: ['song'], format });
    const timeline = compile(song, { kind: 'song' });
    const notes = exportedNotes(song, timeline, options);
    const file = arrivedFile(
      writeMidi(midiFileOf(song, 'Song', timeline, notes, options, false)),
      'song.mid',
    );
    const taken = {
      name: 'Song',
      seed: 1,
      uses: Object.fromEntries(file.tracks.map(({ id, use }) => [id, use])),
      noteMap: suggestedMap(file),
      tolerance: null,
      swing: null,
    };
    const folded = fold(file, taken);
    expect(folded.notPlaced).toEqual([]);
    expect(unfold(folded.document, file, taken)).toMatchObject({
      same: notes.length,
      missing: 0,
      extra: 0,
      tempos: [],
      meters: [],
      bars: [],
      otherMessages: 0,
    });
    const patternsOf = (one: typeof song) =>
      Object.values(one.records).filter(({ kind }) => kind === 'pattern').length;
    // Bars that a player plays are each their own, and how many are of a kind is up to the hands.
    if (how === 'written')
      expect(patternsOf(folded.document)).toBeLessThanOrEqual((patternsOf(song) * 4) / 3);
    // The form comes back by its own names, bar by bar.
    const formOf = (one: typeof song) =>
      indexOf(one).song.form.map(({ section }) => indexOf(one).section(section)?.role);
    expect(formOf(folded.document)).toHaveLength(formOf(song).length);
  },
);
