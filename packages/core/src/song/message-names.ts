import { counted, groupedBy } from '../time/index.ts';
import { CONTROLLER, type MessageKind, type Messages } from './messages.ts';

/** Names of controllers. Source: MIDI 1.0, table of control changes. */
const NAMES: Readonly<Record<number, string>> = {
  0: 'Bank',
  [CONTROLLER.modulation]: 'Modulation',
  2: 'Breath',
  4: 'Foot controller',
  5: 'Portamento time',
  [CONTROLLER.dataEntry]: 'Data entry',
  [CONTROLLER.volume]: 'Volume',
  [CONTROLLER.pan]: 'Pan',
  [CONTROLLER.level]: 'Expression',
  [CONTROLLER.sustain]: 'Sustain pedal',
  65: 'Portamento',
  66: 'Sostenuto pedal',
  67: 'Soft pedal',
  [CONTROLLER.filter]: 'Brightness',
  91: 'Reverb send',
  93: 'Chorus send',
};
const OTHERS = { bend: 'Bend', pressure: 'Pressure', program: 'Program' } as const;

/**
 * The name of what messages of a kind are about.
 * @example messageName(64) // => "Sustain pedal"
 */
export function messageName(kind: MessageKind): string {
  return typeof kind === 'number' ? (NAMES[kind] ?? `Controller ${kind}`) : OTHERS[kind];
}

/** A curve of messages: the values of one kind, each from its place in ticks on until the next. */
export interface MessageCurve {
  readonly kind: MessageKind;
  readonly points: readonly { readonly at: number; readonly value: number }[];
}

/** Messages as a curve for each kind that is said, in the order in which they are said first; what is set as they begin is at 0. */
export function messageCurves({ holds, says }: Messages): readonly MessageCurve[] {
  return [...groupedBy(says, ([, kind]) => kind)].map(([kind, own]) => {
    const points = own.map(([at, , value]) => ({ at, value }));
    const first = holds.find(([one]) => one === kind)?.[1];
    return {
      kind,
      points: first === undefined || !points[0]?.at ? points : [{ at: 0, value: first }, ...points],
    };
  });
}

/** The messages without those of a kind; a bend goes with its range. */
export function withoutKind({ holds, says }: Messages, kind: MessageKind): Messages {
  return {
    holds: holds.filter(([one]) => one !== kind && !(kind === 'bend' && one === 'range')),
    says: says.filter(([, one]) => one !== kind),
  };
}

/**
 * A number of messages in words.
 * @example messageCount(2) // => "2 controllers and bends"
 */
export function messageCount(count: number): string {
  return counted(count, 'controller or bend', 'controllers and bends');
}
