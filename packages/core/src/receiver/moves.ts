import type { MidiEvent } from '../midi/bytes/format.ts';
import type { ControlEvent } from '../timeline/events.ts';

/** What moves a channel from a place on: semitones, or filter and level 0..127. */
export type ChannelMove = Pick<ControlEvent, 'tick' | 'kind' | 'value'>;

/** Controller numbers of MIDI 1.0: data entry, expression, brightness, and the two halves of a registered parameter. */
const DATA_ENTRY = 6;
const EXPRESSION = 11;
const BRIGHTNESS = 74;
const PARAMETER_FINE = 100;
const PARAMETER = 101;
/** How far a full bend goes unless registered parameter 0 says otherwise, in semitones. */
const USUAL_RANGE = 2;
const BEND_AT_REST = 8192;

/** What the events of one channel, in order, move it by; ticks as they are given. */
export function movesIn(events: readonly MidiEvent[]): readonly ChannelMove[] {
  const out: ChannelMove[] = [];
  let range = USUAL_RANGE;
  let parameter = [NaN, NaN];
  for (const event of events) {
    const { tick } = event;
    if (event.type === 'pitchBend')
      out.push({ tick, kind: 'pitch', value: ((event.value - BEND_AT_REST) / BEND_AT_REST) * range });
    if (event.type !== 'controller') continue;
    const { number, value } = event;
    if (number === PARAMETER) parameter = [value, parameter[1] ?? NaN];
    if (number === PARAMETER_FINE) parameter = [parameter[0] ?? NaN, value];
    if (number === DATA_ENTRY && parameter.every((half) => half === 0)) range = value;
    if (number === EXPRESSION) out.push({ tick, kind: 'level', value });
    if (number === BRIGHTNESS) out.push({ tick, kind: 'filter', value });
  }
  return out;
}
