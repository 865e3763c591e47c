import { indexOf } from '@plucky/core/song';
import { useGroove } from '../../../session/groove.ts';
import { useSession } from '../../../session/store.ts';
import { type Editor, openEditor } from '../../../testing/editor.ts';
import { caretActions } from './caret-actions.ts';
import { dragActions, type DragStarts } from './drag-actions.ts';
import { hitActions } from './hit-actions.ts';
import { lineActions } from './line-actions.ts';

jest.mock('../../../audio/player.ts', () => ({ thePlayer: () => ({ isPlaying: true }) }));

const drag = (editor: Editor) => dragActions(editor.context());
const line = (editor: Editor) => lineActions(editor.context());

function editorWith(...places: (readonly [row: string, at: number])[]): Editor {
  const editor = openEditor();
  for (const [row, at] of places) caretActions(editor.context()).add(editor.row(row), at);
  editor.choose();
  return editor;
}

const starts = (editor: Editor): DragStarts =>
  new Map(
    editor
      .view()
      .hits.map(
        ({ hit, heard, row }) => [hit.id, { row, at: hit.at, heard, velocity: hit.velocity }] as const,
      ),
  );

test('a drag moves hits together as far as all of them stay in the pattern', () => {
  const editor = editorWith(['kick', 480], ['snare', 960]);
  const from = starts(editor);
  drag(editor).dragBy(from, 240, 'g');
  drag(editor).dragBy(from, -9999, 'g');
  expect(editor.hits()).toEqual(['kick 0 96', 'snare 480 96']);
  editor.undo();
  expect(editor.hits()).toEqual(['kick 480 96', 'snare 960 96']);
});

test('velocities are scaled from what they were when the gesture began, so that nothing is lost on the way', () => {
  const editor = editorWith(['kick', 0], ['snare', 960]);
  const from = new Map(
    [...starts(editor)].map(([id, start], i) => [id, { ...start, velocity: i ? 40 : 120 }]),
  );
  drag(editor).dragVelocity(from, 0.001, 'g');
  expect(editor.hits()).toEqual(['kick 0 1', 'snare 960 1']);
  drag(editor).dragVelocity(from, 0.5, 'g');
  expect(editor.hits()).toEqual(['kick 0 60', 'snare 960 20']);
});

test('hits are brought to other rows together, by drag and by key, as far as all of them find one', () => {
  const editor = editorWith(['snare', 0], ['high-tom', 960]);
  const from = starts(editor);
  drag(editor).carry(from, 1, 'g');
  expect(editor.hits()).toEqual(['high-tom 0 96', 'mid-tom 960 96']);
  drag(editor).carry(from, 99, 'g');
  expect(editor.hits()).toEqual(['low-tom 0 96', 'kick 960 96']);
  editor.undo();
  expect(editor.hits()).toEqual(['snare 0 96', 'high-tom 960 96']);
  editor.choose(...editor.ids('snare'));
  hitActions(editor.context()).carryBy(-1);
  expect(editor.hits()).toEqual(['rim 0 96', 'high-tom 960 96']);
});

test('off the grid a hit is heard where it is dragged, written on the nearest place', () => {
  const editor = editorWith(['snare', 960]);
  drag(editor).dragFree(starts(editor), 200, 1, 'g');
  const [one] = editor.view().hits;
  expect(one?.hit.at).toBe(1200);
  expect(one?.hit.offsetMs).toBeCloseTo(-20.8, 5);
  expect(one?.heard).toBeCloseTo(1160, 0);
});

test('a run leaves what stands on its way, and chooses all that the gesture has added', () => {
  const editor = editorWith(['closed-hat', 240]);
  const row = editor.row('closed-hat');
  drag(editor).addRun(row, [0, 240], 96, 'g');
  drag(editor).addRun(row, [0, 240, 480, 720], 96, 'g');
  expect(editor.hits()).toHaveLength(4);
  expect(useGroove.getState().hits.size).toBe(3);
  editor.undo();
  expect(editor.hits()).toHaveLength(1);
});

