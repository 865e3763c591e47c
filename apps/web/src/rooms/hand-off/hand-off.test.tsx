import { leavingRegions } from '@plucky/core/midi';
import { changeHits } from '@plucky/core/pattern';
import { type ExportOptions, indexOf, type SongDocument, USUAL_EXPORT, withRecord } from '@plucky/core/song';
import { DEMO_SONGS } from '@plucky/songs/library';
import { act, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { api, type ExportResult, type KeptExports } from '../../api/client.ts';
import { applyOutcome } from '../../document/store.ts';
import { show, type Shown } from '../../testing/render.tsx';
import { HandOffRoom } from './HandOffRoom.tsx';

const OPTIONS: ExportOptions = { ...USUAL_EXPORT, regions: ['song', 'section'] };

/** A hand-off of all regions of a song, of which the song's own file was found to differ. */
function resultOf(document: SongDocument): ExportResult {
  return {
    state: 'done',
    exportId: 'e1',
    number: 1,
    revision: 1,
    at: '2026-11-25T10:00:00.000Z',
    options: OPTIONS,
    regions: leavingRegions(document, OPTIONS).map(({ id, kind, name, startBar, bars }, i) => ({
      ...{ id, kind, name, startBar, bars, hits: 2240, state: 'new', sha256: '0' },
      file: `0${i + 1} ${name}.mid`,
      differences: kind === 'song' ? ['a note is missing'] : [],
    })),
    earlier: [],
    verified: { events: 2300, differences: 1 },
  };
}

const fail = () => {
  throw new Error('no song');
};

let shown: Shown;

type Asked = ExportOptions & { readonly only?: readonly string[] };

function open(document = DEMO_SONGS['paper-lanterns']?.() ?? fail()): Asked[] {
  const asked: Asked[] = [];
  const result = resultOf(document);
  const exports: KeptExports['exports'][number][] = [];
  jest
    .spyOn(api, 'keptExports')
    .mockImplementation(() => Promise.resolve({ most: 50, exports: [...exports] }));
  jest.spyOn(api, 'findExport').mockResolvedValue(result);
  jest.spyOn(api, 'look').mockResolvedValue({
    revision: 1,
    records: Object.values(document.records),
  });
  jest.spyOn(api, 'beginExport').mockImplementation((_, options) => {
    asked.push(options);
    const { exportId, number, revision, at } = result;
    exports.unshift({ exportId, number, revision, at, options: OPTIONS, files: 9 });
    return Promise.resolve(result);
  });
  jest.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(() => undefined);
  shown = show(document, <HandOffRoom />);
  return asked;
}
const names = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'File names' });
/** Opens a fold of the options, which stays open. */
const unfold = async (title: string) => {
  const head = await screen.findByRole('button', { name: new RegExp(`^${title}`) });
  if (head.getAttribute('aria-expanded') === 'false') await userEvent.click(head);
};
const leave = () => screen.getByRole<HTMLButtonElement>('button', { name: /^(Export|Saving first)/ });
/** As autosave does. */
const save = () => act(() => shown.store.setState(({ document }) => ({ saved: document })));

test('file names that no file may have are said in words, and nothing leaves until they are mended', async () => {
  const asked = open();
  await unfold('Files');
  await unfold('Rows and notes');
  await userEvent.type(names(), '<');
  expect(await screen.findByText('Must not hold < or > or control characters.')).toBeTruthy();
  expect(leave().disabled).toBe(true);
  await userEvent.clear(names());
  expect(await screen.findByText('Must not be empty.')).toBeTruthy();
  await userEvent.type(names(), '{{name}');
  await waitFor(() => expect(indexOf(shown.document()).song.handOff?.names).toBe('{name}'));
  await userEvent.click(screen.getByRole('button', { name: 'One per drum' }));
  expect(leave().textContent).toBe('Saving first…');
  save();
  expect(leave().disabled).toBe(false);
  await userEvent.click(leave());
  await waitFor(() => expect(asked).toHaveLength(1));
  expect(asked[0]).toMatchObject({ names: '{name}', tracks: 'voice', regions: ['song', 'section'] });
});

test('what has left is shown with what the check found, and only while the options ask for the same', async () => {
  open();
  const table = () => screen.getByRole('table', { name: 'Regions' });
  expect(within(table()).getAllByRole('checkbox')).toHaveLength(10);
  expect(within(table()).queryByText('Check')).toBeNull();
  await userEvent.click(leave());
  expect((await screen.findByRole('status', { name: 'Check' })).textContent).toBe(
    '2,300 events read back, 1 difference',
  );
  expect(within(table()).getByText('1 differ').title).toBe('a note is missing');
  expect(within(table()).getByRole('link', { name: 'Download 01 Paper Lanterns.mid' })).toBeTruthy();
  await unfold('Files');
  await unfold('Rows and notes');
  await userEvent.click(screen.getByRole('button', { name: 'Straight grid' }));
  expect(screen.queryByRole('status', { name: 'Check' })).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: 'Swing and feel baked in' }));
  expect(await screen.findByRole('status', { name: 'Check' })).toBeTruthy();
});

