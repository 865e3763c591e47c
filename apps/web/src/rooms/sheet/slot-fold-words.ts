import { chordNames, silentRows, slotMeter } from '@plucky/core/form';
import {
  indexOf,
  INTENSITIES,
  type Occurrence,
  saysSame,
  type Section,
  type Slot,
  type SongDocument,
} from '@plucky/core/song';
import { counted, figure, lengthName, meterName } from '@plucky/core/time';
import { type ChosenSlot, inSections } from './chosen-slots.ts';
import { INTENSITY_LOOK } from './intensity-look.ts';

// Each fold of the chosen slots says in its head what is set in it.

type Chosen = readonly ChosenSlot[];

/** The end of a slot: the hit that the next starts with, a swell up to it, and how it slows. */
export function endWords(document: SongDocument, section: Section, slot: Slot): string {
  const { landing, slows } = slot;
  const meter = slotMeter(document, section, slot);
  const hit = landing && !landing.swell ? indexOf(document).voice(landing.voice)?.name.toLowerCase() : '';
  return listed([
    hit && (landing?.over ? `lands with ${hit}` : hit),
    landing?.swell ? `swell of ${lengthName(landing.swell, meter)}` : '',
    slows ? `slows over ${lengthName(Math.min(slows.over, slot.length), meter)}` : '',
  ]);
}

/** The rows that are silent in all of the chosen slots. */
export function silentWords(document: SongDocument, chosen: Chosen): string {
  const { parts, voice } = indexOf(document);
  const silent = parts.flatMap(({ id }) => {
    const [first = [], ...others] = chosen.map(({ slot }) => silentRows(document, slot, id));
    return first.filter((row) => others.every((rows) => rows.includes(row)));
  });
  return listed(silent.map((row) => voice(row)?.name.toLowerCase() ?? ''));
}

/** Number of patterns that the chosen slot layers, or the name of the only one. */
export function layersWords(document: SongDocument, chosen: Chosen): string {
  const [first] = chosen;
  if (inSections(chosen).length > 1 || !first) return '';
  const { layers } = first.slot;
  const last = layers.at(-1);
  const name = last && indexOf(document).pattern(last.pattern)?.name;
  return layers.length === 1 && name ? name : counted(layers.length, 'pattern');
}

/** Their chords, where they are the same. */
function chordsWords(document: SongDocument, chosen: Chosen): string {
  const all = chosen.map(({ slot }) => chordNames(document, slot));
  return same(all) ? listed(all[0] ?? [], ' ') : 'several';
}

/** Chords, meter and tempo that they have of their own. */
export function chordsAndTime(document: SongDocument, chosen: Chosen): string {
  const [chords, time] = [chordsWords(document, chosen), timeWords(chosen)];
  return listed([chords === 'none' ? '' : chords, time === 'as the section' ? '' : time]);
}

/** The meter and tempo that they have of their own. */
function timeWords(chosen: Chosen): string {
  const all = chosen.map(({ slot: { meter, tempo } }) => ({ meter, tempo }));
  const [first] = all;
  if (!same(all)) return 'several';
  return listed(
    [first?.meter ? meterName(first.meter) : '', first?.tempo ? `${figure(first.tempo.to)} bpm` : ''],
    ', ',
    'as the section',
  );
}

/** The meter and tempo that a section has of its own. */
export function sectionTimeWords({ meter, tempo }: Section): string {
  return listed([meter && meterName(meter), tempo && `${figure(tempo.to)} bpm`], ', ', 'as the song');
}

/** Number of a section's slots that have chords. */
export function sectionChordsWords({ slots }: Section): string {
  const count = slots.filter(({ chords }) => chords?.length).length;
  return count ? `in ${counted(count, 'slot')}` : 'none';
}

/** Deviations at one place of the form: its curves, and the rows that are silent there. */
export function onlyHereWords(document: SongDocument, occurrence: Occurrence): string {
  const { voice } = indexOf(document);
  return listed([
    ...INTENSITIES.filter((kind) => occurrence[kind]?.length).map((kind) =>
      INTENSITY_LOOK[kind].name.toLowerCase(),
    ),
    ...occurrence.silencedVoices.map((row) => `no ${voice(row)?.name.toLowerCase() ?? ''}`),
  ]);
}

function same(all: readonly unknown[]): boolean {
  return all.every((one) => saysSame(one, all[0]));
}

function listed(words: readonly (string | undefined)[], between = ', ', none = 'none'): string {
  return words.filter(Boolean).join(between) || none;
}
