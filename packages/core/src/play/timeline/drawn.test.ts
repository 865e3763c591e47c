import fc from 'fast-check';
import { isTail, occurrencePlaces, sectionBars, songStretches } from '../../form/index.ts';
import { dice, runEdits } from '../../testing/random-edits.ts';
import { tries } from '../../testing/tries.ts';
import { beatTicks } from '../../time/index.ts';
import { playedLayer } from '../intensity/played-layer.ts';
import { specialOf } from '../intensity/special.ts';
import { compile } from './compile.ts';
import { courseOf } from './course.ts';

test('what is drawn of every slot is what is compiled, whatever was edited before', () => {
  fc.assert(
    fc.property(fc.array(dice, { minLength: 4, maxLength: 30 }), (rolls) => {
      const { document } = runEdits(rolls);
      const { events } = compile(document, { kind: 'song' }, { timing: 'grid' });
      const heard = new Map(
        events.map((event) => [`${event.from.repeat} ${event.from.slot} ${event.from.hit}`, event]),
      );
      const taken = new Set(events.map((event) => `${event.tick} ${event.voice}`));
      const drawn = new Set<string>();
      const landings = songStretches(document).flatMap(({ start, slot: { length, landing } }) =>
        landing ? [{ from: start + length, to: start + length + (landing.over?.to ?? 0) }] : [],
      );
      for (const stretch of songStretches(document))
        for (const one of stretch.slot.layers) {
          const { hits, from } = playedLayer(document, stretch.slot, one, specialOf(stretch));
          for (const hit of hits) {
            if (hit.origin === 'silenced') continue;
            const key = `${stretch.repeat} ${stretch.slot.id} ${hit.id}`;
            drawn.add(key);
            // Two of one row at one place are one note, a hat makes way for a landing, and hands for a fill over the bar line.
            const place = stretch.start + from + hit.at;
            expect(
              heard.has(key) ||
                taken.has(`${place} ${hit.voice}`) ||
                landings.some(({ from: lands, to }) => place >= lands && place <= to),
            ).toBe(true);
          }
        }
      for (const [key, event] of heard)
        expect(drawn.has(key) || /^(landing|swell)/.test(event.from.hit)).toBe(true);
    }),
    tries(60, 7),
  );
});

test('the course counts what is compiled, curves and landings included', () => {
  fc.assert(
    fc.property(fc.array(dice, { minLength: 4, maxLength: 30 }), (rolls) => {
      const { document } = runEdits(rolls);
      const stretches = songStretches(document);
      const tail = stretches.find(isTail)?.start ?? Infinity;
      // Layers of a stroke count once.
      const { events } = compile(document, { kind: 'song' }, { timing: 'written' });
      const course = courseOf(document);
      const beats = occurrencePlaces(document).flatMap(({ section, occurrence }) =>
        Array.from({ length: occurrence.times }, () =>
          sectionBars(document, section).map(({ length, meter }) => length / beatTicks(meter)),
        ).flat(),
      );
      const counted = course.reduce((sum, { hits }, i) => sum + hits * (beats[i] ?? 0), 0);
      const all = events.filter(({ tick }) => tick < tail);
      // Grace strokes before a section's first hit may stand in the section before it, where they are not counted.
      const startOf = new Map(
        stretches.map((one) => [`${one.occurrence?.id} ${one.repeat}`, one.start - one.inSection]),
      );
      const within = all.filter(
        ({ tick, from }) => tick >= (startOf.get(`${from.occurrence} ${from.repeat}`) ?? 0),
      );
      expect(counted).toBeGreaterThan(within.length - 1e-6);
      expect(counted).toBeLessThan(all.length + 1e-6);
    }),
    tries(40, 8),
  );
});
