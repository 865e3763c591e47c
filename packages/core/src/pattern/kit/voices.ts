import type { Id, Voice } from '../../song/index.ts';
import { type Drum, type DrumName, DRUMS } from './drums.ts';

/** The voice record of a drum. */
export function drumVoice(part: Id, id: DrumName, order: number, fields: Partial<Voice> = {}): Voice {
  const { choke, ...rest }: Drum = DRUMS[id];
  return {
    id,
    kind: 'voice',
    part,
    ...rest,
    sound: id,
    choke: choke ?? null,
    grid: 4,
    swingShare: 100,
    offsetMs: 0,
    accentShare: 100,
    order,
    ...fields,
  };
}

/** Voice records for a drum part, in row order from the top; `fields` overrides single drums. */
export function kitVoices(
  part: Id,
  drums: readonly DrumName[],
  fields: Partial<Record<DrumName, Partial<Voice>>> = {},
): Voice[] {
  return drums.map((id, order) => drumVoice(part, id, order, fields[id]));
}

/** The one voice of a bass part; `note` is the MIDI note that a pitch of 0 plays. */
export function bassVoice(part: Id, note: number, fields: Partial<Voice> = {}): Voice {
  return {
    id: 'bass',
    kind: 'voice',
    part,
    name: 'Bass',
    family: 'note',
    sound: 'bass',
    note,
    limb: 'hand',
    place: { x: 0, y: 0 },
    choke: null,
    grid: 4,
    swingShare: 100,
    offsetMs: 0,
    accentShare: 50,
    level: 78,
    pan: 0,
    order: 0,
    ...fields,
  };
}
