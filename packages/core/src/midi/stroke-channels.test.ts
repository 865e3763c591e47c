import { parseMidi } from 'midi-file';
import { compile } from '../play/index.ts';
import { documentOf, type ExportOptions, type Part, type SongDocument } from '../song/index.ts';
import { DRUMS, hit, layer, pattern, section, song, voice } from '../testing/songs.ts';
import { lossesOf } from './losses.ts';
import { exportOptions } from './read-options.ts';
import { receiveFiles } from './receiver/files.ts';
import { layFiles } from './receiver/laid.ts';
import { rackFor } from './receiver/rack.ts';
import { receivedTimeline } from './receiver/timeline.ts';
import { exportRegions } from './regions.ts';
import { strokesLeftPlain } from './stroke-channels.ts';

/** A stroke as it is heard: drum and place, with its pan (-100..100) and tuning (semitones). */
interface Heard {
  readonly what: string;
  readonly pan: number;
  readonly tune: number;
}

/** A song with kicks, a snare that is panned and tuned by the stroke, and a clap of three strokes across; more parts on request. */
function panned(more: readonly Part[] = []): SongDocument {
  return documentOf([
    song({
      form: [
        { id: 'o', section: 'v', times: 1, silencedVoices: [] },
        { id: 'p', section: 'w', times: 1, silencedVoices: [] },
      ],
    }),
    DRUMS,
    ...more,
    voice('kick', 36, { order: 0 }),
    voice('snare', 38, { order: 1 }),
    voice('clap', 39, { order: 2 }),
    pattern('p', {
      own: {
        k: hit('kick', 0),
        a: hit('snare', 960, { pan: -50 }),
        b: hit('snare', 1920, { pan: 100, pitch: -7 }),
        c: hit('snare', 2880, { length: 240 }),
        d: hit('clap', 2880, { layered: { strokes: 3, ms: 60, pan: 40 } }),
      },
    }),
    pattern('q', { own: { s: hit('snare', 0) } }),
    section('v', [{ id: 's', length: 3840, layers: [layer('p')] }]),
    section('w', [{ id: 't', length: 3840, layers: [layer('q')] }]),
  ]);
}

const optionsWith = (fields: Partial<ExportOptions>) => exportOptions({ regions: ['section'], ...fields });

/** Strokes of a file by another reader, which keeps pan, bend and its range for each channel. */
function heardIn(bytes: Uint8Array): Heard[] {
  const out: Heard[] = [];
  for (const track of parseMidi(bytes).tracks) {
    let tick = 0;
    const state = { pan: 64, bend: 0, range: 2 };
    for (const event of track) {
      tick += event.deltaTime;
      if (event.type === 'controller' && event.controllerType === 10) state.pan = event.value;
      if (event.type === 'controller' && event.controllerType === 6) state.range = event.value;
      if (event.type === 'pitchBend') state.bend = event.value;
      if (event.type === 'noteOn')
        out.push({
          what: `${event.noteNumber}@${tick}`,
          pan: ((state.pan - 64) / (state.pan < 64 ? 64 : 63)) * 100,
          tune: (state.bend / 8192) * state.range,
        });
    }
  }
  return out.sort((a, b) => a.what.localeCompare(b.what));
}

const channelsOf = (bytes: Uint8Array) =>
  new Set(
    parseMidi(bytes).tracks.flatMap((track) =>
      track.flatMap((event) => ('channel' in event ? [event.channel] : [])),
    ),
  );

test('with a track per drum strokes leave panned and tuned on channels of their own, at rest in every file to begin with', () => {
  const document = panned();
  for (const ppq of [480, 960] as const) {
    const [first, second] = exportRegions(document, optionsWith({ tracks: 'voice', ppq }));
    expect(first?.verification.differences).toEqual([]);
    const meant = compile(document, { kind: 'occurrence', occurrence: 'o' }).events.map(
      ({ tick, note, pan, tune }) => ({
        what: `${note}@${Math.round((tick * ppq) / 960)}`,
        pan,
        tune,
      }),
    );
    const heard = heardIn(first?.bytes ?? new Uint8Array());
    expect(heard.map(({ what }) => what)).toEqual(meant.map(({ what }) => what).sort());
    for (const stroke of heard) {
      const { pan, tune } = meant.find(({ what }) => what === stroke.what) ?? { pan: NaN, tune: NaN };
      expect(Math.abs(stroke.pan - pan)).toBeLessThan(1);
      expect(Math.abs(stroke.tune - tune)).toBeLessThan(0.01);
    }
    expect(heardIn(second?.bytes ?? new Uint8Array())).toEqual([{ what: '38@0', pan: 0, tune: 0 }]);
    const [snares, others] = [
      channelsOf(second?.bytes ?? new Uint8Array()),
      channelsOf(first?.bytes ?? new Uint8Array()),
    ];
    expect(snares.size).toBe(1);
    expect(others.size).toBe(3);
    expect(others.has([...snares][0] ?? -1)).toBe(true);
  }
});

test('in one track per part, or where no channel is left, they leave as plain ones and are counted', () => {
  const plain = exportRegions(panned(), optionsWith({}))[0];
  expect(channelsOf(plain?.bytes ?? new Uint8Array())).toEqual(new Set([9]));
  expect(heardIn(plain?.bytes ?? new Uint8Array()).every(({ pan, tune }) => pan === 0 && tune === 0)).toBe(
    true,
  );
  const full = panned(
    Array.from({ length: 14 }, (_, i): Part => {
      return {
        id: `n${i}`,
        kind: 'part',
        name: `N${i}`,
        type: 'notes',
        channel: i < 9 ? i : i + 1,
        order: i,
      };
    }),
  );
  for (const [document, tracks, lost] of [
    [panned(), 'voice', 0],
    [panned(), 'part', 4],
    [full, 'voice', 4],
  ] as const) {
    const timeline = compile(document, { kind: 'song' });
    expect(strokesLeftPlain(document, timeline, { tracks })).toBe(lost);
    expect(lossesOf(document, timeline, optionsWith({ tracks })).strokes).toBe(lost);
  }
});

test('a receiver hears each stroke by the sound of its drum, where it is panned', () => {
  const document = panned();
  const options = optionsWith({ tracks: 'voice' });
  const laid = layFiles(receiveFiles(exportRegions(document, options).slice(0, 1)).files);
  const rack = rackFor(laid, document, options);
  const heard = receivedTimeline(laid, rack).events.map(({ tick, voice: id, pan }) => {
    return `${rack.document.records[id]?.kind === 'voice' ? rack.document.records[id].name : ''} ${tick} ${5 * Math.round(pan / 5)}`;
  });
  const meant = compile(document, { kind: 'occurrence', occurrence: 'o' }).events;
  expect(heard.sort()).toEqual(
    meant.map(({ tick, voice: id, pan }) => `${id} ${tick} ${5 * Math.round(pan / 5)}`).sort(),
  );
});
