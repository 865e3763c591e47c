import { addSlot, barTicks, indexOf, moveSlot, newSlot, removeSlot, sectionMeter } from '@plucky/core';
import { useEdit, useSong } from '../../document/context.tsx';
import { chooseSlot, useSessionFields } from '../../session/store.ts';
import { freshId } from '../../shared/fresh-id.ts';
import { useCommands } from '../../shared/keys/useCommands.ts';
import { SHEET_COMMANDS } from './sheet-commands.ts';
import { useResizeSlot } from './useResizeSlot.ts';

/** The keys of the sheet: going from slot to slot, and changing the one that is chosen. */
export function useSheetKeys(): void {
  const document = useSong();
  const edit = useEdit();
  const resizeBy = useResizeSlot();
  const { slot: choice, occurrence: chosenOccurrence } = useSessionFields('slot', 'occurrence');
  const { song, section: sectionOf } = indexOf(document);
  const all = song.form.flatMap((occurrence) =>
    (sectionOf(occurrence.section)?.slots ?? []).map((slot) => ({
      occurrence: occurrence.id,
      slot: slot.id,
    })),
  );
  const at = all.findIndex((one) => one.occurrence === choice?.occurrence && one.slot === choice.slot);

  const go = (by: number) => {
    const first = Math.max(
      0,
      all.findIndex((one) => one.occurrence === chosenOccurrence),
    );
    const next = all[at < 0 ? first : Math.min(all.length - 1, Math.max(0, at + by))];
    if (next) chooseSlot(next);
  };
  const goSection = (by: number) => {
    const here = song.form.findIndex((one) => one.id === chosenOccurrence);
    const next = song.form[Math.min(song.form.length - 1, Math.max(0, here + by))];
    const first = all.find((one) => one.occurrence === next?.id);
    if (first) chooseSlot(first);
  };
  const occurrence = song.form.find((one) => one.id === chosenOccurrence);
  const section = occurrence && sectionOf(occurrence.section);
  const slot = section?.slots.find((one) => one.id === choice?.slot);

  const add = (again: boolean) => {
    if (!section) return;
    const made = again && slot ? { ...slot, id: freshId() } : newSlot(document, section, freshId(), slot);
    const index = slot ? section.slots.indexOf(slot) + 1 : section.slots.length;
    if (edit((now) => addSlot(now, section.id, made, index)))
      chooseSlot({ occurrence: occurrence.id, slot: made.id });
  };
  const resize = (by: number) => {
    if (!section || !slot) return;
    const bar = barTicks(sectionMeter(document, section));
    resizeBy(section.id, slot.id, slot.length + by * bar);
  };
  const move = (by: number) => {
    if (section && slot) edit((now) => moveSlot(now, section.id, slot.id, section.slots.indexOf(slot) + by));
  };
  const remove = () => {
    if (!section || !slot) return;
    if (edit((now) => removeSlot(now, section.id, slot.id))) chooseSlot(all[at - 1] ?? all[at + 1] ?? null);
  };

  useCommands(SHEET_COMMANDS, { go, goSection, add, resize, move, remove });
}
