import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import { compile } from '../../play/index.ts';
import { documentOf, type ExportOptions, type Pattern, type SongDocument } from '../../song/index.ts';
import { DRUMS, hit, KICK, layer, pattern, section, SNARE, song, voice } from '../../testing/songs.ts';
import { proves, tries } from '../../testing/tries.ts';
import { writeMidi } from '../bytes/write.ts';
import { exportOptions } from '../read-options.ts';
import { exportRegions } from '../regions.ts';
import { exportedNotes, midiFileOf } from '../tracks.ts';
import { meantFile } from './meant.ts';
import { verify } from './verify.ts';

const BEAT = 960;

const RISE: Pattern['controls'] = [
  {
    kind: 'pitch',
    voices: ['snare'],
    from: 0,
    to: 2 * BEAT,
    curve: { start: 0, middle: 2, end: 4, turn: 50, bend: 0 },
  },
];

/** A bar with all that a file can hold: accents, a lane that bends, markers in another script, cues, a short bar at its end. */
function everything(fields: Partial<ExportOptions>) {
  const options = {
    ...exportOptions({ regions: ['song'] }),
    accents: 'both',
    cueTrack: true,
    ...fields,
  } as const;
  const document = documentOf([
    song({
      form: [
        { id: 'o1', section: 'a', times: 1, silencedVoices: [] },
        { id: 'o2', section: 'b', times: 1, silencedVoices: [] },
      ],
    }),
    DRUMS,
    KICK,
    SNARE,
    pattern('p', {
      length: 2 * BEAT,
      own: { k: hit('kick', 0), s: hit('snare', BEAT) },
      accents: [{ at: BEAT }],
    }),
    pattern('r', { length: BEAT / 2, own: { r: hit('snare', 0) }, controls: RISE }),
    { ...section('a', [{ id: 'x', length: 2 * BEAT, layers: [layer('p')] }]), name: 'Ночь' },
    section('b', [{ id: 'x', length: BEAT / 2, layers: [layer('r')] }]),
  ]);
  const timeline = compile(document, { kind: 'song' });
  const notes = exportedNotes(document, timeline, options);
  const bytes = writeMidi(midiFileOf(document, 'All of it', timeline, notes, options, true));
  const meant = meantFile(document, 'All of it', timeline, notes, options, true);
  return { bytes, check: (changed: Uint8Array) => verify(changed, meant, timeline).differences };
}

/** All other values of a byte or, as a sample of them, those that differ in one bit. */
function otherValues(byte: number): number[] {
  const bits = Array.from({ length: 8 }, (_, bit) => byte ^ (1 << bit));
  return proves ? Array.from({ length: 256 }, (_, value) => value).filter((value) => value !== byte) : bits;
}

test.each([{ format: 1 }, { format: 0, ppq: 480 }] as const)(
  'no change to a single byte of a file passes: %o',
  (fields) => {
    const { bytes, check } = everything(fields);
    expect(check(bytes)).toEqual([]);
    const passing = new Set<number>();
    for (let at = 0; at < bytes.length; at++) {
      const changed = bytes.slice();
      for (const value of otherValues(bytes[at] ?? 0)) {
        changed[at] = value;
        if (!check(changed).length) passing.add(at);
      }
    }
    expect([...passing]).toEqual([]);
  },
);

/** Each place of a file at which two messages to one channel stand at one tick: where they begin, and where the second ends. */
function neighbours(
  bytes: Uint8Array,
): { readonly first: number; readonly second: number; readonly end: number }[] {
  const out: { first: number; second: number; end: number }[] = [];
  const sizeOf = (at: number) => ((bytes[at] ?? 0) >> 4 === 12 ? 2 : 3);
  const isMessage = (at: number) => (bytes[at] ?? 0) >= 0x80 && (bytes[at] ?? 0) < 0xf0;
  const text = new TextDecoder('latin1').decode(bytes);
  for (let track = text.indexOf('MTrk'); track >= 0; track = text.indexOf('MTrk', track + 4)) {
    let at = track + 8;
    let before: number | null = null;
    while (at < bytes.length) {
      const delta = bytes[at];
      while ((bytes[at] ?? 0) >= 0x80) at++;
      const status = at + 1;
      if (bytes[status] === 0xff) {
        if (bytes[status + 1] === 0x2f) break;
        before = null;
        at = status + 3 + (bytes[status + 2] ?? 0);
        continue;
      }
      const end = status + sizeOf(status);
      const isSame =
        before !== null && isMessage(before) && (bytes[before] ?? 0) % 16 === (bytes[status] ?? 0) % 16;
      if (delta === 0 && before !== null && isSame) out.push({ first: before, second: status, end });
      before = status;
      at = end;
    }
  }
  return out;
}

