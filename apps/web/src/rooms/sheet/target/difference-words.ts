import type { Deviation, OtherTime } from '@plucky/core/plan';
import { barAt, type timeMapOf } from '@plucky/core/play';
import { indexOf, noteName, type SongDocument } from '@plucky/core/song';
import { beatTicks, figure, meterName } from '@plucky/core/time';

type Bars = Pick<ReturnType<typeof timeMapOf>, 'meters'>;

/** The bar of the song, from 1, in which a tick lies, and its beat there, from 1. */
export function placeIn(document: SongDocument, map: Bars, tick: number): { bar: number; beat: number } {
  const { bar, start, meter } = map.meters.length
    ? barAt(map, tick)
    : { bar: 1, start: 0, meter: indexOf(document).song.meter };
  return { bar, beat: Math.round((1 + (tick - start) / beatTicks(meter)) * 100) / 100 };
}

/** A difference from a target at a beat of its bar, in words. */
export function differenceWords(
  document: SongDocument,
  map: Bars,
  { kind, tick, voice, note, by }: Deviation,
): string {
  const { song, voice: voiceOf } = indexOf(document);
  const { beat } = placeIn(document, map, tick);
  const row = voice === null ? undefined : voiceOf(voice);
  const name = !row ? `note ${note}` : row.family === 'note' ? noteName(note, song.key) : row.name;
  return `beat ${beat}: ${name} ${deed(kind, by)}`;
}

/** A tempo or meter that is another than the target's, in words. */
export function timeWords(document: SongDocument, map: Bars, { tick, tempo, meter }: OtherTime): string {
  const says = [
    ...(tempo ? [`tempo ${figure(tempo.found)} instead of ${figure(tempo.wanted)}`] : []),
    ...(meter ? [`meter ${meterName(meter.found)} instead of ${meterName(meter.wanted)}`] : []),
  ];
  return `From bar ${placeIn(document, map, tick).bar}: ${says.join(', ')}`;
}

function late(ms: number): string {
  return `${figure(Math.round(Math.abs(ms)))} ms ${ms > 0 ? 'late' : 'early'}`;
}

function deed(kind: Deviation['kind'], by: number): string {
  if (kind === 'moved') return late(by);
  if (kind === 'louder' || kind === 'softer') return `${by} too ${kind === 'louder' ? 'loud' : 'soft'}`;
  return kind === 'missing' ? 'missing' : 'too many';
}
