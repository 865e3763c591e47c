import { newVariation, setRowGrids } from '@plucky/core/pattern';
import type { SongDocument } from '@plucky/core/song';
import { apply, isChange } from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { useGroove } from '../../../session/groove.ts';
import { type Desk, openDesk } from '../../../testing/desk.ts';
import { GHOST_VELOCITY, USUAL_VELOCITY } from '../pattern-view.ts';
import { caretActions } from './caret-actions.ts';

jest.mock('../../../audio/player.ts', () => ({ thePlayer: () => ({ isPlaying: true }) }));

const act = (desk: Desk) => caretActions(desk.context());
const caret = () => useGroove.getState().caret;

test('the caret starts on the lowest row, moves by each row’s grid, and stays within the pattern', () => {
  const desk = openDesk();
  act(desk).moveCaret(0, 1);
  expect(caret()).toEqual({ row: 'kick', at: 240 });
  act(desk).moveCaret(-1, 0);
  expect(caret()?.row).toBe('low-tom');
  act(desk).caretToEdge('end');
  expect(caret()?.at).toBe(7680 - 240);
  act(desk).moveCaret(0, 1);
  expect(caret()?.at).toBe(7680 - 240);
  act(desk).caretToEdge('start');
  act(desk).moveCaret(99, -1);
  expect(caret()).toEqual({ row: 'low-tom', at: 0 });
});

test('on a triplet row the caret finds the triplet places from wherever it stands', () => {
  const blank = blankSong('Mine', 1);
  const gridded = setRowGrids(blank, 'main', ['kick'], 3);
  const desk = openDesk(isChange(gridded) ? apply(blank, gridded).document : blank);
  useGroove.setState({ caret: { row: 'kick', at: 240 } });
  act(desk).moveCaret(0, 1);
  expect(caret()?.at).toBe(640);
});

test('by beats the caret keeps its place in the beat, and never leaves the pattern', () => {
  const desk = openDesk();
  useGroove.setState({ caret: { row: 'snare', at: 240 } });
  act(desk).caretByBeat(2);
  expect(caret()).toEqual({ row: 'snare', at: 2160 });
  act(desk).caretByBeat(-3);
  expect(caret()?.at).toBe(2160);
});

test('adding at the caret takes up the hit that stands there; a ghost is soft', () => {
  const desk = openDesk();
  act(desk).addAtCaret();
  act(desk).addAtCaret();
  expect(desk.hits()).toEqual([`kick 0 ${USUAL_VELOCITY}`]);
  expect([...useGroove.getState().hits]).toEqual(desk.ids());
  act(desk).moveCaret(0, 2);
  act(desk).addAtCaret(GHOST_VELOCITY);
  expect(desk.hits()).toContain(`kick 480 ${GHOST_VELOCITY}`);
});

test('a run goes from the caret to the end, around what stands there, and is one undo', () => {
  const desk = openDesk();
  useGroove.setState({ caret: { row: 'snare', at: 6720 } });
  act(desk).addAtCaret();
  useGroove.setState({ caret: { row: 'snare', at: 6240 } });
  act(desk).runFromCaret();
  expect(desk.hits().map((line) => Number(line.split(' ')[1]))).toEqual([6240, 6480, 6720, 6960, 7200, 7440]);
  desk.undo();
  expect(desk.hits()).toHaveLength(1);
});

test('the next row that plays is found past silent ones, and beyond the last there is none', () => {
  const desk = openDesk();
  act(desk).add(desk.row('kick'), 0);
  act(desk).add(desk.row('closed-hat'), 480);
  useGroove.setState({ caret: { row: 'kick', at: 480 } });
  act(desk).caretToPlayingRow(-1);
  expect(caret()).toEqual({ row: 'closed-hat', at: 480 });
  expect([...useGroove.getState().hits]).toEqual(desk.ids('closed-hat'));
  act(desk).caretToPlayingRow(-1);
  expect(caret()?.row).toBe('closed-hat');
});

test('rows are chosen one after another, and a move of the caret chooses one alone again', () => {
  const desk = openDesk();
  useGroove.setState({ caret: { row: 'kick', at: 0 } });
  act(desk).alsoRow(-1);
  act(desk).alsoRow(-1);
  expect([...useGroove.getState().rows]).toEqual(['kick', 'low-tom', 'mid-tom']);
  expect(
    desk
      .context()
      .rows()
      .map((row) => row.key),
  ).toEqual(['mid-tom', 'low-tom', 'kick']);
  act(desk).moveCaret(0, 1);
  expect(
    desk
      .context()
      .rows()
      .map((row) => row.key),
  ).toEqual(['mid-tom']);
});

test('a hit that is added to a variation is its own, and the parent does not get it', () => {
  const blank = blankSong('Mine', 1);
  const made = newVariation(blank, 'main', 'v', 'Varied');
  const song: SongDocument = isChange(made) ? apply(blank, made).document : blank;
  const desk = openDesk(song, 'v');
  act(desk).add(desk.row('kick'), 960);
  expect(desk.view().hits.map((one) => one.hit.origin)).toEqual(['own']);
  const parent = desk.document().records['main'];
  expect(parent?.kind === 'pattern' && Object.keys(parent.own)).toEqual([]);
});
