import { feelOf, resolve, setPatternSwing } from '../pattern/index.ts';
import { after, hit, KICK, layer, pattern, section, song } from '../testing/songs.ts';
import { meter } from '../time/index.ts';
import { documentOf, indexOf } from './document.ts';
import { setSongMeter } from './edit-song.ts';

const PART = { id: 'drums', kind: 'part', name: 'Drums', type: 'drums', channel: 9, order: 0 } as const;

test('a meter that is set gives patterns that hold nothing whole bars of it; what is played or used stays as it is', () => {
  const document = documentOf([
    song(),
    PART,
    KICK,
    pattern('blank', { length: 7680 }),
    pattern('follows', { parent: 'blank', length: 3840 }),
    pattern('played', { length: 7680, own: { a: hit('kick', 0) } }),
    pattern('after', { parent: 'played', length: 7680 }),
    pattern('used', { length: 7680 }),
    pattern('odd', { length: 1000 }),
    section('verse', [{ id: 's', length: 7680, layers: [layer('used')] }]),
  ]);
  const next = after(document, setSongMeter(document, meter(3, 4)));
  const lengths = Object.fromEntries(
    indexOf(next)
      .patternsOf('drums')
      .map((one) => [one.id, one.length]),
  );
  expect(lengths).toEqual({ blank: 5760, follows: 2880, played: 7680, after: 7680, used: 7680, odd: 1000 });
  expect(setSongMeter(next, meter(3, 4))).toBeNull();
});

test('a pattern swings by itself, its followers with it, until it lets go', () => {
  const document = documentOf([song(), PART, KICK, pattern('p', {}), pattern('q', { parent: 'p' })]);
  const own = after(document, setPatternSwing(document, 'p', { amount: 59, unit: 16 }));
  const swing = (of: typeof document, id: string) => feelOf(of, resolve(of, id)).swing.amount;
  expect([swing(own, 'p'), swing(own, 'q')]).toEqual([59, 59]);
  expect(setPatternSwing(own, 'p', { amount: 59, unit: 16 })).toBeNull();
  const free = after(own, setPatternSwing(own, 'p', null));
  expect([swing(free, 'p'), swing(free, 'q')]).toEqual([50, 50]);
});
