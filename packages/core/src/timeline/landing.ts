import { sectionStretches, songStretches, type Stretch } from '../form/stretches.ts';
import type { ResolvedHit } from '../hit/followed.ts';
import type { SongDocument, SongIndex } from '../song/document.ts';
import type { Slot } from '../song/records.ts';
import { gridTicks } from '../time/grid.ts';
import { PPQ } from '../time/ticks.ts';
import type { NoteEvent } from './events.ts';

type Landing = NonNullable<Slot['landing']>;

const before = new WeakMap<SongDocument, ReadonlyMap<string, Landing>>();

/** What the slot before a stretch lands with on its first beat, also when that slot is in another section. */
export function landingBefore(document: SongDocument, stretch: Stretch): Landing | null {
  if (!stretch.occurrence) return landingAlone(document, stretch);
  let known = before.get(document);
  if (!known) {
    const all = songStretches(document);
    known = new Map(
      all.flatMap((one, i): [string, Landing][] => {
        const landing = all[i - 1]?.slot.landing;
        return landing ? [[keyOf(one), landing]] : [];
      }),
    );
    before.set(document, known);
  }
  return known.get(keyOf(stretch)) ?? null;
}

/** Within a section that is looked at outside the form. */
function landingAlone(document: SongDocument, { section, slot }: Stretch): Landing | null {
  const all = sectionStretches(document, section);
  return all[all.findIndex((one) => one.slot.id === slot.id) - 1]?.slot.landing ?? null;
}

function keyOf({ occurrence, repeat, slot }: Stretch): string {
  return `${occurrence?.id} ${repeat} ${slot.id}`;
}

/** How long a landing sounds, in ticks. */
const RINGS = PPQ * 2;

/** The hit that marks the start of a stretch. */
export function landedEvents(
  index: SongIndex,
  { occurrence, repeat, section, slot }: Stretch,
  { voice: id, velocity }: Landing,
  tick: number,
  end: number,
): NoteEvent[] {
  const voice = index.voice(id);
  const part = voice && index.part(voice.part);
  if (!voice || !part || occurrence?.silencedVoices.includes(id)) return [];
  return [
    {
      tick,
      part: part.id,
      voice: id,
      lane: null,
      channel: part.channel,
      note: voice.note,
      velocity,
      plainVelocity: velocity,
      accent: 0,
      step: gridTicks(voice.grid),
      length: Math.max(1, Math.min(RINGS, end - tick)),
      pan: 0,
      tune: 0,
      stopsAt: null,
      glide: null,
      from: {
        occurrence: occurrence?.id ?? null,
        repeat,
        section: section.id,
        slot: slot.id,
        pattern: slot.layers[0]?.pattern ?? '',
        hit: 'landing',
      },
    },
  ];
}

/** Whether a hit stands where the landing sounds in place of it: a hat of the same part on the first place. */
export function givesWay(index: SongIndex, hit: ResolvedHit, inSlot: number, landing: Landing): boolean {
  const [voice, lands] = [index.voice(hit.voice), index.voice(landing.voice)];
  return voice?.family === 'hat' && voice.limb === 'hand' && voice.part === lands?.part && inSlot < PPQ / 16;
}
