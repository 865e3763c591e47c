import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import {
  DRUM_MAPS,
  EXPORT_CHOICES,
  type ExportChoices,
  type ExportOptions,
  indexOf,
  REGION_KINDS,
} from '../song/index.ts';
import { dice, runEdits } from '../testing/random-edits.ts';
import { tries } from '../testing/tries.ts';
import { leavingTimeline } from './leaving.ts';
import { exportOptions } from './read-options.ts';
import { exportRegions } from './regions.ts';
import { exportedNotes, inFile } from './tracks.ts';

const choices = Object.fromEntries(
  Object.entries(EXPORT_CHOICES).map(([name, { offers }]) => [
    name,
    fc.constantFrom(...offers.map(({ value }) => value)),
  ]),
) as unknown as { readonly [K in keyof ExportChoices]: fc.Arbitrary<ExportChoices[K]> };

const someOptions: fc.Arbitrary<Partial<ExportOptions>> = fc.record({
  ...choices,
  regions: fc.subarray([...REGION_KINDS], { minLength: 1 }),
  drumMap: fc.constantFrom(...DRUM_MAPS),
});

/** Notes as another reader hears them, but for those of cues. */
function heard(bytes: Uint8Array): string[] {
  const { tracks } = parseMidi(bytes);
  const out: string[] = [];
  for (const track of tracks) {
    if (track.some((event) => event.type === 'trackName' && event.text === 'Cues')) continue;
    let tick = 0;
    const open = new Map<string, { tick: number; velocity: number }>();
    for (const event of track) {
      tick += event.deltaTime;
      if (event.type !== 'noteOn' && event.type !== 'noteOff') continue;
      const key = `${event.channel} ${event.noteNumber}`;
      const on = open.get(key);
      if (event.type === 'noteOff' && on)
        out.push(`${on.tick} ${key} ${on.velocity} ${tick - on.tick} ${event.velocity}`);
      if (event.type === 'noteOn') open.set(key, { tick, velocity: event.velocity });
      else open.delete(key);
    }
  }
  return out.sort();
}

/** Tempos, then meters, as another reader finds them on the first track. */
function timesIn(bytes: Uint8Array): string[] {
  let tick = 0;
  const placed = (parseMidi(bytes).tracks[0] ?? []).map((event) => ({
    tick: (tick += event.deltaTime),
    event,
  }));
  return [
    ...placed.flatMap(({ tick: at, event }) =>
      event.type === 'setTempo' ? [`${at} ${event.microsecondsPerBeat}`] : [],
    ),
    ...placed.flatMap(({ tick: at, event }) =>
      event.type === 'timeSignature' ? [`${at} ${event.numerator}/${event.denominator}`] : [],
    ),
  ];
}

test('random songs leave by any options, and another reader finds the very notes, tempos and meters that were meant', () => {
  let files = 0;
  fc.assert(
    fc.property(fc.array(dice, { maxLength: 12 }), someOptions, fc.nat(), (rolls, fields, some) => {
      const { document } = runEdits(rolls);
      const { parts, voicesOf } = indexOf(document);
      const voices = parts.flatMap((part) => voicesOf(part.id));
      const stay = some % 3 ? [] : voices.filter((_, i) => i % 4 === some % 4).map(({ id }) => id);
      const ownMaps = { mine: Object.fromEntries(voices.map(({ id }, i) => [id, (some + 5 * i) % 128])) };
      const options = exportOptions({ regions: ['song'], ...fields, stay, ownMap: 'mine', ownMaps });
      for (const region of exportRegions(document, options)) {
        files++;
        expect(region.verification.differences).toEqual([]);
        const timeline = leavingTimeline(document, region.scope, options);
        expect(timesIn(region.bytes)).toEqual([
          ...timeline.tempos.map(
            ({ tick, tempo }) => `${inFile(options)(tick)} ${Math.round(60_000_000 / tempo)}`,
          ),
          ...timeline.meters.map(
            ({ tick, meter }) => `${inFile(options)(tick)} ${meter.beats}/${meter.unit}`,
          ),
        ]);
        // In format 0 the notes of cues are on the same track as all others.
        if (options.cueTrack && options.format === 0) continue;
        const meant = exportedNotes(document, timeline, options);
        expect(heard(region.bytes)).toEqual(
          meant
            .map(
              ({ tick, channel, note, velocity, length }) =>
                `${tick} ${channel} ${note} ${velocity} ${length} ${options.release === 'struck' ? velocity : 64}`,
            )
            .sort(),
        );
      }
    }),
    tries(150, 500),
  );
  expect(files).toBeGreaterThan(300);
});
