import { compile } from '@plucky/core/play';
import { indexOf, type Pattern, type SongDocument } from '@plucky/core/song';
import { secondsAt } from '@plucky/core/time';
import { blankSong } from '@plucky/songs';
import { DEMO_SONGS } from '@plucky/songs/library';
import { act, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { useSession } from '../../../session/store.ts';
import { show } from '../../../testing/render.tsx';
import { usePreview } from '../../../transport/preview.ts';
import { FillsRoom } from '../FillsRoom.tsx';
import { useRoom } from '../session.ts';

jest.mock('../fill/maker.ts', () => ({ theMaker: () => ({}) }));

const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
const button = (name: string | RegExp) => screen.getByRole('button', { name });
const row = (name: RegExp) => screen.getByRole('img', { name }).getAttribute('aria-label');

function showRoom(make: 'drop-out' | 'ending', pattern = 'main') {
  useRoom.setState({ make, where: null, landing: null, how: 'replace' });
  const shown = show(
    lanterns,
    <MemoryRouter>
      <FillsRoom />
    </MemoryRouter>,
  );
  act(() => useSession.setState({ pattern, slot: null }));
  return shown;
}

function made(document: SongDocument, role: Pattern['role']): Pattern {
  const found = Object.values(document.records).find(
    (one) => one.kind === 'pattern' && one.role === role && !Object.hasOwn(lanterns.records, one.id),
  );
  if (found?.kind !== 'pattern') throw new Error('nothing was kept');
  return found;
}

describe('a drop-out', () => {
  test('is chosen by pressing rows, and what falls silent is still drawn', async () => {
    showRoom('drop-out');
    expect(row(/^Kick:/)).toBe('Kick: 0 sound, 3 silent');
    await userEvent.click(button('Shaker'));
    expect(row(/^Shaker:/)).toBe('Shaker: 0 sound, 16 silent');
    await userEvent.click(button('Shaker'));
    expect(row(/^Shaker:/)).toBe('Shaker: 16 sound, 0 silent');
    await userEvent.click(button('Kick'));
    expect(screen.getByRole('alert').textContent).toMatch(/Choose rows/);
    expect(button('Keep')).toHaveProperty('disabled', true);
  });

  test('leaves a pulse, picks up, and is kept as rules that follow the groove', async () => {
    const { document, music, undo } = showRoom('drop-out');
    await userEvent.click(button('2 beats'));
    await userEvent.click(button('All but a pulse'));
    await userEvent.click(button('With a few hits'));
    await userEvent.click(button('Keep'));
    expect(made(document(), 'break')).toMatchObject({
      parent: 'main',
      own: {},
      shapes: [
        { rule: 'pulse', voice: 'closed-hat', from: 1920, to: 3840 },
        { rule: 'pick up', voice: 'snare', hits: 3, grid: 4 },
      ],
    });
    undo();
    expect(music()).toEqual(lanterns);
  });
});

test('a bass line drops out whole, and stops on its one row', async () => {
  const { document } = showRoom('drop-out', 'bass-main');
  expect(screen.queryByRole('button', { name: 'All but the kick' })).toBeNull();
  expect(button('Everything').getAttribute('aria-pressed')).toBe('true');
  await userEvent.click(button('1 beat'));
  await userEvent.click(button('Keep'));
  const { part, shapes } = made(document(), 'break');
  expect([part, shapes]).toMatchObject(['bass-part', [{ rule: 'silence', from: 2880, to: 3840 }]]);
});

describe('an ending', () => {
  test('plays up to its stop, and is heard with the end of the song after it', async () => {
    showRoom('ending');
    expect(row(/^Crash:/)).toBe('Crash: 1 sound, 0 silent');
    await userEvent.click(button('Hear it in context'));
    const { preview } = usePreview.getState();
    if (!preview) throw new Error('nothing is heard');
    expect(preview.detail).toBe('Outro, the ending, then the end');
    const { events } = compile(preview.document, preview.scope, { timing: 'grid' });
    const stop = 3 * 3840;
    const drums = events.filter((event) => event.part === 'drums' && event.tick >= stop);
    expect(drums.map((event) => event.voice).sort()).toEqual(['crash', 'kick']);
  });

  test('that slows places its slowing in the slot, as one undo', async () => {
    const { document, music, undo } = showRoom('ending');
    await userEvent.click(button('No stop'));
    expect(screen.getByRole('alert').textContent).toMatch(/stops on a hit, slows down/);
    const [, slowsOver] = screen.getAllByRole('button', { name: '1 bar' });
    if (!slowsOver) throw new Error('no choice');
    await userEvent.click(slowsOver);
    await userEvent.click(button('Place'));
    const { song, section } = indexOf(document());
    const last = section(song.form.at(-1)?.section ?? '')?.slots.at(-1);
    expect(last).toMatchObject({ slows: { over: 3840, to: 60 } });
    const { tempos, length } = compile(document(), { kind: 'song' });
    expect(tempos.at(-1)?.tempo).toBeCloseTo(132 * 0.6, 6);
    expect(secondsAt(tempos, length)).toBeGreaterThan(secondsAt([{ tick: 0, tempo: 132 }], length));
    undo();
    expect(music()).toEqual(lanterns);
  });
});