test('rows that share a note are named with their bars before anything leaves, and a rising map keeps them apart', async () => {
  const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? fail();
  const hat = indexOf(lanterns).voice('closed-hat') ?? fail();
  const shaker = indexOf(lanterns).voice('shaker') ?? fail();
  open(withRecord(lanterns, { ...shaker, note: hat.note, offsetMs: hat.offsetMs }));
  const words = screen.getByRole('list', { name: 'What the files cannot hold' });
  expect(words.textContent).toMatch(
    /^Closed hat and Shaker share note 42 and fall together \d+ times, where only the louder leaves: bars \d+(?:, \d+){5} and \d+ more\./,
  );
  await unfold('Rows and notes');
  await userEvent.click(screen.getByRole('button', { name: 'Rising from C2' }));
  expect(screen.queryByRole('list', { name: 'What the files cannot hold' })).toBeNull();
});

test('where a song has swells it is asked how they leave, and said how a General MIDI kit plays them', async () => {
  const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? fail();
  open(lanterns);
  await unfold('Rows and notes');
  expect(screen.queryByRole('button', { name: 'Not at all' })).toBeNull();
  const crash = indexOf(lanterns).voice('crash') ?? fail();
  act(() => {
    const { records } = withRecord(shown.document(), { ...crash, sound: 'swell', note: 57 });
    shown.store.setState(({ document }) => ({ document: { ...document, records } }));
  });
  expect(screen.getByText(/^A swell is one note, 23, .* silent on it/)).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'As the second crash (57)' }));
  expect(await screen.findByText(/^A swell is one note, 57, .* ahead of its beat\.$/)).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Not at all' }));
  await waitFor(() => expect(screen.queryByText(/^A swell is one note/)).toBeNull());
  expect(indexOf(shown.document()).song.handOff?.swells).toBe('stay');
});

test('the room remembers how the song leaves and what has left, and says before it leaves again what has changed since', async () => {
  const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? fail();
  const asked = open(lanterns);
  await userEvent.click(leave());
  await screen.findByRole('status', { name: 'Check' });
  await unfold('Files');
  await userEvent.click(screen.getByRole('button', { name: '480' }));
  expect(indexOf(shown.document()).song.handOff).toMatchObject({ ppq: 480, regions: ['song', 'section'] });
  const table = () => screen.getByRole('table', { name: 'Regions' });
  expect(await within(table()).findAllByText('written otherwise')).toHaveLength(9);
  shown.undo();
  expect(await screen.findByRole('status', { name: 'Check' })).toBeTruthy();
  const clap =
    Object.keys(indexOf(lanterns).pattern('open')?.own ?? {}).find((id) => id.startsWith('clap')) ?? '';
  const softer = changeHits(shown.document(), 'open', [clap], () => ({ velocity: 3 }));
  act(() => void applyOutcome(shown.store, softer));
  const said = await within(table()).findAllByText(/Clap softer in Chorus open, \d+ times? from bar \d+/);
  // The song and both choruses; all else is as it left.
  expect(said).toHaveLength(3);
  expect(within(table()).getAllByText('same')).toHaveLength(6);
  const then = () => screen.getByRole('status', { name: 'Since then' }).textContent;
  expect(then()).toBe('3 differ from hand-off 1.');
  // Only those leave where that is chosen, and what changed but is told to stay is marked and counted.
  await userEvent.click(screen.getByRole('button', { name: 'Changed since hand-off 1' }));
  expect(screen.getByRole('heading', { name: '3 files would leave' })).toBeTruthy();
  expect(leave().textContent).toBe('Saving first…');
  await userEvent.click(within(table()).getByRole('checkbox', { name: 'Chorus 2 leaves' }));
  expect(screen.getByRole('button', { name: 'Chosen', pressed: true })).toBeTruthy();
  expect(screen.getByRole('heading', { name: '2 files would leave' })).toBeTruthy();
  expect(then()).toBe('3 differ from hand-off 1, 1 of them stays here.');
  expect(within(table()).getAllByText(/, and stays here$/)).toHaveLength(1);
  save();
  await userEvent.click(leave());
  await waitFor(() => expect(asked).toHaveLength(2));
  expect(asked[0]).not.toHaveProperty('only');
  expect(asked[1]?.only).toEqual(['song', 'section.o4']);
  expect(indexOf(shown.document()).song.handOff ?? {}).not.toHaveProperty('only');
  await userEvent.click(screen.getByRole('button', { name: 'All' }));
  // A region that is not to leave any more is told as well.
  await userEvent.click(screen.getByRole('button', { name: 'One song file' }));
  await waitFor(() => expect(then()).toBe('2 differ from hand-off 1, 1 is gone.'));
});
