import { type Hit, type Id, plainHit, type Shape } from '../../song/index.ts';
import { PPQ, type Random } from '../../time/index.ts';
import { isStruck, type VaryKit } from './kit.ts';

/** Changes that a step makes of a groove: rules that are kept, hits of its own and silent ones, or a part of it alone. */
export interface StepMade {
  readonly shapes?: readonly Shape[];
  readonly own?: Readonly<Record<Id, Hit>>;
  readonly silenced?: readonly Id[];
  /** The stretch that is played alone, in ticks. */
  readonly alone?: { readonly from: number; readonly length: number };
}

interface Step {
  readonly title: string;
  /** Its effect in a few words. */
  readonly about: string;
  /** Its addition to the name of the groove. */
  readonly name: string;
  /** True for one that moves the backbeat, or leaves it out. */
  readonly movesBackbeat?: boolean;
  /** Makes its changes, or says in words what is missing. */
  readonly make: (kit: VaryKit, random: Random) => StepMade | string;
}

const NO_HAT = 'No hat is played here.';
const NO_KICK = 'The kit has no kick.';
const NO_SNARE = 'No snare is played here.';
const ONE_BAR = 'The pattern has a single bar.';

/** A stretch of whole bars that the pattern begins or ends with. */
const aloneFrom = (kit: VaryKit, from: number): StepMade | string =>
  kit.length > kit.bar ? { alone: { from, length: kit.bar } } : ONE_BAR;

/** Hits of a row on places where it has none, as a step adds them. */
function added(kit: VaryKit, row: Id, places: readonly number[], velocityAt: (at: number) => number) {
  const free = places.filter((at) => !isStruck(kit, row, at));
  return Object.fromEntries(
    free.map((at, i) => [`added-${i + 1}`, plainHit(row, at, velocityAt(at), PPQ / 8)]),
  );
}

/** Every so many ticks of the pattern. */
function every({ length }: VaryKit, step: number): number[] {
  return Array.from({ length: Math.ceil(length / step) }, (_, i) => i * step);
}

