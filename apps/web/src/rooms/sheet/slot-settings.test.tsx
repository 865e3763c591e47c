import { compile } from '@plucky/core/play';
import { indexOf, type Section, type SongDocument } from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { DEMO_SONGS } from '@plucky/songs/library';
import { act, fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { chooseSlot, chooseSlots } from '../../session/store.ts';
import { show } from '../../testing/render.tsx';
import { SheetInspector } from './SheetInspector.tsx';

const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
const verseOf = (document: SongDocument): Section => {
  const verse = indexOf(document).section('verse-1');
  if (!verse) throw new Error('no verse');
  return verse;
};
const occurrence = indexOf(lanterns).song.form.find((one) => one.section === 'verse-1')?.id ?? '';
const at = (i: number) => ({ occurrence, slot: verseOf(lanterns).slots[i]?.id ?? '' });

function open(...slots: number[]) {
  const shown = show(
    lanterns,
    <MemoryRouter>
      <SheetInspector />
    </MemoryRouter>,
  );
  act(() => {
    chooseSlot(at(slots[0] ?? 0));
    if (slots.length > 1) chooseSlots(slots.map(at));
  });
  return shown;
}

/** Opens a fold of the inspector, which stays open. */
async function unfold(title: RegExp) {
  const head = screen.getByRole('button', { name: title });
  if (head.getAttribute('aria-expanded') === 'false') await userEvent.click(head);
}

async function choose(label: string, option: string) {
  await userEvent.click(screen.getByRole('combobox', { name: label }));
  await userEvent.click(screen.getByRole('option', { name: option }));
}

test('a groove is told to sound in the last of its rounds only', async () => {
  const { document } = open(0);
  const [slot] = verseOf(lanterns).slots;
  const own = new Set(slot?.layers.flatMap((layer) => Object.keys(layer.own)));
  const snares = () =>
    // On the grid and without the hits of the slot alone, which are of no round.
    compile(document(), { kind: 'section', section: 'verse-1' }, { timing: 'grid' }).events.filter(
      ({ voice, from }) => voice === 'snare' && from.slot === slot?.id && !own.has(from.hit),
    );
  const before = snares();
  await unfold(/^Layers/);
  await userEvent.click(screen.getByRole('button', { name: 'Set the layer Main groove' }));
  await choose('Plays', 'the last time only');
  const { length } = indexOf(lanterns).pattern('main') ?? { length: 0 };
  const last = (slot?.length ?? 0) - length;
  expect(last).toBeGreaterThan(0);
  expect(snares()).toEqual(before.filter((one) => one.tick >= last));
  expect(screen.getByText('the last time only', { selector: '[class*="MuiBox"]' })).toBeTruthy();
});

test('a layer goes on from the slot before, from a place that is typed, and at a level', async () => {
  const { document } = open(1);
  const layer = () => verseOf(document()).slots[1]?.layers[0];
  await unfold(/^Layers/);
  await userEvent.click(screen.getByRole('button', { name: 'Set the layer Main groove' }));
  await choose('Its pattern plays', 'on from the slot before');
  expect(layer()?.start).toBe('on');
  await choose('Its pattern plays', 'from a bar and beat');
  const from = screen.getByRole('textbox', { name: 'From' });
  await userEvent.clear(from);
  await userEvent.type(from, '1.3{Enter}');
  expect(layer()?.start).toBe(1920);
  fireEvent.change(screen.getByRole('slider', { name: 'Level' }), { target: { value: 60 } });
  expect(layer()?.level).toBe(60);
  await choose('Its pattern plays', 'from its start');
  expect(layer()?.start).toBeUndefined();
});

test('slots that differ are set together, and a length is typed', async () => {
  const { document } = open(0, 1, 2);
  const settings = screen.getByRole('region', { name: 'Chosen slots' });
  expect(within(settings).getByText('3 slots chosen')).toBeTruthy();
  await unfold(/^Silent here/);
  await userEvent.click(within(settings).getByRole('button', { name: 'Kick' }));
  const slots = () => verseOf(document()).slots.slice(0, 3);
  expect(slots().every((slot) => slot.layers[0]?.silencedVoices.includes('kick'))).toBe(true);
  const type = async (text: string) => {
    await userEvent.click(screen.getByRole('combobox', { name: 'Length' }));
    await userEvent.click(screen.getByRole('option', { name: 'type it…' }));
    const typed = await screen.findByRole('textbox', { name: 'Length, typed' });
    await userEvent.clear(typed);
    await userEvent.type(typed, `${text}{Enter}`);
    await userEvent.tab();
  };
  await type('2 bars 1 beat');
  expect(slots().map((slot) => slot.length)).toEqual([8640, 8640, 8640]);
  await type('long');
  expect(await screen.findByText(/is no length/)).toBeTruthy();
  expect(slots().map((slot) => slot.length)).toEqual([8640, 8640, 8640]);
});

test('slots and their section are given a tempo that is typed, over bars that are chosen, and none again', async () => {
  const { document } = open(0, 1);
  const slots = within(screen.getByRole('region', { name: 'Chosen slots' }));
  const tempos = () => verseOf(document()).slots.map(({ tempo }) => tempo);
  await unfold(/^Chords, meter, tempo/);
  const typed = slots.getByRole('textbox', { name: 'Tempo, bpm' });
  await userEvent.type(typed, '96,5{Enter}');
  expect(tempos().slice(0, 3)).toEqual([{ to: 96.5 }, { to: 96.5 }, undefined]);
  await userEvent.click(slots.getByRole('combobox', { name: 'Reached' }));
  await userEvent.click(screen.getByRole('option', { name: '2 bars' }));
  expect(tempos()[1]).toEqual({ to: 96.5, over: 7680 });
  await userEvent.clear(typed);
  await userEvent.type(typed, '900{Enter}');
  expect(await screen.findByText(/“900” is no tempo/)).toBeTruthy();
  expect(tempos()[0]).toEqual({ to: 96.5, over: 7680 });
  await userEvent.clear(typed);
  await userEvent.type(typed, '{Enter}');
  expect(tempos().slice(0, 2)).toEqual([undefined, undefined]);
  await unfold(/^Section/);
  await unfold(/^Meter and tempo of the section/);
  const ofSection = screen.getAllByRole('textbox', { name: 'Tempo, bpm' }).at(-1);
  if (ofSection) await userEvent.type(ofSection, '150{Enter}');
  expect(verseOf(document()).tempo).toEqual({ to: 150 });
  const meterOf = async (of: 'slots' | 'section', option: string) => {
    const [ofSlots, ofSection] = screen.getAllByRole('combobox', { name: 'Meter' });
    const field = of === 'slots' ? ofSlots : ofSection;
    if (field) await userEvent.click(field);
    await userEvent.click(screen.getByRole('option', { name: option }));
  };
  await meterOf('section', '3/4');
  expect(verseOf(document()).meter).toMatchObject({ beats: 3, unit: 4 });
  await meterOf('section', 'as the song, 4/4');
  expect(verseOf(document()).meter).toBeUndefined();
  await meterOf('slots', '2/4');
  expect(
    verseOf(document())
      .slots.map(({ meter }) => meter?.beats)
      .slice(0, 3),
  ).toEqual([2, 2, undefined]);
});
