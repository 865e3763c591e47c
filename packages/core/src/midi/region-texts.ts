import { lanesOf, timeMapOf } from '../play/index.ts';
import { type ExportOptions, indexOf, type SongDocument } from '../song/index.ts';
import { type BarMeter, counted, figure, meterName, PPQ } from '../time/index.ts';
import type { RegionPlan } from './region-list.ts';
import { strokeChannels } from './stroke-channels.ts';

/** A track of a file: its name, and the channels of its notes, 1..16 as devices count them. */
export interface ListedTrack {
  readonly name: string;
  readonly channels: readonly number[];
}

/** A region as a list says it: at its place in the song of now, with its file as it left. */
export interface ListedRegion extends Omit<RegionPlan, 'scope'> {
  readonly file: string;
  readonly tracks: readonly ListedTrack[];
  /** Of its file, in hexadecimal. */
  readonly sha256: string;
  /** True where its file begins a beat before its place. */
  readonly pickUp: boolean;
  /** The number of the hand-off that its file came with; null for none. */
  readonly handOff: number | null;
  /** True for one that is no more in the song, and whose file still lies where it was laid. */
  readonly isGone?: boolean;
}

/** A text that goes with the files of a song. */
export interface RegionText {
  readonly file: string;
  readonly text: string;
}

/** Texts that go with the files of a song and say the place of each: for spreadsheets, for programs, and for people. */
export function regionTexts(
  document: SongDocument,
  regions: readonly ListedRegion[],
  options: ExportOptions,
): readonly RegionText[] {
  return [
    { file: 'regions.csv', text: csvOf(regions) },
    { file: 'regions.json', text: `${JSON.stringify(jsonOf(document, regions, options), null, 2)}\n` },
    { file: 'README.txt', text: readmeOf(document, regions, options) },
  ];
}

/** Comma-separated values as RFC 4180 has them, the names of the columns first. */
function csvOf(regions: readonly ListedRegion[]): string {
  const head = [
    ...['name', 'file', 'kind', 'start bar', 'start beat', 'pick-up beats', 'bars'],
    ...['tracks', 'channels', 'sha256', 'hand-off', 'in the song'],
  ];
  const lines = regions.map((region) => {
    const { name, file, kind, startBar, startBeat, bars, tracks, sha256, handOff, isGone } = region;
    return [
      ...[name, file, kind, startBar === null ? '' : Math.floor(startBar), startBeat ?? ''],
      ...[pickUpBeats(region), rounded(bars)],
      tracks.map((track) => track.name).join('; '),
      tracks.map((track) => track.channels.join(' ')).join('; '),
      ...[sha256, handOff ?? '', isGone ? 'no' : 'yes'],
    ];
  });
  return [head, ...lines].map((line) => `${line.map(csvField).join(',')}\r\n`).join('');
}

