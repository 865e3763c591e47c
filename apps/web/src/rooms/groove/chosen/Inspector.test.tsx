import { addHits } from '@plucky/core/pattern';
import { compile } from '@plucky/core/play';
import {
  apply,
  type Hit,
  indexOf,
  isChange,
  type Messages,
  NO_EDITS,
  type SongDocument,
  withRecord,
} from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { DEMO_SONGS } from '@plucky/songs/library';
import { act, fireEvent, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useGroove } from '../../../session/groove.ts';
import { showBeside } from '../../../testing/render.tsx';
import { Inspector } from './Inspector.tsx';

jest.mock('../../../audio/player.ts', () => ({ thePlayer: () => ({ isPlaying: true }) }));

const hit = (voice: string, at: number, velocity: number): Hit => ({
  voice,
  at,
  velocity,
  length: 120,
  offsetMs: 0,
  pitch: 0,
});

function songWith(hits: Record<string, Hit>): SongDocument {
  const blank = blankSong('Mine', 1);
  const outcome = addHits(
    blank,
    'main',
    Object.entries(hits).map(([id, one]) => ({ id, ...one })),
  );
  return isChange(outcome) ? apply(blank, outcome).document : blank;
}

const open = (document: SongDocument, pattern = 'main') =>
  showBeside(document, pattern, (view) => <Inspector view={view} />);
const choose = (...hits: string[]) => act(() => useGroove.setState({ hits: new Set(hits) }));
const unfold = async (title: string) => {
  const head = await screen.findByRole('button', { name: new RegExp(`^${title}`) });
  if (head.getAttribute('aria-expanded') === 'false') await userEvent.click(head);
};
const own = (document: SongDocument) => indexOf(document).pattern('main')?.own ?? {};

test('an empty pattern says how to begin; what is chosen is named by its place, or counted', () => {
  open(songWith({ a: hit('snare', 960, 90), b: hit('snare', 1920, 30) }));
  expect(screen.getByText(/Press a stem to choose it/)).toBeTruthy();
  choose('a');
  expect(screen.getByText('Hit at bar 1, beat 2')).toBeTruthy();
  choose('a', 'b');
  expect(screen.getByText('2 hits chosen')).toBeTruthy();
  expect(screen.getByText('30 to 90')).toBeTruthy();
});

test('the velocity slider scales in proportion', () => {
  const { document } = open(songWith({ a: hit('snare', 960, 90), b: hit('snare', 1920, 30) }));
  choose('a', 'b');
  const slider = screen.getByRole('slider', { name: 'Velocity' });
  fireEvent.change(slider, { target: { value: 30 } });
  expect([own(document())['a']?.velocity, own(document())['b']?.velocity]).toEqual([45, 15]);
});

test('a hit is told to sound in some rounds, and the slots that repeat its pattern play it so', async () => {
  const { document } = open(songWith({ a: hit('snare', 960, 90), b: hit('snare', 1920, 30) }));
  const snares = () => {
    const song = document();
    const section = { id: 's', kind: 'section', name: 'S', role: 'verse' } as const;
    const slot = {
      id: 'x',
      length: 4 * 3840,
      layers: [{ pattern: 'main', ...NO_EDITS, silencedVoices: [] }],
    };
    const played = withRecord(song, { ...section, slots: [slot] });
    return compile(played, { kind: 'section', section: 's' }).events.map(({ tick }) => tick);
  };
  const rounds = snares().length / 2;
  choose('a');
  await unfold('Length, pan');
  await userEvent.click(screen.getByRole('combobox', { name: /^Plays/ }));
  await userEvent.click(screen.getByRole('option', { name: 'the last time only' }));
  expect(own(document())['a']?.times).toBe('last');
  expect(snares()).toHaveLength(rounds + 1);
  expect(screen.getByText(/alone, the pattern has it each time/)).toBeTruthy();
  await userEvent.click(screen.getByRole('combobox', { name: /^Plays/ }));
  await userEvent.click(screen.getByRole('option', { name: 'every time' }));
  expect(snares()).toHaveLength(2 * rounds);
});

