import { documentOf } from '../song/index.ts';
import { after, pattern, song } from '../testing/songs.ts';
import { barTicks, type Meter, meter } from '../time/index.ts';
import { type Beginning, beginPattern } from './first-hits.ts';
import { kitVoices } from './kit/voices.ts';
import { resolve } from './resolve.ts';

const begun = (of: Meter, beginning: Beginning) => {
  const document = documentOf([
    song({ meter: of }),
    { id: 'drums', kind: 'part', name: 'Drums', type: 'drums', channel: 9, order: 0 },
    ...kitVoices('drums', ['open-hat', 'closed-hat', 'rim', 'snare', 'kick']),
    pattern('p', { length: barTicks(of) }),
  ]);
  const next = after(
    document,
    beginPattern(document, 'p', beginning, (i) => `b${i}`),
  );
  return resolve(next, 'p').hits.map((hit) => `${hit.voice} ${hit.at}`);
};

test('kick and snare go in turn on the beats, and in an uneven bar the kick has the first', () => {
  expect(begun(meter(4, 4), 'kick and snare')).toEqual(['kick 0', 'snare 960', 'kick 1920', 'snare 2880']);
  expect(begun(meter(3, 4), 'kick and snare')).toEqual(['kick 0', 'snare 960', 'snare 1920']);
  expect(begun(meter(6, 8), 'kick and snare')).toEqual(['kick 0', 'snare 1440']);
});

test('closed hats stand on every 8th of the bar', () => {
  expect(begun(meter(4, 4), 'hats on 8ths')).toHaveLength(8);
  expect(begun(meter(7, 8), 'hats on 8ths').at(-1)).toBe('closed-hat 2880');
});

test('a kit without such a drum says so', () => {
  const document = documentOf([
    song(),
    { id: 'drums', kind: 'part', name: 'Drums', type: 'drums', channel: 9, order: 0 },
    ...kitVoices('drums', ['kick']),
    pattern('p'),
  ]);
  expect(beginPattern(document, 'p', 'hats on 8ths', String)).toHaveProperty('reason');
  expect(beginPattern(document, 'p', 'kick and snare', String)).toHaveProperty('reason');
});
