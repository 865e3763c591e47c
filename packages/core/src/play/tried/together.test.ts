import { documentOf, indexOf, type SongRecord } from '../../song/index.ts';
import { hit, layer, pattern, section, smallSong, voice } from '../../testing/songs.ts';
import { compile } from '../timeline/compile.ts';
import { tryTogether } from './together.ts';

const BASS = { id: 'bass', kind: 'part', name: 'Bass', type: 'notes', channel: 1, order: 1 } as const;
const line = (id: string, at: number, length = 3840) =>
  pattern(id, { part: 'bass', length, own: { [`${id}-a`]: { ...hit('low-e', at) } } });

/** The small song with a bass; `layers` are what its one slot plays. */
function withBass(...layers: string[]) {
  const records: SongRecord[] = [
    ...Object.values(smallSong().records).filter((one) => one.kind !== 'section'),
    BASS,
    { ...voice('low-e', 40), part: 'bass', family: 'note' },
    pattern('silent', { part: 'bass' }),
    line('first', 0),
    line('second', 960, 7680),
    ...(layers.length
      ? [section('verse', [{ id: 's', length: 3840, layers: layers.map((one) => layer(one)) }])]
      : []),
  ];
  return documentOf(records.map((one) => (one.kind === 'song' ? { ...one, form: [] } : one)));
}

test('the first pattern that sounds plays along, or the one that shares its slots; the loop holds the longest', () => {
  const alone = tryTogether(withBass(), 'main');
  expect(alone?.along.map((one) => one.id)).toEqual(['first']);
  const shared = tryTogether(withBass('main', 'second'), 'main');
  expect(shared?.along.map((one) => one.id)).toEqual(['second']);
  if (!shared) throw new Error('nothing plays along');
  const timeline = compile(shared.document, shared.scope);
  expect(timeline.length).toBe(7680);
  expect(timeline.events.filter((one) => one.part === 'bass').map((one) => one.tick)).toEqual([960]);
  const kicks = timeline.events.filter((one) => one.voice === 'kick').map((one) => one.tick);
  expect(kicks).toEqual([0, 1920, 3840, 5760]);
});

test('the song itself stays as it is, and a song of one part has nothing to play along', () => {
  const document = withBass();
  const tried = tryTogether(document, 'first');
  expect(tried?.along.map((one) => one.part)).toEqual(['drums']);
  expect(indexOf(document).sections).toEqual([]);
  expect(tryTogether(smallSong(), 'main')).toBeNull();
});

test('what is tried has the company of what it is tried in place of, and that one itself where it is of another part', () => {
  const document = withBass('main', 'second');
  const along = (id: string, like: string) => tryTogether(document, id, like)?.along.map((one) => one.id);
  expect(along('variation', 'main')).toEqual(['second']);
  expect(along('first', 'variation')).toEqual(['variation']);
});
