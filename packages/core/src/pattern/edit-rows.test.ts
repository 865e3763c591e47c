import fc from 'fast-check';
import { documentOf, isRefusal, LIMITS } from '../song/index.ts';
import { after, hit, pattern, smallSong, voice } from '../testing/songs.ts';
import { meter } from '../time/index.ts';
import { copyHits, matchVoices, pasteHits } from './copy-hits.ts';
import { addHits, changeHits, toggleSilenced } from './edit-hits.ts';
import { setHumanise, setPatternLength, setPatternMeter } from './edit-pattern.ts';
import { clearPattern, clearRows, doubleLength, shiftRows, silenceRows } from './edit-rows.ts';
import { attach, makeIndependent } from './follow.ts';
import { removeShape, switchShape } from './kept-rules.ts';
import { resolve } from './resolve.ts';

const sounding = (document: ReturnType<typeof smallSong>, id: string) =>
  resolve(document, id)
    .hits.filter((one) => one.origin !== 'silenced')
    .map((one) => `${one.at} ${one.voice} ${one.velocity}`);

test('a row is shifted with wrap, others stay', () => {
  const next = after(smallSong(), shiftRows(smallSong(), 'main', ['kick'], -1));
  expect(sounding(next, 'main')).toEqual([
    '480 hat 100',
    '960 snare 100',
    '1680 kick 100',
    '2880 snare 100',
    '3600 kick 100',
  ]);
});

test('shifting there and back changes nothing that is heard', () => {
  fc.assert(
    fc.property(fc.integer({ min: -40, max: 40 }), fc.constantFrom('main', 'variation'), (steps, id) => {
      const document = smallSong();
      const there = shiftRows(document, id, ['kick', 'snare', 'hat'], steps);
      const moved = there === null ? document : after(document, there);
      const back = shiftRows(moved, id, ['kick', 'snare', 'hat'], -steps);
      expect(sounding(back === null ? moved : after(moved, back), id)).toEqual(sounding(document, id));
    }),
    { seed: 331 },
  );
});

test('clearing a row leaves the others; clearing the pattern leaves none, and followed hits only fall silent', () => {
  const row = after(smallSong(), clearRows(smallSong(), 'variation', ['kick']));
  expect(sounding(row, 'variation')).toEqual(['960 snare 100', '2880 snare 60']);
  const all = after(smallSong(), clearPattern(smallSong(), 'variation'));
  expect(sounding(all, 'variation')).toEqual([]);
  expect(resolve(all, 'variation').hits.map((one) => one.origin)).toContain('silenced');
  expect(clearPattern(all, 'variation')).toBeNull();
});

test('doubling copies the content, also of a follower whose parent is longer', () => {
  const document = documentOf([
    ...Object.values(smallSong().records),
    pattern('long', { length: 7680, own: { a: hit('kick', 0), b: hit('tom', 5000) } }),
    pattern('short', { parent: 'long', window: { from: 0 }, own: { c: hit('hat', 480) } }),
  ]);
  for (const id of ['main', 'variation', 'short']) {
    const before = resolve(document, id).hits.filter((one) => one.origin !== 'silenced');
    const doubled = after(document, doubleLength(document, id, LIMITS.pattern));
    expect(sounding(doubled, id).sort()).toEqual(
      [...before, ...before.map((one) => ({ ...one, at: one.at + 3840 }))]
        .map((one) => `${one.at} ${one.voice} ${one.velocity}`)
        .sort(),
    );
  }
  // A follower that is doubled still follows.
  const doubled = after(document, doubleLength(document, 'variation', LIMITS.pattern));
  expect(
    resolve(doubled, 'variation').hits.filter((one) => one.origin === 'followed').length,
  ).toBeGreaterThan(3);
  expect(isRefusal(doubleLength(document, 'main', 7000))).toBe(true);
});

test('a shorter length hides, and the hits are back when it grows again', () => {
  const short = after(smallSong(), setPatternLength(smallSong(), 'main', 1920));
  expect(sounding(short, 'main')).toHaveLength(3);
  const long = after(short, setPatternLength(short, 'main', 3840));
  expect(sounding(long, 'main')).toEqual(sounding(smallSong(), 'main'));
});

test('a meter and humanising of a pattern are followed, and can be given up again', () => {
  const seven = after(smallSong(), setPatternMeter(smallSong(), 'main', meter(7, 8)));
  expect(resolve(seven, 'variation').meter).toEqual(meter(7, 8));
  const back = after(seven, setPatternMeter(seven, 'main', null));
  expect(resolve(back, 'main').meter).toBeUndefined();
  const spread = { ms: 5, velocity: 4, seed: 1 };
  const loose = after(back, setHumanise(back, 'main', spread));
  expect(resolve(loose, 'variation').humanise).toEqual({ ...spread, as: 'player' });
  expect(setHumanise(loose, 'main', spread)).toBeNull();
});

test('hits are copied with their places, pasted at another, and what has no room is left out', () => {
  const document = smallSong();
  const clip = copyHits(document, 'main', new Set(['s1', 'k2', 's2']));
  if (!clip) throw new Error('nothing copied');
  const idAt = (i: number) => `p${i}`;
  const next = after(document, pasteHits(document, 'variation', clip, 2000, idAt));
  expect(sounding(next, 'variation').filter((line) => /^(2000|2960|3920)/.test(line))).toEqual([
    '2000 snare 100',
    '2960 kick 100',
  ]);
  expect(isRefusal(pasteHits(document, 'variation', clip, 3840, idAt))).toBe(true);
  expect(copyHits(document, 'main', new Set(['nobody']))).toBeNull();
});