/** The variations that are one step away from a drum groove. */
export const STEPS = {
  'fewer hats': {
    title: 'Fewer hats',
    about: 'every other one, the strong places kept',
    name: 'fewer hats',
    make: ({ hat }) =>
      hat
        ? {
            shapes: [{ id: 'fewer-hats', rule: 'thin', voices: [hat.id], keep: 50 }],
          }
        : NO_HAT,
  },
  'ride for hat': {
    title: 'Ride for hat',
    about: 'what the hat plays, on the ride',
    name: 'ride',
    make: ({ hat, ride }) => {
      if (!hat) return NO_HAT;
      if (!ride) return 'The kit has no ride.';
      return { shapes: [{ id: 'ride', rule: 'revoice', voice: hat.id, onto: ride.id, which: 'all' }] };
    },
  },
  'one kick more': {
    title: 'One kick more',
    about: 'on the last free 8th before the turn',
    name: 'kick more',
    make: ({ kick }) =>
      kick
        ? { shapes: [{ id: 'kick-more', rule: 'pick up', voice: kick.id, hits: 1, grid: 2, velocity: 92 }] }
        : NO_KICK,
  },
  'half-time': {
    title: 'Half-time',
    about: 'drums at half the speed, hats as they are',
    name: 'half-time',
    movesBackbeat: true,
    make: ({ drums }) =>
      drums.length
        ? { shapes: [{ id: 'half-time', rule: 'half time', voices: drums.map((voice) => voice.id) }] }
        : 'No kick or snare is played here.',
  },
  'only the pulse': {
    title: 'Only the pulse',
    about: 'the kick on the pulse, all else silent',
    name: 'pulse',
    movesBackbeat: true,
    make: ({ kick }) =>
      kick ? { shapes: [{ id: 'pulse', rule: 'pulse', voice: kick.id, velocity: 96 }] } : NO_KICK,
  },
  'open last beat': {
    title: 'Open last beat',
    about: 'the hat opens and rings to the end',
    name: 'open end',
    make: ({ hat, openHat, beat, length }) => {
      if (!hat) return NO_HAT;
      if (!openHat || openHat === hat) return 'The kit has no open hat besides.';
      const from = Math.max(0, length - beat);
      return {
        shapes: [
          {
            ...{
              id: 'open-hat',
              rule: 'revoice' as const,
              voice: hat.id,
              onto: openHat.id,
              from,
              to: length,
            },
            ...{ which: 'nth' as const, every: 16 },
          },
          { id: 'let-ring', rule: 'silence', voices: [hat.id], from, to: length },
        ],
      };
    },
  },
  'ghosts in': {
    title: 'Ghosts in',
    about: 'soft strokes beside the loud ones of the snare',
    name: 'ghosts',
    make: ({ snare }, random) =>
      snare
        ? {
            shapes: [
              {
                ...{ id: 'ghosts', rule: 'ghosts' as const, voice: snare.id, grid: 4 as const },
                ...{ velocity: 34, chance: 60, seed: random.whole(0, 999) },
              },
            ],
          }
        : NO_SNARE,
  },
  'hats on off-beats': {
    title: 'Open off-beats',
    about: 'the hat opens between the beats',
    name: 'open off-beats',
    make: ({ hat, openHat }) => {
      if (!hat) return NO_HAT;
      if (!openHat || openHat === hat) return 'The kit has no open hat besides.';
      return {
        shapes: [
          { id: 'opened', rule: 'revoice', voice: hat.id, onto: openHat.id, which: 'all' },
          { id: 'closed', rule: 'revoice', voice: openHat.id, onto: hat.id, which: 'strong' },
        ],
      };
    },
  },
  'kick answered': {
    title: 'Kick answered',
    about: 'the kick of the last beats moved, or one more',
    name: 'kick answered',
    make: ({ kick, turn }, random) =>
      kick
        ? {
            shapes: [
              {
                ...{
                  id: 'answered',
                  rule: 'turn around' as const,
                  voices: [kick.id],
                  beats: 2,
                  grid: 4 as const,
                },
                ...{ drums: turn, seed: random.whole(0, 11) },
              },
            ],
          }
        : NO_KICK,
  },
  'rim for snare': {
    title: 'Rim for snare',
    about: 'the backbeat on the rim',
    name: 'rim',
    movesBackbeat: true,
    make: ({ snare, rim }) => {
      if (!snare) return NO_SNARE;
      if (!rim || rim === snare) return 'The kit has no rim.';
      return { shapes: [{ id: 'rim', rule: 'revoice', voice: snare.id, onto: rim.id, which: 'all' }] };
    },
  },
  'claps on the backbeat': {
    title: 'Claps added',
    about: 'a clap with each backbeat',
    name: 'claps',
    make: (kit) => {
      const { clap, backbeats } = kit;
      if (!clap) return 'The kit has no clap.';
      const places = backbeats.map(({ at }) => at);
      const own = added(
        kit,
        clap.id,
        [...new Set(places)],
        (at) => backbeats[places.indexOf(at)]?.velocity ?? 96,
      );
      return Object.keys(own).length ? { own } : 'No backbeat is without a clap.';
    },
  },
  'a bark': {
    title: 'A bark',
    about: 'one open hat, closed on the next place',
    name: 'bark',
    make: (kit, random) => {
      const { hat, openHat, beat, length, bar } = kit;
      if (!hat) return NO_HAT;
      if (!openHat || openHat === hat) return 'The kit has no open hat besides.';
      const late = kit.hits.filter(
        (hit) =>
          hit.voice === hat.id && hit.at >= length - bar && hit.at % beat !== 0 && hit.at < length - PPQ / 4,
      );
      if (!late.length) return 'No hat is played between the beats.';
      const at = random.choose(late);
      return {
        silenced: [at.id],
        own: { bark: plainHit(openHat.id, at.at, Math.min(120, at.velocity + 14), PPQ / 4) },
      };
    },
  },
  'kick doubled': {
    title: 'Kick doubled',
    about: 'a second kick an 8th after one of them',
    name: 'kick doubled',
    make: (kit, random) => {
      const { kick, length, hits } = kit;
      if (!kick) return NO_KICK;
      const free = hits
        .filter((hit) => hit.voice === kick.id)
        .map((hit) => ({ at: hit.at + PPQ / 2, velocity: hit.velocity }))
        .filter(
          ({ at }) => at < length && [0, PPQ / 4, PPQ / 2].every((by) => !isStruck(kit, kick.id, at + by)),
        );
      if (!free.length) return 'No place after a kick is free.';
      const { at, velocity } = random.choose(free);
      return { own: { doubled: plainHit(kick.id, at, Math.round(velocity * 0.9), PPQ / 8) } };
    },
  },
  'no hats': {
    title: 'No hats',
    about: 'the hats fall silent, all else goes on',
    name: 'no hats',
    make: ({ hat, openHat, length }) =>
      hat
        ? {
            shapes: [
              {
                ...{ id: 'no-hats', rule: 'silence' as const, from: 0, to: length },
                voices: [hat, ...(openHat && openHat !== hat ? [openHat] : [])].map(({ id }) => id),
              },
            ],
          }
        : NO_HAT,
  },
  'shaker in': {
    title: 'Shaker in',
    about: '8ths of a shaker, louder on the beats',
    name: 'shaker',
    make: (kit) => {
      const { shaker, beat } = kit;
      if (!shaker) return 'The kit has no shaker.';
      const places = every(kit, beat / 2);
      const own = added(kit, shaker.id, places, (at) => (at % beat === 0 ? 76 : 54));
      return Object.keys(own).length < places.length / 2 ? 'The shaker plays here already.' : { own };
    },
  },
  'crash on the one': {
    title: 'Crash on the one',
    about: 'a crash on its first beat',
    name: 'crash',
    make: (kit) => {
      const { crash } = kit;
      if (!crash) return 'The kit has no crash.';
      const own = added(kit, crash.id, [0], () => 104);
      return Object.keys(own).length ? { own } : 'A crash is there already.';
    },
  },
  'last beat silent': {
    title: 'Last beat silent',
    about: 'everything stops for the last beat',
    name: 'stops',
    movesBackbeat: true,
    make: ({ beat, length }) =>
      length > beat
        ? { shapes: [{ id: 'stops', rule: 'silence', voices: null, from: length - beat, to: length }] }
        : 'The pattern has a single beat.',
  },
  'kick on every beat': {
    title: 'Kick on every beat',
    about: 'kicks added where a beat has none',
    name: 'four on the floor',
    make: (kit) => {
      const { kick, beat } = kit;
      if (!kick) return NO_KICK;
      const own = added(kit, kick.id, every(kit, beat), () => 100);
      return Object.keys(own).length ? { own } : 'The kick plays every beat already.';
    },
  },
  'double time': {
    title: 'Double time',
    about: 'drums at twice the speed, hats as they are',
    name: 'double time',
    movesBackbeat: true,
    make: ({ drums }) =>
      drums.length
        ? { shapes: [{ id: 'double-time', rule: 'double time', voices: drums.map((voice) => voice.id) }] }
        : 'No kick or snare is played here.',
  },
  'bars swapped': {
    title: 'Bars swapped',
    about: 'it begins with its second half',
    name: 'swapped',
    movesBackbeat: true,
    make: ({ length, bar }) =>
      length > bar
        ? {
            shapes: [
              {
                id: 'swapped',
                rule: 'shift',
                voices: null,
                steps: Math.round(length / 2 / (PPQ / 4)),
                grid: 4,
              },
            ],
          }
        : ONE_BAR,
  },
  'first bar only': {
    title: 'First bar only',
    about: 'its first bar over and over',
    name: 'first bar',
    movesBackbeat: true,
    make: (kit) => aloneFrom(kit, 0),
  },
  'last bar only': {
    title: 'Last bar only',
    about: 'its last bar over and over',
    name: 'last bar',
    movesBackbeat: true,
    make: (kit) => aloneFrom(kit, kit.length - kit.bar),
  },
  'ghosts out': {
    title: 'Ghosts out',
    about: 'only the loud strokes of the snare are left',
    name: 'no ghosts',
    make: ({ ghosts }) =>
      ghosts.length ? { silenced: ghosts.map(({ id }) => id) } : 'No ghost note is played here.',
  },
  'hats in': {
    title: 'Hats in',
    about: '8ths of the closed hat, louder on the beats',
    name: 'hats',
    make: (kit) => {
      const { hat, closedHat, beat } = kit;
      if (hat) return 'A hat is played here already.';
      if (!closedHat) return 'The kit has no hat.';
      return { own: added(kit, closedHat.id, every(kit, beat / 2), (at) => (at % beat === 0 ? 84 : 62)) };
    },
  },
} as const satisfies Readonly<Record<string, Step>>;

/** A variation that is one step away. */
export type OneStep = keyof typeof STEPS;

/** A step as the table has it. */
export function stepOf(step: OneStep): Step {
  return STEPS[step];
}
