import { newVariation, setRowGrids } from '@plucky/core/pattern';
import type { SongDocument } from '@plucky/core/song';
import { apply, indexOf, isChange } from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { useGroove } from '../../../session/groove.ts';
import { type Editor, openEditor } from '../../../testing/editor.ts';
import { GHOST_VELOCITY, USUAL_VELOCITY } from '../pattern-view.ts';
import { caretActions } from './caret-actions.ts';
import { caretIn } from './row-context.ts';

jest.mock('../../../audio/player.ts', () => ({ thePlayer: () => ({ isPlaying: true }) }));

const act = (editor: Editor) => caretActions(editor.context());
const caret = () => useGroove.getState().caret;

test('the caret starts on the lowest row, moves by each row’s grid, and stays within the pattern', () => {
  const editor = openEditor();
  act(editor).moveCaret(0, 1);
  expect(caret()).toEqual({ row: 'kick', at: 240 });
  act(editor).moveCaret(-1, 0);
  expect(caret()?.row).toBe('low-tom');
  act(editor).caretToEdge('end');
  expect(caret()?.at).toBe(7680 - 240);
  act(editor).moveCaret(0, 1);
  expect(caret()?.at).toBe(7680 - 240);
  act(editor).caretToEdge('start');
  act(editor).moveCaret(99, -1);
  expect(caret()).toEqual({ row: 'low-tom', at: 0 });
});

test('on a triplet row the caret finds the triplet places from wherever it stands', () => {
  const blank = blankSong('Mine', 1);
  const gridded = setRowGrids(blank, 'main', ['kick'], 3);
  const editor = openEditor(isChange(gridded) ? apply(blank, gridded).document : blank);
  useGroove.setState({ caret: { row: 'kick', at: 240 } });
  act(editor).moveCaret(0, 1);
  expect(caret()?.at).toBe(640);
});

test('by beats the caret keeps its place in the beat, and never leaves the pattern', () => {
  const editor = openEditor();
  useGroove.setState({ caret: { row: 'snare', at: 240 } });
  act(editor).caretByBeat(2);
  expect(caret()).toEqual({ row: 'snare', at: 2160 });
  act(editor).caretByBeat(-3);
  expect(caret()?.at).toBe(2160);
});

test('adding at the caret takes up the hit that stands there; a ghost is soft', () => {
  const editor = openEditor();
  act(editor).addAtCaret();
  act(editor).addAtCaret();
  expect(editor.hits()).toEqual([`kick 0 ${USUAL_VELOCITY}`]);
  expect([...useGroove.getState().hits]).toEqual(editor.ids());
  act(editor).moveCaret(0, 2);
  act(editor).addAtCaret(GHOST_VELOCITY);
  expect(editor.hits()).toContain(`kick 480 ${GHOST_VELOCITY}`);
});

test('a run goes from the caret to the end, around what stands there, and is one undo', () => {
  const editor = openEditor();
  useGroove.setState({ caret: { row: 'snare', at: 6720 } });
  act(editor).addAtCaret();
  useGroove.setState({ caret: { row: 'snare', at: 6240 } });
  act(editor).runFromCaret();
  expect(editor.hits().map((line) => Number(line.split(' ')[1]))).toEqual([
    6240, 6480, 6720, 6960, 7200, 7440,
  ]);
  editor.undo();
  expect(editor.hits()).toHaveLength(1);
});

test('the next row that plays is found past silent ones, and beyond the last there is none', () => {
  const editor = openEditor();
  act(editor).add(editor.row('kick'), 0);
  act(editor).add(editor.row('closed-hat'), 480);
  useGroove.setState({ caret: { row: 'kick', at: 480 } });
  act(editor).caretToPlayingRow(-1);
  expect(caret()).toEqual({ row: 'closed-hat', at: 480 });
  expect([...useGroove.getState().hits]).toEqual(editor.ids('closed-hat'));
  act(editor).caretToPlayingRow(-1);
  expect(caret()?.row).toBe('closed-hat');
});

test('rows are chosen one after another, and a move of the caret chooses one alone again', () => {
  const editor = openEditor();
  useGroove.setState({ caret: { row: 'kick', at: 0 } });
  act(editor).alsoRow(-1);
  act(editor).alsoRow(-1);
  expect([...useGroove.getState().rows]).toEqual(['kick', 'low-tom', 'mid-tom']);
  expect(
    editor
      .context()
      .rows()
      .map((row) => row.key),
  ).toEqual(['mid-tom', 'low-tom', 'kick']);
  act(editor).moveCaret(0, 1);
  expect(
    editor
      .context()
      .rows()
      .map((row) => row.key),
  ).toEqual(['mid-tom']);
});

test('a hit that is added to a variation is its own, and the parent does not get it', () => {
  const blank = blankSong('Mine', 1);
  const made = newVariation(blank, 'main', 'v', 'Varied');
  const song: SongDocument = isChange(made) ? apply(blank, made).document : blank;
  const editor = openEditor(song, 'v');
  act(editor).add(editor.row('kick'), 960);
  expect(editor.view().hits.map((one) => one.hit.origin)).toEqual(['own']);
  const parent = editor.document().records['main'];
  expect(parent?.kind === 'pattern' && Object.keys(parent.own)).toEqual([]);
});

test('the caret goes to the nearest note where its row is gone with the key, and within a shorter pattern', () => {
  const song = blankSong('Mine', 1);
  const bass = indexOf(song).parts.find(({ type }) => type === 'notes')?.id ?? '';
  const view = openEditor(song, indexOf(song).patternsOf(bass)[0]?.id).view();
  const [high, next] = view.rows;
  const gone = `${high?.voice.id ?? ''} ${(high?.pitch ?? 0) + 5}`;
  expect(caretIn(view, { row: gone, at: 960 })).toEqual({ row: high?.key, at: 960 });
  const kept = { row: next?.key ?? '', at: 0 };
  expect(caretIn(view, kept)).toBe(kept);
  expect(caretIn(view, { ...kept, at: 99_999 })?.at).toBe(view.length - 1);
  expect(caretIn(view, { row: 'kick', at: 0 })?.row).toBe('kick');
});
