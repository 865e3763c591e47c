import { compile } from '@plucky/core/play';
import { DEMO_SONGS } from '@plucky/songs/library';
import { useGroove } from '../../../session/groove.ts';
import { type Editor, openEditor } from '../../../testing/editor.ts';
import { caretActions } from './caret-actions.ts';
import { dragActions } from './drag-actions.ts';
import { heldBack, hitActions } from './hit-actions.ts';

jest.mock('../../../audio/player.ts', () => ({ thePlayer: () => ({ isPlaying: true }) }));

const act = (editor: Editor) => hitActions(editor.context());

/** An editor with hits at these places of rows, all of them chosen. */
function editorWith(...places: (readonly [row: string, at: number])[]): Editor {
  const editor = openEditor();
  for (const [row, at] of places) caretActions(editor.context()).add(editor.row(row), at);
  editor.choose(...editor.ids());
  return editor;
}

const fields = (editor: Editor) => editor.view().hits.map((one) => one.hit);

test('what is chosen is changed together and undone together', () => {
  const editor = editorWith(['kick', 0], ['snare', 960]);
  act(editor).louder(20);
  expect(editor.hits()).toEqual(['kick 0 116', 'snare 960 116']);
  act(editor).louder(50);
  expect(editor.hits()).toEqual(['kick 0 127', 'snare 960 127']);
  editor.undo();
  expect(editor.hits()).toEqual(['kick 0 116', 'snare 960 116']);
  act(editor).earlier(-250);
  expect(fields(editor).map((hit) => hit.offsetMs)).toEqual([-100, -100]);
  act(editor).longer(2);
  expect(fields(editor).map((hit) => hit.length)).toEqual([240, 240]);
});

test('without a choice the hit under the caret is meant, and without one nothing is', () => {
  const editor = editorWith(['kick', 0], ['snare', 960]);
  editor.choose();
  useGroove.setState({ caret: { row: 'snare', at: 1000 } });
  act(editor).louder(4);
  expect(editor.hits()).toEqual(['kick 0 96', 'snare 960 100']);
  useGroove.setState({ caret: { row: 'ride', at: 0 } });
  act(editor).louder(4);
  expect(editor.hits()).toEqual(['kick 0 96', 'snare 960 100']);
});

test('hits move by the grid or by a beat with the caret; one that would leave is refused and all stay', () => {
  const editor = editorWith(['kick', 0], ['kick', 960]);
  useGroove.setState({ caret: { row: 'kick', at: 960 } });
  act(editor).moveBy(1);
  expect(editor.hits()).toEqual(['kick 240 96', 'kick 1200 96']);
  expect(useGroove.getState().caret?.at).toBe(1200);
  act(editor).moveByBeat(1);
  expect(editor.hits()).toEqual(['kick 1200 96', 'kick 2160 96']);
  act(editor).moveBy(-6);
  expect(editor.refused).toHaveLength(1);
  expect(editor.hits()).toEqual(['kick 1200 96', 'kick 2160 96']);
});

test('a roll goes round from none over 2, 3, 4 and 6 hits to none, and fits its grid step', () => {
  const editor = editorWith(['snare', 960]);
  const counts: (number | undefined)[] = [];
  for (let i = 0; i < 5; i++) {
    act(editor).roll();
    counts.push(fields(editor)[0]?.roll?.hits);
  }
  expect(counts).toEqual([2, 3, 4, 6, undefined]);
  act(editor).roll();
  expect(fields(editor)[0]?.roll?.span).toBe(240);
  expect(editor.view().hits[0]?.strokes.map((one) => one.heard)).toEqual([1080]);
});

test('a flam goes round to drag, ruff and none, and keeps what was set of it', () => {
  const editor = editorWith(['snare', 960]);
  const kinds: (string | undefined)[] = [];
  act(editor).flam();
  act(editor).set((hit) => (hit.flam ? { flam: { ...hit.flam, ms: 31 } } : {}), 'flam');
  for (let i = 0; i < 3; i++) {
    kinds.push(fields(editor)[0]?.flam?.kind);
    if (fields(editor)[0]?.flam) expect(fields(editor)[0]?.flam?.ms).toBe(31);
    act(editor).flam();
  }
  expect(kinds).toEqual(['flam', 'drag', 'ruff']);
  expect(fields(editor)[0]?.flam ?? null).toBeNull();
});

test('copied hits are pasted at the caret with their distances; a cut takes them away first', () => {
  const editor = editorWith(['kick', 480], ['snare', 960]);
  act(editor).cut();
  expect(editor.hits()).toEqual([]);
  useGroove.setState({ caret: { row: 'kick', at: 1920 } });
  act(editor).paste();
  expect(editor.hits()).toEqual(['kick 1920 96', 'snare 2400 96']);
  expect([...useGroove.getState().hits].sort()).toEqual(editor.ids().sort());
});

test('nothing chosen is nothing copied, and says so', () => {
  const editor = openEditor();
  act(editor).copy();
  expect(editor.refused).toEqual(['Choose hits to copy first.']);
  expect(useGroove.getState().clip).toBeNull();
});