test.each([{ format: 1 }, { format: 0 }] as const)(
  'two messages to a channel that change places within a tick are found: %o',
  (fields) => {
    const { bytes, check } = everything(fields);
    const kindOf = (at: number) => (bytes[at] ?? 0) >> 4;
    const passing: string[] = [];
    let count = 0;
    for (const { first, second, end } of neighbours(bytes)) {
      // Notes that begin or end together have no order among themselves.
      if (kindOf(first) === kindOf(second) && kindOf(first) <= 9) continue;
      count++;
      const [one, other] = [bytes.slice(first, second - 1), bytes.slice(second, end)];
      const changed = bytes.slice();
      changed.set([...other, 0, ...one], first);
      if (!check(changed).length) passing.push(`${kindOf(first)} ${kindOf(second)} at ${first}`);
    }
    expect(passing).toEqual([]);
    expect(count).toBeGreaterThan(5);
  },
);

test('what is missing, changed or one too many is named by its drum and bar', () => {
  const { bytes, check } = everything({ cueTrack: true });
  const at = bytes.findIndex((byte, i) => byte === 0x99 && bytes[i + 1] === 38);
  const with_ = (offset: number, value: number) => {
    const changed = bytes.slice();
    changed[at + offset] = value;
    return check(changed).join('\n');
  };
  expect(at).toBeGreaterThan(0);
  expect(with_(2, 5)).toMatch(/^snare in bar 1: .*velocity 5 .*instead of .*velocity 1\d\d/);
  expect(with_(1, 60)).toMatch(/snare in bar 1 is missing/);
  expect(check(bytes.slice(0, -3)).join()).toMatch(/ends too early/);
  expect(check(new Uint8Array([...bytes, 0])).join()).toMatch(/follows the last track/);
});

/** Two parts that share a channel and their notes, and one on the channel where cues usually are. */
function crowded(places: readonly (readonly [part: number, at: number, length: number])[]): SongDocument {
  const parts = [0, 1].map((i) => ({ ...DRUMS, id: `p${i}`, name: `Part ${i}`, channel: 15, order: i }));
  const rows = parts.map(({ id }) => voice(`${id}-row`, 36, { part: id, choke: null }));
  const patterns = parts.map(({ id }, part) => {
    const own = places.flatMap(([where, at, length], i) =>
      where === part ? [[`h${i}`, hit(`${id}-row`, at, { length })] as const] : [],
    );
    return pattern(`${id}-pattern`, { part: id, length: 8 * BEAT, own: Object.fromEntries(own) });
  });
  const layers = patterns.map(({ id }) => layer(id));
  return documentOf([
    song({ form: [{ id: 'o', section: 'v', times: 2, silencedVoices: [] }] }),
    ...parts,
    ...rows,
    ...patterns,
    section('v', [{ id: 's', length: 8 * BEAT, layers }]),
  ]);
}

test('tracks that share a channel and a note are one timeline in format 0, and cues keep a channel of their own', () => {
  const place = fc.tuple(
    fc.nat(1),
    fc.nat(32).map((n) => n * 240),
    fc.integer({ min: 1, max: 12 }).map((n) => n * 240),
  );
  fc.assert(
    fc.property(fc.array(place, { minLength: 2, maxLength: 16 }), fc.constantFrom(0, 1), (places, format) => {
      const options = exportOptions({ regions: ['song'], cueTrack: true, accents: 'both', format });
      const [region] = exportRegions(crowded(places), options);
      expect(region?.verification.differences).toEqual([]);
      // A strict reader of all tracks as one: no note starts while it sounds.
      const events = parseMidi(region?.bytes ?? new Uint8Array()).tracks.flatMap((track, i) => {
        let tick = 0;
        return track.map((event) => ({ tick: (tick += event.deltaTime), track: i, event }));
      });
      const sounding = new Set<string>();
      for (const { event } of events.sort((a, b) => a.tick - b.tick || offFirst(a.event) - offFirst(b.event)))
        if (event.type === 'noteOn' || event.type === 'noteOff') {
          const key = `${event.channel} ${event.noteNumber}`;
          expect(sounding.has(key)).toBe(event.type === 'noteOff');
          if (event.type === 'noteOn') sounding.add(key);
          else sounding.delete(key);
        }
      expect(sounding.size).toBe(0);
      const cues = events.flatMap(({ event }) =>
        event.type === 'noteOn' && event.velocity === 100 ? [event] : [],
      );
      expect(cues.some((event) => event.channel === 14)).toBe(true);
    }),
    tries(60, 1301),
  );
});

/** In format 1 the order across tracks at one tick is the reader's; in format 0 the file's own order is kept. */
function offFirst({ type }: { type: string }): number {
  return type === 'noteOff' ? 0 : 1;
}