test('velocities follow the line that is drawn, the last time it passes, and others are left alone', () => {
  const editor = editorWith(['snare', 0], ['snare', 960], ['snare', 1920], ['snare', 3840]);
  const [a, b] = [
    { tick: 0, velocity: 20 },
    { tick: 1920, velocity: 120 },
  ];
  const from = starts(editor);
  drag(editor).drawVelocities(from, [b, a], 'g');
  expect(editor.hits()).toEqual(['snare 0 20', 'snare 960 70', 'snare 1920 120', 'snare 3840 96']);
  // An arch: up to the middle, down again.
  const arch = [a, { tick: 960, velocity: 110 }, { tick: 1920, velocity: 30 }];
  drag(editor).drawVelocities(from, arch, 'g');
  expect(editor.hits()).toEqual(['snare 0 20', 'snare 960 110', 'snare 1920 30', 'snare 3840 96']);
  // Back over the last of them: what is drawn later stands.
  drag(editor).drawVelocities(from, [...arch, { tick: 900, velocity: 90 }], 'g');
  expect(editor.hits()).toEqual(['snare 0 20', 'snare 960 86', 'snare 1920 30', 'snare 3840 96']);
});

test('rows are shifted with wrap by their own grids, cleared, muted and soloed together', () => {
  const editor = editorWith(['kick', 0], ['snare', 960], ['ride', 0]);
  useGroove.setState({ rows: new Set(['kick', 'snare']), caret: { row: 'kick', at: 0 } });
  line(editor).shift(-1);
  expect(editor.hits()).toEqual(['ride 0 96', 'snare 720 96', 'kick 7440 96']);
  line(editor).mute();
  expect([...useSession.getState().mutes].sort()).toEqual(['kick', 'snare']);
  line(editor).mute();
  expect(useSession.getState().mutes.size).toBe(0);
  line(editor).solo();
  expect([...useSession.getState().solos].sort()).toEqual(['kick', 'snare']);
  line(editor).clearRows();
  expect(editor.hits()).toEqual(['ride 0 96']);
  line(editor).clearPattern();
  expect(editor.hits()).toEqual([]);
});

test('lengths go by bars down to one, doubling copies, and grids go round', () => {
  const editor = editorWith(['kick', 0]);
  line(editor).lengthen(-1);
  line(editor).lengthen(-1);
  expect(editor.view().length).toBe(3840);
  line(editor).double();
  expect(editor.hits()).toEqual(['kick 0 96', 'kick 3840 96']);
  useGroove.setState({ caret: { row: 'kick', at: 0 } });
  line(editor).nextGrid(1);
  line(editor).nextGrid(1);
  expect(editor.row('kick').grid).toBe(3);
  line(editor).nextGrid(-1);
  expect(editor.row('kick').grid).toBe(8);
  for (let i = 0; i < 6; i++) line(editor).lengthen(8);
  expect(editor.refused.at(-1)).toMatch(/at most 16 bars/);
  expect(indexOf(editor.document()).pattern('main')?.length).toBeLessThanOrEqual(16 * 3840);
});

test('chosen hits are quantised, and the row where none is', () => {
  const editor = editorWith(['snare', 960], ['kick', 0]);
  const from = starts(editor);
  drag(editor).dragFree(from, 60, 1, 'g');
  editor.choose(...editor.ids('snare'));
  line(editor).quantise(50);
  expect(editor.view().hits.map(({ row, hit }) => [row, Math.round(hit.offsetMs)])).toEqual([
    ['kick', 31],
    ['snare', 16],
  ]);
  editor.choose();
  useGroove.setState({ caret: { row: 'ride', at: 0 }, rows: new Set(['kick']) });
  line(editor).quantise(100);
  expect(editor.view().hits.map(({ row, hit }) => [row, Math.round(hit.offsetMs)])).toEqual([
    ['kick', 0],
    ['snare', 16],
  ]);
});

test('the beats of what is chosen are looped, and the second time all goes round again', () => {
  const editor = editorWith(['snare', 1200], ['snare', 2880]);
  editor.choose(...editor.ids());
  line(editor).toggleLoop();
  expect(useSession.getState().loop).toEqual({ from: 960, to: 3840 });
  line(editor).toggleLoop();
  expect(useSession.getState().loop).toBeNull();
});
