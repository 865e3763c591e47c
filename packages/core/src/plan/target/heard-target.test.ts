import { compile } from '../../play/index.ts';
import { indexOf, LIMITS } from '../../song/index.ts';
import { bassSong, hit } from '../../testing/songs.ts';
import { targetFrom } from './compare.ts';
import { sideHeard } from './heard-target.ts';

test('the target sounds by the rows of its part, in its place or beside it, from wherever the timeline begins', () => {
  const document = bassSong({ a: hit('bass', 0), b: hit('bass', 960, { pitch: 5 }) });
  const part = indexOf(document).part('low');
  if (!part) throw new Error('There is no bass.');
  const whole = targetFrom(document, part, 'Target', 't', LIMITS.referenceNotes);
  const target = { notes: [...whole.notes.slice(1), [5760, 240, 50, 77] as const] };
  const occurrence = indexOf(document).song.form[0]?.id ?? '';
  const second = compile(document, { kind: 'slot', occurrence, repeat: 0, slot: 's1' });
  const heard = (side: 'mine' | 'target' | 'both') =>
    sideHeard(document, target, 'low', second, 3840, side).events.map(({ tick, note, voice }) => [
      tick,
      note,
      voice,
    ]);
  expect(sideHeard(document, target, 'low', second, 3840, 'mine')).toBe(second);
  expect(heard('target')).toEqual([
    [0, 36, 'bass'],
    [960, 41, 'bass'],
    [1920, 50, 'bass'],
  ]);
  expect(heard('both')).toEqual(heard('target'));
  // Beside a silent target the song is heard alone.
  const without = (side: 'target' | 'both') =>
    sideHeard(document, { notes: [] }, 'low', second, 3840, side).events.length;
  expect([without('target'), without('both')]).toEqual([0, 2]);
});