test('drums pasted among notes give their rhythm, each note held to the next', () => {
  const document = documentOf([
    ...Object.values(smallSong().records),
    { id: 'bass', kind: 'part', name: 'Bass', type: 'notes', channel: 1, order: 1 },
    { ...voice('low-e', 40), part: 'bass', family: 'note' },
    pattern('line', { part: 'bass' }),
  ]);
  const clip = copyHits(document, 'main', new Set(['k1', 'k2', 's2']));
  if (!clip) throw new Error('nothing copied');
  const next = after(
    document,
    pasteHits(document, 'line', clip, 480, (i) => `b${i}`, 7),
  );
  expect(resolve(next, 'line').hits.map(({ at, length, pitch }) => [at, length, pitch])).toEqual([
    [480, 1920, 7],
    [2400, 960, 7],
    [3360, 480, 7],
  ]);
});

test('foreign voices find theirs by note within the family, then by the nearest note of the family', () => {
  const voices = Object.values(smallSong().records).filter((record) => record.kind === 'voice');
  const foreign = [
    { id: 'bd', part: 'x', family: 'kick', note: 35 },
    { id: 'oh', part: 'x', family: 'hat', note: 46 },
    { id: 'cr', part: 'x', family: 'cymbal', note: 49 },
  ] as const;
  const matches = matchVoices(foreign, voices);
  expect([matches.get('bd')?.id, matches.get('oh')?.id, matches.get('cr')?.id]).toEqual([
    'kick',
    'open',
    undefined,
  ]);
});

test('a row that is silenced stays silent whatever it gets later, own or followed, and comes back as it was', () => {
  const before = after(
    smallSong(),
    changeHits(smallSong(), 'variation', ['k2'], () => ({ velocity: 30 })),
  );
  const quiet = after(before, silenceRows(before, 'variation', ['kick'], 'quiet'));
  const kicks = (document: ReturnType<typeof smallSong>) =>
    sounding(document, 'variation').filter((one) => one.includes('kick'));
  expect(kicks(quiet)).toEqual([]);
  const added = after(quiet, addHits(quiet, 'main', [{ id: 'k9', ...hit('kick', 960) }]));
  const own = after(added, addHits(added, 'variation', [{ id: 'k8', ...hit('kick', 1200) }]));
  expect(kicks(own)).toEqual([]);
  expect(sounding(own, 'main').filter((one) => one.includes('kick'))).toHaveLength(3);
  const longer = after(own, setPatternLength(own, 'variation', 7680));
  expect(kicks(longer)).toEqual([]);
  const back = after(own, silenceRows(own, 'variation', ['kick'], 'other'));
  expect(kicks(back)).toEqual([
    '0 kick 100',
    '960 kick 100',
    '1200 kick 100',
    '1920 kick 30',
    '2400 kick 100',
  ]);
  expect(resolve(back, 'variation').pattern.shapes).toEqual([]);
  // Removed by its line, switched off or brought back: all the same.
  expect(kicks(after(own, removeShape(own, 'variation', 'quiet')))).toEqual(kicks(back));
  expect(kicks(after(own, switchShape(own, 'variation', 'quiet', true)))).toEqual(kicks(back));
  const one = toggleSilenced(own, 'variation', ['k8']);
  expect(isRefusal(one) && one.reason).toMatch(/silent as a row/);
});

test('rows are silenced together, over a stretch, also where nothing is followed; one of them comes back alone', () => {
  const quiet = after(smallSong(), silenceRows(smallSong(), 'main', ['kick', 'hat'], 'quiet'));
  expect(sounding(quiet, 'main')).toEqual(['960 snare 100', '2880 snare 100']);
  expect(resolve(quiet, 'main').pattern.shapes).toHaveLength(1);
  const hat = after(quiet, silenceRows(quiet, 'main', ['hat'], 'other'));
  expect(sounding(hat, 'main')).toEqual(['480 hat 100', '960 snare 100', '2880 snare 100']);
  const stretch = { from: 960, to: 2000 };
  const part = after(smallSong(), silenceRows(smallSong(), 'main', ['kick', 'snare'], 'part', stretch));
  expect(sounding(part, 'main')).toEqual(['0 kick 100', '480 hat 100', '2880 snare 100']);
  expect(sounding(after(part, silenceRows(part, 'main', ['kick', 'snare'], 'x', stretch)), 'main')).toEqual(
    sounding(smallSong(), 'main'),
  );
  // A follower does not hear it, as the parent does not play it.
  expect(sounding(quiet, 'variation').some((one) => one.startsWith('0 kick'))).toBe(false);
});

test('a row stays silent where its pattern is made independent, follows another, or is doubled', () => {
  const base = after(smallSong(), addHits(smallSong(), 'variation', [{ id: 'k7', ...hit('kick', 1200) }]));
  const quiet = after(base, silenceRows(base, 'variation', ['kick'], 'quiet', { from: 960, to: 3840 }));
  const heard = sounding(quiet, 'variation');
  expect(sounding(after(quiet, makeIndependent(quiet, 'variation')), 'variation')).toEqual(heard);
  const other = documentOf([
    ...Object.values(quiet.records),
    pattern('other', { own: { o: hit('kick', 1920) } }),
  ]);
  expect(sounding(after(other, attach(other, 'variation', 'other')), 'variation')).toEqual(heard);
  const doubled = after(quiet, doubleLength(quiet, 'variation', LIMITS.pattern));
  expect(sounding(doubled, 'variation').filter((one) => Number(one.split(' ')[0]) >= 3840)).toHaveLength(
    heard.length,
  );
});
