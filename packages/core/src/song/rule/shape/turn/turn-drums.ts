import type { KitRow } from '../../../limb.ts';
import { type Id, idSchema } from '../../../names.ts';
import { tempoSchema, voicesSchema } from '../../../schema-parts.ts';
import type { Described, Zod } from '../../../zod.ts';

/** The rows that a turn-around works with, by what they do in a groove. */
export const turnDrumsSchema = (z: Zod) =>
  z.strictObject({
    kick: idSchema(z).nullable(),
    snare: idSchema(z).nullable(),
    closed: idSchema(z).nullable(),
    open: idSchema(z).nullable(),
    /** Rows of snare, rim and clap, which carry the backbeat. */
    backs: voicesSchema(z),
    /** Rows of hats and rides that hands play, which keep the time. */
    time: voicesSchema(z),
    /** Toms that a pick-up may be played on. */
    toms: voicesSchema(z),
    /** Rows that feet play, and percussion, which is another player's. */
    feet: voicesSchema(z),
    others: voicesSchema(z),
    /** Places of the rows, in cm from the snare, and the tempo up to which two hands and two feet can play it. */
    places: z.record(idSchema(z), z.strictObject({ x: z.number(), y: z.number() })),
    tempo: tempoSchema(z),
    /** True where rolls and grace strokes count for what can be played; absent in one that was made in format 12. */
    ornaments: z.literal(true).optional(),
  });

/** The rows of a turn-around. */
export type TurnDrums = Described<typeof turnDrumsSchema>;

/** Sounds that a pick-up of ghost notes is played on, the likeliest first. */
const SNARES = ['snare', 'brush-snare'];

/** Sounds that keep the time. */
const TIME = ['closed-hat', 'open-hat', 'ride', 'ride-edge', 'ride-bell'];

/** The rows of a kit by what they do, for a song of this tempo; toms take part only where they are `named`. */
export function turnDrumsOf(rows: readonly KitRow[], tempo: number, named: readonly Id[] = []): TurnDrums {
  const ids = (isMeant: (row: KitRow) => boolean) => rows.filter(isMeant).map(({ id }) => id);
  const first = (...sounds: readonly string[]) =>
    sounds.flatMap((sound) => ids((row) => row.sound === sound))[0] ?? null;
  const backs = ids(({ family }) => family === 'snare');
  return {
    kick: ids(({ family }) => family === 'kick')[0] ?? null,
    snare: first(...SNARES) ?? backs[0] ?? null,
    closed: first('closed-hat'),
    open: first('open-hat'),
    backs,
    time: ids(({ sound }) => TIME.includes(sound)),
    toms: ids(({ family, id }) => family === 'tom' && named.includes(id)),
    feet: ids(({ family, sound }) => family === 'kick' || sound === 'pedal-hat'),
    others: ids(({ family }) => family === 'percussion'),
    places: Object.fromEntries(rows.map(({ id, place }) => [id, place])),
    tempo,
    ornaments: true,
  };
}

/** The rows without one that is gone. */
export function withoutRow(drums: TurnDrums, id: Id): TurnDrums {
  const one = (voice: Id | null) => (voice === id ? null : voice);
  const many = (voices: readonly Id[]) => voices.filter((voice) => voice !== id);
  return {
    ...drums,
    kick: one(drums.kick),
    snare: one(drums.snare),
    closed: one(drums.closed),
    open: one(drums.open),
    backs: many(drums.backs),
    time: many(drums.time),
    toms: many(drums.toms),
    feet: many(drums.feet),
    others: many(drums.others),
    places: Object.fromEntries(Object.entries(drums.places).filter(([voice]) => voice !== id)),
  };
}

export function namedRows({
  kick,
  snare,
  closed,
  open,
  backs,
  time,
  toms,
  feet,
  others,
}: TurnDrums): readonly Id[] {
  const single = [kick, snare, closed, open].filter((voice) => voice !== null);
  return [...new Set([...single, ...backs, ...time, ...toms, ...feet, ...others])];
}
