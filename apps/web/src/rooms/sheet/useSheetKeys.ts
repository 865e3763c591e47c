import { slotMeter } from '@plucky/core/form';
import { indexOf, leadingLayer, plays } from '@plucky/core/song';
import { barTicks, beatTicks } from '@plucky/core/time';
import { useDocumentStore } from '../../document/context.tsx';
import { chooseSlot, chooseSlots, useSession } from '../../session/store.ts';
import { useCommands } from '../../shared/keys/useCommands.ts';
import { chosenSlots, inSections, placeOf, slotsOfForm } from './chosen-slots.ts';
import { SHEET_COMMANDS } from './sheet-commands.ts';
import { closeTool, toggleTool } from './tools.ts';
import { useResizeSlots } from './useResizeSlots.ts';
import { middleOf, useSlotDeeds } from './useSlotDeeds.ts';

/** The keys of the sheet while they are its own: going from slot to slot, choosing several, and changing those. */
export function useSheetKeys(enabled: boolean): void {
  const store = useDocumentStore();
  const resizeAll = useResizeSlots();
  const deeds = useSlotDeeds();
  const read = () => {
    const { document } = store.getState();
    const session = useSession.getState();
    const all = slotsOfForm(document);
    const chosen = chosenSlots(document, session);
    const { slot } = session;
    const lead = chosen.find((one) => one.slot.id === slot?.slot && one.occurrence.id === slot.occurrence);
    return { document, session, all, chosen, lead };
  };
  const go = (by: number) => {
    const { session, all, lead } = read();
    const at = all.findIndex((one) => one.slot === lead?.slot && one.occurrence === lead.occurrence);
    const first = Math.max(
      0,
      all.findIndex((one) => one.occurrence.id === session.occurrence),
    );
    const next = all[at < 0 ? first : Math.min(all.length - 1, Math.max(0, at + by))];
    if (next) chooseSlot(placeOf(next));
  };
  const extend = (by: number) => {
    const { all, chosen } = read();
    const ends = [chosen[0], chosen.at(-1)].map((one) =>
      all.findIndex((other) => other.slot === one?.slot && other.occurrence === one.occurrence),
    );
    const [from = -1, to = -1] = ends;
    if (from < 0) {
      go(by);
      return;
    }
    const range = by < 0 ? all.slice(Math.max(0, from - 1), to + 1) : all.slice(from, to + 2);
    chooseSlots(range.map(placeOf));
  };
  const goSection = (by: number) => {
    const { document, session, all } = read();
    const { form } = indexOf(document).song;
    const here = form.findIndex((one) => one.id === session.occurrence);
    const next = form[Math.min(form.length - 1, Math.max(0, here + by))];
    const first = all.find((one) => one.occurrence === next);
    if (first) chooseSlot(placeOf(first));
  };
  const chooseSection = () => {
    const { session, all } = read();
    chooseSlots(all.filter((one) => one.occurrence.id === session.occurrence).map(placeOf));
  };
  const choosePlaying = () => {
    const { document, all, lead } = read();
    const pattern = lead && leadingLayer(document, lead.slot)?.pattern;
    if (pattern !== undefined) chooseSlots(all.filter(({ slot }) => plays(slot, pattern)).map(placeOf));
  };
  const resize = (by: number, unit: 'bar' | 'beat') => {
    const { document, chosen, lead } = read();
    if (!lead) return;
    const meter = slotMeter(document, lead.section, lead.slot);
    const step = unit === 'bar' ? barTicks(meter) : beatTicks(meter);
    resizeAll(inSections(chosen), lead.slot.length + by * step);
  };
  const cutInTwo = () => {
    const { document, lead } = read();
    if (lead) deeds.cutAt(middleOf(lead.slot, slotMeter(document, lead.section, lead.slot)));
  };
  const sheet = {
    ...deeds,
    patterns: () => toggleTool('patterns'),
    closeTool,
    go,
    extend,
    goSection,
    chooseSection,
    choosePlaying,
    resize,
    cutInTwo,
  };
  useCommands(SHEET_COMMANDS, sheet, enabled);
}