function csvField(value: string | number): string {
  const text = String(value);
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/** A file name as each list has it, so that it is told from the same letters elsewhere. */
const NAME_IN_LIST: Readonly<Record<string, (name: string) => string>> = {
  'regions.csv': (name) => `,${csvField(name)},`,
  'regions.json': (name) => `"file": ${JSON.stringify(name)},`,
  'README.txt': (name) => `\n${name}\n`,
};

/** The text of a list in which some files are called otherwise than it says, by their names in it; other texts stay. */
export function renamedInList({ file, text }: RegionText, names: ReadonlyMap<string, string>): string {
  const asListed = NAME_IN_LIST[file];
  if (!asListed || !names.size) return text;
  const words = new Map([...names].map(([from, to]) => [asListed(from), asListed(to)]));
  const any = [...words.keys()].map((word) => word.replace(/[\\^$.*+?()[\]{}|]/g, '\\$&')).join('|');
  return text.replace(new RegExp(any, 'g'), (word) => words.get(word) ?? word);
}

function jsonOf(document: SongDocument, regions: readonly ListedRegion[], options: ExportOptions) {
  const { name, tempo, meter } = indexOf(document).song;
  const { meters, tempos } = timeMapOf(document, { kind: 'song' });
  const { inSong, gone } = parted(regions);
  return {
    song: {
      name,
      tempo,
      meter: signature(meter),
      meters: meters.map((one) => ({ quarters: one.tick / PPQ, meter: signature(one.meter) })),
      tempos: tempos.map((one) => ({ quarters: one.tick / PPQ, tempo: one.tempo })),
    },
    ticksPerQuarter: options.ppq,
    routes: routesOf(document, regions, options),
    format: options.format,
    regions: inSong.map(({ id, name: title, kind, file, startBar, startBeat, startTick, ...region }) => ({
      id,
      name: title,
      kind,
      file,
      // Bars and beats for a person, quarter notes from the start of the song for a program.
      start:
        startBar === null || startTick === null
          ? null
          : { bar: Math.floor(startBar), beat: startBeat, quarters: startTick / PPQ },
      pickUpBeats: pickUpBeats(region),
      bars: rounded(region.bars),
      tracks: region.tracks,
      sha256: region.sha256,
      handOff: region.handOff,
    })),
    gone: gone.map(({ id, name: title, kind, file, handOff }) => ({ id, name: title, kind, file, handOff })),
  };
}

const signature = ({ beats, unit }: BarMeter) => `${beats}/${unit}`;

/** Number of beats by which a file begins before its place. */
const pickUpBeats = ({ pickUp }: Pick<ListedRegion, 'pickUp'>) => (pickUp ? 1 : 0);

function parted(regions: readonly ListedRegion[]) {
  return { inSong: regions.filter((one) => !one.isGone), gone: regions.filter((one) => one.isGone) };
}

const rounded = (n: number) => Number(n.toFixed(4));

/** Words for the options, for a person who is given the files. */
const OPTION_WORDS = {
  timing: {
    heard: 'Swing and feel are in the places of the notes.',
    grid: 'The notes stand on the grid; swing and feel are left out.',
  },
  accents: {
    velocity: 'Accents are in the velocities.',
    pressure: 'Accents are polyphonic key pressure, and not in the velocities.',
    both: 'Accents are in the velocities, and polyphonic key pressure as well.',
  },
  drumMap: {
    voice: 'Drums have the notes of their kit.',
    general: 'Drums have the notes of General MIDI.',
    rising: 'Drums have rising notes, the lowest row first.',
  },
} as const;

const PICK_UP =
  'A file that begins a beat early has what is played before its first beat: lay it a beat before that bar.';

function readmeOf(document: SongDocument, regions: readonly ListedRegion[], options: ExportOptions): string {
  const { timing, accents, drumMap, ownMap, ppq, format } = options;
  const { name, tempo, meter, key } = indexOf(document).song;
  const { inSong, gone } = parted(regions);
  const lines = inSong.map((region) => {
    const tracks = region.tracks.map(
      (track) => `${track.name} (channel ${track.channels.join(', ') || '–'})`,
    );
    return `${region.file}\n    ${placeOf(region)}. ${tracks.join('; ') || 'No notes'}.${cameWith(region)}`;
  });
  return [
    name,
    '='.repeat(name.length),
    '',
    `${figure(tempo)} quarter notes a minute, ${meterName(meter)}, ${key.tonic} ${key.scale}.`,
    `${counted(inSong.length, 'file')}, Standard MIDI File format ${format}, ${ppq} ticks a quarter note.`,
    OPTION_WORDS.timing[timing],
    OPTION_WORDS.accents[accents],
    drumMap === 'own'
      ? `Drums have the notes of a map of the song’s own, “${ownMap}”.`
      : OPTION_WORDS.drumMap[drumMap],
    '',
    'Lay each file on the bar that is named with it; patterns belong anywhere. The song’s own file has a marker for',
    'each section, for programs that cut by markers. regions.csv and regions.json say the same for spreadsheets and',
    'programs.',
    ...(inSong.some(({ pickUp }) => pickUp) ? ['', PICK_UP] : []),
    ...earlierWords(inSong),
    ...routesOf(document, regions, options).flatMap((route) => ['', routeInWords(route)]),
    '',
    ...lines,
    ...(gone.length ? ['', 'No longer in the song, to be taken out:'] : []),
    ...gone.map((region) => `${region.file}${cameWith(region)}`),
    '',
  ].join('\n');
}

function cameWith({ handOff }: ListedRegion): string {
  return handOff === null ? '' : ` Hand-off ${handOff}.`;
}

/** Words where some files came with an earlier hand-off than others. */
function earlierWords(regions: readonly ListedRegion[]): readonly string[] {
  const numbers = new Set(regions.map(({ handOff }) => handOff ?? 0));
  if (numbers.size < 2) return [];
  const newest = Math.max(...numbers);
  return [
    '',
    `Files of hand-off ${newest} are as said here. Those of earlier ones have not left again and are as they were then.`,
  ];
}

/** A channel of its own for what bends, with the part whose sounds it wants. */
interface Route {
  readonly name: string;
  /** 1..16. */
  readonly channel: number;
  readonly soundsOf: string;
}

/** Notes that leave on another channel than their part's, as bends and controllers move a whole channel. */
function routesOf(
  document: SongDocument,
  regions: readonly ListedRegion[],
  options: ExportOptions,
): readonly Route[] {
  const { part, voice } = indexOf(document);
  const used = new Set(regions.flatMap(({ tracks }) => tracks.flatMap(({ channels }) => channels)));
  const drums = [...strokeChannels(document, options)].flatMap(([id, channel]) => {
    const row = voice(id);
    return row ? [{ name: row.name, part: row.part, channel }] : [];
  });
  return [...lanesOf(document).values(), ...drums].flatMap((lane): Route[] => {
    const of = part(lane.part);
    if (!of || of.channel === lane.channel || !used.has(lane.channel + 1)) return [];
    return [{ name: lane.name, channel: lane.channel + 1, soundsOf: of.name }];
  });
}

function routeInWords({ name, channel, soundsOf }: Route): string {
  return `“${name}” is on channel ${channel} of its own, since bends and controllers move a whole channel: give it the sounds of ${soundsOf}.`;
}

function placeOf({ kind, startBar, startBeat, bars, pickUp }: ListedRegion): string {
  const lasts = counted(rounded(bars), 'bar');
  if (startBar === null) return `A ${kind} of ${lasts}`;
  const beat = startBeat === null || startBeat === 1 ? '' : ` beat ${figure(startBeat)}`;
  return `The ${kind} from bar ${Math.floor(startBar)}${beat}, ${lasts}${pickUp ? ', begins a beat early' : ''}`;
}