test('a roll is switched on, set by number and by rate, and switched off', async () => {
  const { document } = open(songWith({ a: hit('snare', 960, 90) }));
  choose('a');
  await userEvent.click(screen.getByRole('button', { name: 'Roll' }));
  expect(own(document())['a']?.roll).toMatchObject({ hits: 2, span: 240, velocity: 72 });
  await userEvent.click(screen.getByRole('combobox', { name: 'Strokes' }));
  await userEvent.click(screen.getByRole('option', { name: 'at the rate of 32nds' }));
  expect(own(document())['a']?.roll).toMatchObject({ grid: 8 });
  expect(own(document())['a']?.roll?.hits).toBeUndefined();
  fireEvent.change(screen.getByRole('slider', { name: 'Left and right in turn' }), { target: { value: 40 } });
  expect(own(document())['a']?.roll?.pan).toBe(40);
  await userEvent.click(screen.getByRole('button', { name: /^Roll of/ }));
  expect(own(document())['a']?.roll).toBeNull();
});

test('a flam at the very start says that its grace strokes have no place there', async () => {
  open(songWith({ a: hit('snare', 0, 90), b: hit('snare', 960, 90) }));
  choose('b');
  await userEvent.click(screen.getByRole('button', { name: 'Flam' }));
  expect(screen.queryByText(/Grace strokes before the very start/)).toBeNull();
  choose('a');
  await userEvent.click(screen.getByRole('button', { name: 'Flam' }));
  expect(screen.getByText(/Grace strokes before the very start/)).toBeTruthy();
});

test('rows that are chosen together take one value', async () => {
  const { document } = open(songWith({ a: hit('snare', 0, 90) }));
  act(() => useGroove.setState({ rows: new Set(['snare', 'kick', 'ride']), caret: { row: 'snare', at: 0 } }));
  expect(screen.getByRole('region', { name: '3 rows together' })).toBeTruthy();
  await unfold('Feel of the row');
  fireEvent.change(screen.getByRole('slider', { name: 'Swing share' }), { target: { value: 30 } });
  const shares = ['snare', 'kick', 'ride', 'clap'].map((id) => indexOf(document()).voice(id)?.swingShare);
  expect(shares).toEqual([30, 30, 30, 100]);
  await unfold('Sound of the row');
  await userEvent.click(screen.getByRole('combobox', { name: 'Limb' }));
  await userEvent.click(screen.getByRole('option', { name: 'left foot' }));
  expect(indexOf(document()).voice('ride')?.limb).toBe('left foot');
});

test('humanising shows its seed, and another one is another', async () => {
  const { document } = open(songWith({ a: hit('snare', 0, 90) }));
  await unfold('Pattern');
  fireEvent.change(screen.getByRole('slider', { name: 'Humanise timing' }), { target: { value: 6 } });
  const seed = () => indexOf(document()).pattern('main')?.humanise?.seed;
  const first = seed();
  expect(screen.getByRole('button', { name: `Seed ${first}, type a new one` })).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Another' }));
  expect(seed()).not.toBe(first);
  fireEvent.change(screen.getByRole('slider', { name: 'Humanise timing' }), { target: { value: 0 } });
  expect(indexOf(document()).pattern('main')?.humanise).toBeUndefined();
});

test('a variation lists its own changes, and leads on to its family', async () => {
  const demo = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
  open(demo, 'lift');
  expect(screen.getByRole('button', { name: /^Changes of its own\s*3$/ })).toBeTruthy();
  await unfold('Changes of its own');
  expect(screen.getByText(/^Kick added at/)).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Links…' }));
  expect(useGroove.getState().panel).toBe('family');
});

test('a build-up says what moves in it', () => {
  const demo = DEMO_SONGS['seven-herons']?.() ?? blankSong('none', 1);
  open(demo, 'rise');
  expect(screen.getByRole('region', { name: 'What moves' }).textContent).toMatch(
    /^What movesIts filter, level\. /,
  );
});

test('what a pattern of notes says beside its notes is shown by its kind, and one kind is taken away', async () => {
  const user = userEvent.setup();
  const blank = blankSong('Mine', 1);
  const line = indexOf(blank).pattern('bass-main');
  if (!line) throw new Error('no bass');
  const messages: Messages = {
    holds: [[7, 100]],
    says: [
      [0, 64, 127],
      [960, 64, 0],
      [960, 'bend', 9000],
    ],
  };
  const { document } = open(withRecord(blank, { ...line, messages }), 'bass-main');
  expect(await screen.findByText('Sustain pedal, 2 values')).toBeTruthy();
  expect(screen.getByText('Bend, 1 value')).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Take Sustain pedal away' }));
  expect(indexOf(document()).pattern('bass-main')?.messages).toEqual({
    holds: [[7, 100]],
    says: [[960, 'bend', 9000]],
  });
});
