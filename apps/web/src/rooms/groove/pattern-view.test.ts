import { setPatternMeter, setRowGrids } from '@plucky/core/pattern';
import { apply, editSong, isChange, type Outcome, type SongDocument } from '@plucky/core/song';
import { meter } from '@plucky/core/time';
import { blankSong } from '@plucky/songs';
import { DEMO_SONGS } from '@plucky/songs/library';
import { freePlaces, hitNear, newHit, viewOf } from './pattern-view.ts';

const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
const herons = DEMO_SONGS['seven-herons']?.() ?? blankSong('none', 1);

function after(document: SongDocument, outcome: Outcome): SongDocument {
  if (!isChange(outcome)) throw new Error('no change');
  return apply(document, outcome).document;
}

function view(document: SongDocument, id: string) {
  const made = viewOf(document, id);
  if (!made) throw new Error(`no pattern ${id}`);
  return made;
}

test('drums have a row for each voice, in order, with the grid and the feel in words', () => {
  const { rows } = view(lanterns, 'main');
  expect(rows.map((row) => row.name).slice(0, 3)).toEqual(['Crash', 'Ride', 'Open hat']);
  expect(rows.find((row) => row.key === 'wood-block')?.detail).toBe('8th triplets');
  expect(rows.find((row) => row.key === 'snare')?.detail).toBe('16ths, swung');
});

test('notes have a row for each pitch of the key, and for any other that is played', () => {
  const { rows, hits } = view(herons, 'bass-main' in herons.records ? 'bass-main' : firstBass(herons));
  const names = rows.map((row) => row.name);
  expect(names.every((name) => /^[A-G][b#]?\d$/.test(name))).toBe(true);
  for (const one of hits) expect(rows.some((row) => row.key === one.row)).toBe(true);
  expect(rows.map((row) => row.pitch)).toEqual([...rows.map((row) => row.pitch)].sort((a, b) => b - a));
});

function firstBass(document: SongDocument): string {
  const part = Object.values(document.records).find(
    (record) => record.kind === 'part' && record.type === 'notes',
  );
  const bass = Object.values(document.records).find(
    (record) => record.kind === 'pattern' && record.part === part?.id && Object.keys(record.own).length > 3,
  );
  return bass?.id ?? '';
}

test('hits are placed where they are heard: swung on a straight row, straight on a triplet one', () => {
  const { hits, rows, heardAt } = view(lanterns, 'main');
  const offBeat = hits.find((one) => one.row === 'shaker' && one.hit.at === 240);
  expect(offBeat?.heard).toBeGreaterThan(240);
  const block = hits.find((one) => one.row === 'wood-block');
  expect(block?.heard).toBe(block?.hit.at);
  const shaker = rows.find((row) => row.key === 'shaker');
  if (!shaker) throw new Error('no shaker');
  expect(heardAt(shaker, 240)).toBeCloseTo(offBeat?.heard ?? 0, 6);
});

test('what is drawn from the frame need not be drawn anew while only hits change', () => {
  const first = view(lanterns, 'main').frame;
  expect(view(lanterns, 'main').frame).toBe(first);
  const faster = after(lanterns, editSong(lanterns, { tempo: 99 }, 'tempo'));
  expect(view(faster, 'main').frame).not.toBe(first);
  const gridded = after(lanterns, setRowGrids(lanterns, 'main', ['kick'], 8));
  expect(view(gridded, 'main').frame.rows.find((row) => row.key === 'kick')?.grid).toBe(8);
});

test('a pattern counts in its own meter', () => {
  const seven = after(lanterns, setPatternMeter(lanterns, 'main', meter(7, 8)));
  expect(view(seven, 'main').meter.beats).toBe(7);
  expect(view(seven, 'lift').meter.beats).toBe(7);
  expect(view(lanterns, 'main').meter.beats).toBe(4);
});

test('the hit near a place is within half a step, and places without one are free', () => {
  const made = view(lanterns, 'main');
  const kick = made.rows.find((row) => row.key === 'kick');
  if (!kick) throw new Error('no kick');
  expect(hitNear(made, kick, 100)?.hit.at).toBe(0);
  expect(hitNear(made, kick, 121)).toBeNull();
  expect(freePlaces(made, kick, [0, 240, 1440])).toEqual([240]);
  expect(newHit(kick, 240)).toMatchObject({ voice: 'kick', at: 240, length: 120, pitch: 0 });
  expect(made.hitsOf(kick).every((one) => one.row === 'kick')).toBe(true);
});

test('a pattern that is gone has no view', () => {
  expect(viewOf(lanterns, 'nobody')).toBeNull();
});
