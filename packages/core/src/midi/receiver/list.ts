import { type BarMeter, PPQ, type TempoPoint, usualGroups } from '../../time/index.ts';
import { readText } from '../bytes/text.ts';

/** Entry of a file in a list beside it. */
export interface ListedFile {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly file: string;
  /** Ticks from the start of the song; null for what belongs anywhere. */
  readonly start: number | null;
  /** Number of beats by which it begins before that place. */
  readonly pickUpBeats: number;
}

/** Places of files, and the meters and tempos of their song. */
export interface RegionList {
  readonly files: readonly ListedFile[];
  readonly meters: readonly { readonly tick: number; readonly meter: BarMeter }[];
  readonly tempos: readonly TempoPoint[];
}

/** Reads the list of a hand-off, what it is sure of; null for what is no such list. */
export function readRegionList(bytes: Uint8Array): RegionList | null {
  const said = parsed(bytes);
  const regions = field(said, 'regions');
  if (!Array.isArray(regions)) return null;
  const song = field(said, 'song');
  return {
    files: regions.flatMap(fileSaid),
    meters: listOf(song, 'meters').flatMap((one) => {
      const [tick, meter] = [ticksSaid(one), /^(\d+)\/(\d+)$/.exec(String(field(one, 'meter')))];
      const [beats, unit] = [Number(meter?.[1]), Number(meter?.[2])];
      if (tick === null || !(beats >= 1) || !(unit >= 1)) return [];
      return [{ tick, meter: { beats, unit, groups: usualGroups(beats, unit) } }];
    }),
    tempos: listOf(song, 'tempos').flatMap((one) => {
      const [tick, tempo] = [ticksSaid(one), field(one, 'tempo')];
      return tick !== null && typeof tempo === 'number' && tempo > 0 ? [{ tick, tempo }] : [];
    }),
  };
}

function fileSaid(one: unknown): ListedFile[] {
  const [id, name, kind, file] = ['id', 'name', 'kind', 'file'].map((key) => field(one, key));
  const early = field(one, 'pickUpBeats');
  if (![id, name, kind, file].every((text) => typeof text === 'string')) return [];
  const start = ticksSaid(field(one, 'start'));
  const pickUpBeats = typeof early === 'number' && early > 0 ? early : 0;
  return [{ id: String(id), name: String(name), kind: String(kind), file: String(file), start, pickUpBeats }];
}

/** A place that is said in quarter notes, in ticks. */
function ticksSaid(place: unknown): number | null {
  const quarters = field(place, 'quarters');
  return typeof quarters === 'number' && quarters >= 0 ? Math.round(quarters * PPQ) : null;
}

function listOf(of: unknown, key: string): readonly unknown[] {
  const list = field(of, key);
  return Array.isArray(list) ? list : [];
}

function parsed(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(readText(bytes));
  } catch {
    return null;
  }
}

function field(of: unknown, key: string): unknown {
  return typeof of === 'object' && of !== null ? (of as Readonly<Record<string, unknown>>)[key] : undefined;
}
