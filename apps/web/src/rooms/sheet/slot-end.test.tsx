import { setLanding, setSlowing } from '@plucky/core/form';
import { compile } from '@plucky/core/play';
import { apply, indexOf, isChange, type Section, type SongDocument } from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { DEMO_SONGS } from '@plucky/songs/library';
import { fireEvent, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useSong } from '../../document/context.tsx';
import { show } from '../../testing/render.tsx';
import { slotWords } from './slot-words.ts';
import { SlotEnd } from './SlotEnd.tsx';

const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
const verseOf = (document: SongDocument): Section => {
  const verse = indexOf(document).section('verse-1');
  if (!verse) throw new Error('no verse');
  return verse;
};

/** The end of the third slot of the first verse, a bar of turn-around, kept up with every edit. */
function Shown() {
  const document = useSong();
  const section = verseOf(document);
  const slot = section.slots[2];
  return slot ? <SlotEnd document={document} section={section} slot={slot} /> : null;
}

async function choose(label: string, option: string) {
  await userEvent.click(screen.getByRole('combobox', { name: label }));
  await userEvent.click(screen.getByRole('option', { name: option }));
}

test('what follows a slot starts with the hit that is chosen, and with nothing more when that is taken off', async () => {
  const { document } = show(lanterns, <Shown />);
  await choose('Next starts with', 'Crash');
  expect(verseOf(document()).slots[2]?.landing).toEqual({ voice: 'crash', velocity: 112 });
  const start = 16 * 3840;
  const landed = compile(document(), { kind: 'song' }).events.filter((event) => event.from.hit === 'landing');
  expect(landed.map((event) => [event.tick, event.voice])).toEqual([[start, 'crash']]);
  await choose('Next starts with', 'none');
  expect(document()).toEqual(lanterns);
});

test('a slot slows over as much as is chosen and down to what is set, each an undo', async () => {
  const { document, undo } = show(lanterns, <Shown />);
  expect(screen.queryByRole('slider')).toBeNull();
  await choose('Slows down over the last', '2 beats');
  expect(verseOf(document()).slots[2]?.slows).toEqual({ over: 1920, to: 60 });
  const slider = screen.getByRole('slider', { name: 'Down to' });
  fireEvent.change(slider, { target: { value: 80 } });
  expect(screen.getByText('80 % · 106 bpm')).toBeTruthy();
  undo();
  expect(verseOf(document()).slots[2]?.slows?.to).toBe(60);
  await choose('Slows down over the last', 'none');
  expect(document()).toEqual(lanterns);
});

test('a slot is offered no slowing that is longer than it', async () => {
  show(lanterns, <Shown />);
  await userEvent.click(screen.getByRole('combobox', { name: 'Slows down over the last' }));
  expect(screen.getAllByRole('option').map((one) => one.textContent)).toEqual(['none', '2 beats', '1 bar']);
});

function change(document: SongDocument, outcome: ReturnType<typeof setLanding>): SongDocument {
  if (!isChange(outcome)) throw new Error('no change');
  return apply(document, outcome).document;
}

test('the sheet says in few words what is special about a slot, its end only where that is drawn', () => {
  const id = verseOf(lanterns).slots[2]?.id ?? '';
  const landing = change(lanterns, setLanding(lanterns, 'verse-1', id, { voice: 'crash', velocity: 90 }));
  const both = change(landing, setSlowing(landing, 'verse-1', id, { over: 960, to: 50 }));
  const words = (document: SongDocument, slot: number, isEnd = true) => {
    const one = verseOf(document).slots[slot];
    return one ? slotWords(document, one, isEnd) : null;
  };
  expect([0, 2, 5].map((slot) => words(lanterns, slot))).toEqual(['', 'fill', 'muted rows']);
  expect(words(both, 2)).toBe('fill · slows · crash lands');
  expect(words(both, 2, false)).toBe('fill');
});

test('a fill that goes on over the bar line says where it lands, and can end on the line', async () => {
  const over = { to: 1920, strokes: [{ at: 720, voice: 'snare', velocity: 90 }] };
  const slotIn = (song: SongDocument) => verseOf(song).slots.slice(2, 3);
  const id = slotIn(lanterns)[0]?.id ?? '';
  const landing = { voice: 'crash', velocity: 112, over };
  const { document, undo } = show(change(lanterns, setLanding(lanterns, 'verse-1', id, landing)), <Shown />);
  expect(screen.getByText(/lands on 3/)).toBeTruthy();
  expect(slotIn(document()).map((slot) => slotWords(document(), slot, true))).toEqual([
    'fill · over the bar',
  ]);
  await choose('The fill lands with', 'Kick');
  expect(slotIn(document())[0]?.landing).toEqual({ voice: 'kick', velocity: 112, over });
  await userEvent.click(screen.getByRole('button', { name: 'End on the line' }));
  expect(slotIn(document())[0]?.landing).toEqual({ voice: 'kick', velocity: 112 });
  undo();
  expect(slotIn(document())[0]?.landing?.over).toEqual(over);
});
