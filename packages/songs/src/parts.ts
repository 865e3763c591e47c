import type { Id, Occurrence, Part, Section, SectionRole, Slot } from '@plucky/core/song';

/** MIDI channel 10 is for drums in General MIDI; channels count from 0 here. */
export const DRUM_PART: Part = {
  id: 'drums',
  kind: 'part',
  name: 'Drums',
  type: 'drums',
  channel: 9,
  order: 0,
};
export const BASS_PART: Part = {
  id: 'bass-part',
  kind: 'part',
  name: 'Bass',
  type: 'notes',
  channel: 0,
  order: 1,
};

export function section(id: Id, name: string, role: SectionRole, slots: readonly Slot[]): Section {
  return { id, kind: 'section', name, role, slots };
}

/** The form that plays these sections in turn, each once or as often as the pair says. */
export function form(list: readonly (Id | readonly [Id, number])[]): Occurrence[] {
  return list.map((entry, i) => {
    const [id, times] = typeof entry === 'string' ? [entry, 1] : entry;
    return { id: `o${i + 1}`, section: id, times, silencedVoices: [] };
  });
}
