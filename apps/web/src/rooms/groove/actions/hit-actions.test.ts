import { DEMO_SONGS } from '@plucky/songs/library';
import { useGroove } from '../../../session/groove.ts';
import { type Desk, openDesk } from '../../../testing/desk.ts';
import { caretActions } from './caret-actions.ts';
import { hitActions } from './hit-actions.ts';

jest.mock('../../../audio/player.ts', () => ({ thePlayer: () => ({ isPlaying: true }) }));

const act = (desk: Desk) => hitActions(desk.context());

/** A desk with hits at these places of rows, all of them chosen. */
function deskWith(...places: (readonly [row: string, at: number])[]): Desk {
  const desk = openDesk();
  for (const [row, at] of places) caretActions(desk.context()).add(desk.row(row), at);
  desk.choose(...desk.ids());
  return desk;
}

const fields = (desk: Desk) => desk.view().hits.map((one) => one.hit);

test('what is chosen is changed together and undone together', () => {
  const desk = deskWith(['kick', 0], ['snare', 960]);
  act(desk).louder(20);
  expect(desk.hits()).toEqual(['kick 0 116', 'snare 960 116']);
  act(desk).louder(50);
  expect(desk.hits()).toEqual(['kick 0 127', 'snare 960 127']);
  desk.undo();
  expect(desk.hits()).toEqual(['kick 0 116', 'snare 960 116']);
  act(desk).earlier(-250);
  expect(fields(desk).map((hit) => hit.offsetMs)).toEqual([-100, -100]);
  act(desk).longer(2);
  expect(fields(desk).map((hit) => hit.length)).toEqual([240, 240]);
});

test('without a choice the hit under the caret is meant, and without one nothing is', () => {
  const desk = deskWith(['kick', 0], ['snare', 960]);
  desk.choose();
  useGroove.setState({ caret: { row: 'snare', at: 1000 } });
  act(desk).louder(4);
  expect(desk.hits()).toEqual(['kick 0 96', 'snare 960 100']);
  useGroove.setState({ caret: { row: 'ride', at: 0 } });
  act(desk).louder(4);
  expect(desk.hits()).toEqual(['kick 0 96', 'snare 960 100']);
});

test('hits move by the grid or by a beat with the caret; one that would leave is refused and all stay', () => {
  const desk = deskWith(['kick', 0], ['kick', 960]);
  useGroove.setState({ caret: { row: 'kick', at: 960 } });
  act(desk).moveBy(1);
  expect(desk.hits()).toEqual(['kick 240 96', 'kick 1200 96']);
  expect(useGroove.getState().caret?.at).toBe(1200);
  act(desk).moveByBeat(1);
  expect(desk.hits()).toEqual(['kick 1200 96', 'kick 2160 96']);
  act(desk).moveBy(-6);
  expect(desk.refused).toHaveLength(1);
  expect(desk.hits()).toEqual(['kick 1200 96', 'kick 2160 96']);
});

test('a roll goes round from none over 2, 3, 4 and 6 hits to none, and fits its grid step', () => {
  const desk = deskWith(['snare', 960]);
  const counts: (number | undefined)[] = [];
  for (let i = 0; i < 5; i++) {
    act(desk).roll();
    counts.push(fields(desk)[0]?.roll?.hits);
  }
  expect(counts).toEqual([2, 3, 4, 6, undefined]);
  act(desk).roll();
  expect(fields(desk)[0]?.roll?.span).toBe(240);
  expect(desk.view().hits[0]?.strokes.map((one) => one.heard)).toEqual([1080]);
});

test('a flam goes round to drag, ruff and none, and keeps what was set of it', () => {
  const desk = deskWith(['snare', 960]);
  const kinds: (string | undefined)[] = [];
  act(desk).flam();
  act(desk).set((hit) => (hit.flam ? { flam: { ...hit.flam, ms: 31 } } : {}), 'flam');
  for (let i = 0; i < 3; i++) {
    kinds.push(fields(desk)[0]?.flam?.kind);
    if (fields(desk)[0]?.flam) expect(fields(desk)[0]?.flam?.ms).toBe(31);
    act(desk).flam();
  }
  expect(kinds).toEqual(['flam', 'drag', 'ruff']);
  expect(fields(desk)[0]?.flam ?? null).toBeNull();
});

test('copied hits are pasted at the caret with their distances; a cut takes them away first', () => {
  const desk = deskWith(['kick', 480], ['snare', 960]);
  act(desk).cut();
  expect(desk.hits()).toEqual([]);
  useGroove.setState({ caret: { row: 'kick', at: 1920 } });
  act(desk).paste();
  expect(desk.hits()).toEqual(['kick 1920 96', 'snare 2400 96']);
  expect([...useGroove.getState().hits].sort()).toEqual(desk.ids().sort());
});

test('nothing chosen is nothing copied, and says so', () => {
  const desk = openDesk();
  act(desk).copy();
  expect(desk.refused).toEqual(['Choose hits to copy first.']);
  expect(useGroove.getState().clip).toBeNull();
});

test('once more begins on the beat after what is repeated', () => {
  const desk = deskWith(['kick', 240], ['snare', 1200]);
  act(desk).duplicate();
  expect(desk.hits()).toEqual(['kick 240 96', 'snare 1200 96', 'kick 2160 96', 'snare 3120 96']);
  act(desk).duplicate();
  expect(desk.hits().at(-2)).toBe('kick 4080 96');
});

test('in a variation hits are silenced, changed and let follow again', () => {
  const demo = DEMO_SONGS['paper-lanterns']?.();
  const desk = openDesk(demo, 'lift');
  const kicks = desk.ids('kick');
  const first = kicks[0] ?? '';
  const origin = () => desk.view().hits.find((one) => one.hit.id === first)?.hit.origin;
  desk.choose(first);
  act(desk).remove();
  expect(origin()).toBe('silenced');
  desk.choose(first);
  act(desk).silence();
  expect(origin()).toBe('followed');
  act(desk).louder(3);
  expect(origin()).toBe('changed');
  act(desk).followAgain();
  expect(origin()).toBe('followed');
});

test('all of a row, or all, are chosen', () => {
  const desk = deskWith(['kick', 0], ['kick', 960], ['snare', 960]);
  useGroove.setState({ caret: { row: 'kick', at: 0 }, rows: new Set() });
  act(desk).chooseRow();
  expect([...useGroove.getState().hits].sort()).toEqual(desk.ids('kick').sort());
  act(desk).chooseAll();
  expect(useGroove.getState().hits.size).toBe(3);
});

test('an accent is put on the caret’s place and taken off again', () => {
  const desk = deskWith(['kick', 960]);
  useGroove.setState({ caret: { row: 'kick', at: 960 } });
  act(desk).accent();
  expect(desk.view().hits[0]?.accented).toBe(true);
  act(desk).accent();
  expect(desk.view().hits[0]?.accented).toBe(false);
});
