import type { ControlEvent } from '../../play/index.ts';
import { BEND_AT_REST, CONTROLLER } from '../../song/index.ts';
import { lastBefore } from '../../time/index.ts';
import type { MidiEvent } from '../bytes/format.ts';
import { panFrom } from '../stroke-channels.ts';

/** Movement of a channel from a place on: semitones, or filter and level 0..127. */
export type ChannelMove = Pick<ControlEvent, 'tick' | 'kind' | 'value'>;

/** Semitones of a full bend, unless registered parameter 0 says otherwise. */
const USUAL_RANGE = 2;
/** Highest level, and volume at which a channel is as loud as its level says. Source: General MIDI's volume of a reset channel. */
const [HIGHEST, USUAL_VOLUME] = [127, 100];

/** Movements by the events of one channel, in order; ticks as they are given. */
export function movesIn(events: readonly MidiEvent[]): readonly ChannelMove[] {
  const out: ChannelMove[] = [];
  let range = USUAL_RANGE;
  let parameter = [NaN, NaN];
  let [level, volume] = [HIGHEST, USUAL_VOLUME];
  for (const event of events) {
    const { tick } = event;
    if (event.type === 'pitchBend')
      out.push({ tick, kind: 'pitch', value: ((event.value - BEND_AT_REST) / BEND_AT_REST) * range });
    if (event.type !== 'controller') continue;
    const { number, value } = event;
    if (number === CONTROLLER.parameter) parameter = [value, parameter[1] ?? NaN];
    if (number === CONTROLLER.parameterFine) parameter = [parameter[0] ?? NaN, value];
    if (number === CONTROLLER.dataEntry && parameter.every((half) => half === 0)) range = value;
    if (number === CONTROLLER.level) level = value;
    if (number === CONTROLLER.volume) volume = value;
    if (number === CONTROLLER.level || number === CONTROLLER.volume)
      out.push({
        tick,
        kind: 'level',
        value: Math.min(HIGHEST, Math.round((level * volume) / USUAL_VOLUME)),
      });
    if (number === CONTROLLER.filter) out.push({ tick, kind: 'filter', value });
  }
  return out;
}

/** Pan (-100..100) of a channel by its events in order, at a tick of theirs: in the middle until controller 10 says more. */
export function pansIn(events: readonly MidiEvent[]): (tick: number) => number {
  const said = [{ tick: -1, pan: 0 }];
  for (const event of events)
    if (event.type === 'controller' && event.number === CONTROLLER.pan)
      said.push({ tick: event.tick, pan: panFrom(event.value) });
  return (tick) => said[lastBefore(said, (one) => one.tick <= tick)]?.pan ?? 0;
}