test('once more begins on the beat after what is repeated', () => {
  const editor = editorWith(['kick', 240], ['snare', 1200]);
  act(editor).duplicate();
  expect(editor.hits()).toEqual(['kick 240 96', 'snare 1200 96', 'kick 2160 96', 'snare 3120 96']);
  act(editor).duplicate();
  expect(editor.hits().at(-2)).toBe('kick 4080 96');
});

test('in a variation hits are silenced, changed and let follow again', () => {
  const demo = DEMO_SONGS['paper-lanterns']?.();
  const editor = openEditor(demo, 'lift');
  const kicks = editor.ids('kick');
  const first = kicks[0] ?? '';
  const origin = () => editor.view().hits.find((one) => one.hit.id === first)?.hit.origin;
  editor.choose(first);
  act(editor).remove();
  expect(origin()).toBe('silenced');
  editor.choose(first);
  act(editor).silence();
  expect(origin()).toBe('followed');
  act(editor).louder(3);
  expect(origin()).toBe('changed');
  act(editor).followAgain();
  expect(origin()).toBe('followed');
});

test('all of a row, or all, are chosen', () => {
  const editor = editorWith(['kick', 0], ['kick', 960], ['snare', 960]);
  useGroove.setState({ caret: { row: 'kick', at: 0 }, rows: new Set() });
  act(editor).chooseRow();
  expect([...useGroove.getState().hits].sort()).toEqual(editor.ids('kick').sort());
  act(editor).chooseAll();
  expect(useGroove.getState().hits.size).toBe(3);
});

test('an accent is put on the caret’s place, on all rows, and taken off again', () => {
  const editor = editorWith(['kick', 960], ['snare', 960]);
  useGroove.setState({ caret: { row: 'kick', at: 960 } });
  act(editor).accentPlace();
  expect(editor.view().hits.map(({ accented }) => accented)).toEqual([true, true]);
  act(editor).accentPlace();
  expect(editor.view().hits.map(({ accented }) => accented)).toEqual([false, false]);
});

test('the chosen hits are accented and no others at their places; all accented, they lose it', () => {
  const editor = editorWith(['kick', 960], ['snare', 960], ['snare', 1920]);
  const accented = () => editor.view().hits.map(({ row, accented: one }) => `${row} ${one}`);
  editor.choose(...editor.ids('snare').slice(0, 1));
  act(editor).accent();
  expect(accented().filter((one) => one.endsWith('true'))).toEqual(['snare true']);
  const played = compile(editor.document(), { kind: 'pattern', pattern: 'main' }).events;
  expect(played.map(({ voice, velocity }) => [voice, velocity])).toEqual([
    ['kick', 96],
    ['snare', 116],
    ['snare', 96],
  ]);
  editor.choose(...editor.ids('snare'));
  act(editor).accent();
  expect(accented().filter((one) => one.endsWith('true'))).toHaveLength(2);
  act(editor).accent();
  expect(accented().filter((one) => one.endsWith('true'))).toEqual([]);
  editor.choose();
  useGroove.setState({ caret: { row: 'kick', at: 2880 } });
  act(editor).accent();
  expect(editor.refused.at(-1)).toBe('There is no hit to accent here.');
});

test('velocities that stop at their end say so', () => {
  const editor = editorWith(['kick', 0]);
  editor.choose(...editor.ids());
  for (let i = 0; i < 6; i++) act(editor).louder(6);
  expect(editor.hits()).toEqual(['kick 0 127']);
  act(editor).louder(6);
  expect(editor.refused.at(-1)).toBe('127 is the most.');
  expect(
    heldBack(
      editor.view(),
      editor.view().hits.map(({ hit }) => hit),
    ),
  ).toHaveLength(1);
});

test('a run is drawn over silenced hits, which stay silent', () => {
  const editor = openEditor(DEMO_SONGS['paper-lanterns']?.(), 'lift');
  const kicks = () =>
    editor
      .view()
      .hits.filter(({ row }) => row === 'kick')
      .map(({ hit }) => hit);
  const places = kicks()
    .map(({ at }) => at)
    .slice(0, 2);
  editor.choose(...editor.ids('kick'));
  act(editor).silence();
  dragActions(editor.context()).addRun(editor.row('kick'), places, 96, 'g');
  expect(
    kicks()
      .filter(({ origin }) => origin === 'own')
      .map(({ at }) => at),
  ).toEqual(places);
  expect(kicks().filter(({ origin }) => origin === 'silenced').length).toBeGreaterThan(1);
});

test('a hit is layered by one deed, heard stroke by stroke, and single again by the next', () => {
  const editor = editorWith(['clap', 960]);
  const ms = () =>
    compile(editor.document(), { kind: 'pattern', pattern: 'main' }).events.map(({ tick, pan }) => [
      Math.round(((tick - 960) * 500) / 960),
      pan,
    ]);
  act(editor).layer();
  expect(ms()).toEqual([
    [0, -60],
    [12, 0],
    [24, 60],
  ]);
  act(editor).layer();
  expect(ms()).toEqual([[0, 0]]);
});
