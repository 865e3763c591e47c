import { indexOf, saysSame, type Section, type Slot, type SongDocument } from '../song/index.ts';
import { barTicks, cacheWhileSame, lastBefore, type Meter } from '../time/index.ts';

/** A bar of a section played once, in ticks from its start; one that is cut short lasts less than its meter says. */
export interface SectionBar {
  readonly start: number;
  readonly length: number;
  readonly meter: Meter;
}

/** The meter of a section: its own, or else the song's. */
export function sectionMeter(document: SongDocument, section: Section): Meter {
  return section.meter ?? indexOf(document).song.meter;
}

/** The meter of a slot: its own, or else its section's. */
export function slotMeter(document: SongDocument, section: Section, slot: Slot): Meter {
  return slot.meter ?? sectionMeter(document, section);
}

const barsCache = cacheWhileSame<readonly SectionBar[], Section>();

/** The bars of a section played once. One begins at its start and wherever the meter changes, which cuts the one before short. */
export function sectionBars(document: SongDocument, section: Section): readonly SectionBar[] {
  const usual = sectionMeter(document, section);
  return barsCache(section, [usual], () => barsFrom(section.slots, usual));
}

/** The bars of a stretch of so many ticks that begins one. */
export function barsOver(meter: Meter, length: number): readonly SectionBar[] {
  return barsFrom([{ length }], meter);
}

function barsFrom(slots: readonly Pick<Slot, 'length' | 'meter'>[], usual: Meter): readonly SectionBar[] {
  const bars: { start: number; length: number; meter: Meter }[] = [];
  let at = 0;
  for (const slot of slots) {
    const meter = slot.meter ?? usual;
    const full = barTicks(meter);
    const last = bars.at(-1);
    const goesOn = last !== undefined && saysSame(last.meter, meter);
    let left = slot.length;
    if (goesOn && last.length < full) {
      const more = Math.min(left, full - last.length);
      last.length += more;
      at += more;
      left -= more;
    }
    while (left > 0) {
      const length = Math.min(full, left);
      bars.push({ start: at, length, meter });
      at += length;
      left -= length;
    }
  }
  return bars;
}

/** The bar of a section in which a tick of it lies, counted from 0; its last one behind its end. */
export function barIn(bars: readonly SectionBar[], tick: number): number {
  return lastBefore(bars, ({ start }) => start <= tick);
}

/** The meter at a place of a section, and the place itself in ticks as if all of the section were in that meter. */
export function countedAt(
  document: SongDocument,
  section: Section,
  inSection: number,
): { readonly meter: Meter; readonly counted: number } {
  const bars = sectionBars(document, section);
  const at = barIn(bars, inSection);
  const { meter, start } = bars[at] ?? { meter: sectionMeter(document, section), start: 0 };
  return { meter, counted: at * barTicks(meter) + inSection - start };
}
