import { indexOf } from '@plucky/core/song';
import { useGroove } from '../../../session/groove.ts';
import { useSession } from '../../../session/store.ts';
import { type Desk, openDesk } from '../../../testing/desk.ts';
import { caretActions } from './caret-actions.ts';
import { dragActions, type DragStarts } from './drag-actions.ts';
import { hitActions } from './hit-actions.ts';
import { lineActions } from './line-actions.ts';

jest.mock('../../../audio/player.ts', () => ({ thePlayer: () => ({ isPlaying: true }) }));

const drag = (desk: Desk) => dragActions(desk.context());
const line = (desk: Desk) => lineActions(desk.context());

function deskWith(...places: (readonly [row: string, at: number])[]): Desk {
  const desk = openDesk();
  for (const [row, at] of places) caretActions(desk.context()).add(desk.row(row), at);
  desk.choose();
  return desk;
}

const starts = (desk: Desk): DragStarts =>
  new Map(
    desk
      .view()
      .hits.map(
        ({ hit, heard, row }) => [hit.id, { row, at: hit.at, heard, velocity: hit.velocity }] as const,
      ),
  );

test('a drag moves hits together as far as all of them stay in the pattern', () => {
  const desk = deskWith(['kick', 480], ['snare', 960]);
  const from = starts(desk);
  drag(desk).dragBy(from, 240, 'g');
  drag(desk).dragBy(from, -9999, 'g');
  expect(desk.hits()).toEqual(['kick 0 96', 'snare 480 96']);
  desk.undo();
  expect(desk.hits()).toEqual(['kick 480 96', 'snare 960 96']);
});

test('velocities are scaled from what they were when the gesture began, so that nothing is lost on the way', () => {
  const desk = deskWith(['kick', 0], ['snare', 960]);
  const from = new Map([...starts(desk)].map(([id, start], i) => [id, { ...start, velocity: i ? 40 : 120 }]));
  drag(desk).dragVelocity(from, 0.001, 'g');
  expect(desk.hits()).toEqual(['kick 0 1', 'snare 960 1']);
  drag(desk).dragVelocity(from, 0.5, 'g');
  expect(desk.hits()).toEqual(['kick 0 60', 'snare 960 20']);
});

test('hits are brought to other rows together, by drag and by key, as far as all of them find one', () => {
  const desk = deskWith(['snare', 0], ['high-tom', 960]);
  const from = starts(desk);
  drag(desk).carry(from, 1, 'g');
  expect(desk.hits()).toEqual(['high-tom 0 96', 'mid-tom 960 96']);
  drag(desk).carry(from, 99, 'g');
  expect(desk.hits()).toEqual(['low-tom 0 96', 'kick 960 96']);
  desk.undo();
  expect(desk.hits()).toEqual(['snare 0 96', 'high-tom 960 96']);
  desk.choose(...desk.ids('snare'));
  hitActions(desk.context()).carryBy(-1);
  expect(desk.hits()).toEqual(['rim 0 96', 'high-tom 960 96']);
});

test('off the grid a hit is heard where it is dragged, written on the nearest place', () => {
  const desk = deskWith(['snare', 960]);
  drag(desk).dragFree(starts(desk), 200, 1, 'g');
  const [one] = desk.view().hits;
  expect(one?.hit.at).toBe(1200);
  expect(one?.hit.offsetMs).toBeCloseTo(-20.8, 5);
  expect(one?.heard).toBeCloseTo(1160, 0);
});

test('a run leaves what stands on its way, and chooses all that the gesture has added', () => {
  const desk = deskWith(['closed-hat', 240]);
  const row = desk.row('closed-hat');
  drag(desk).addRun(row, [0, 240], 96, 'g');
  drag(desk).addRun(row, [0, 240, 480, 720], 96, 'g');
  expect(desk.hits()).toHaveLength(4);
  expect(useGroove.getState().hits.size).toBe(3);
  desk.undo();
  expect(desk.hits()).toHaveLength(1);
});

test('a line leads the velocities between its ends, drawn either way, and leaves others alone', () => {
  const desk = deskWith(['snare', 0], ['snare', 960], ['snare', 1920], ['snare', 3840]);
  const [a, b] = [
    { tick: 0, velocity: 20 },
    { tick: 1920, velocity: 120 },
  ];
  drag(desk).ramp(starts(desk), b, a, 'g');
  expect(desk.hits()).toEqual(['snare 0 20', 'snare 960 70', 'snare 1920 120', 'snare 3840 96']);
});

test('rows are shifted with wrap by their own grids, cleared, muted and soloed together', () => {
  const desk = deskWith(['kick', 0], ['snare', 960], ['ride', 0]);
  useGroove.setState({ rows: new Set(['kick', 'snare']), caret: { row: 'kick', at: 0 } });
  line(desk).shift(-1);
  expect(desk.hits()).toEqual(['ride 0 96', 'snare 720 96', 'kick 7440 96']);
  line(desk).mute();
  expect([...useSession.getState().mutes].sort()).toEqual(['kick', 'snare']);
  line(desk).mute();
  expect(useSession.getState().mutes.size).toBe(0);
  line(desk).solo();
  expect([...useSession.getState().solos].sort()).toEqual(['kick', 'snare']);
  line(desk).clearRows();
  expect(desk.hits()).toEqual(['ride 0 96']);
  line(desk).clearPattern();
  expect(desk.hits()).toEqual([]);
});

test('lengths go by bars down to one, doubling copies, and grids go round', () => {
  const desk = deskWith(['kick', 0]);
  line(desk).lengthen(-1);
  line(desk).lengthen(-1);
  expect(desk.view().length).toBe(3840);
  line(desk).double();
  expect(desk.hits()).toEqual(['kick 0 96', 'kick 3840 96']);
  useGroove.setState({ caret: { row: 'kick', at: 0 } });
  line(desk).nextGrid(1);
  line(desk).nextGrid(1);
  expect(desk.row('kick').grid).toBe(3);
  line(desk).nextGrid(-1);
  expect(desk.row('kick').grid).toBe(8);
  for (let i = 0; i < 6; i++) line(desk).lengthen(8);
  expect(desk.refused.at(-1)).toMatch(/at most 16 bars/);
  expect(indexOf(desk.document()).pattern('main')?.length).toBeLessThanOrEqual(16 * 3840);
});

test('chosen hits are quantised, and the row where none is', () => {
  const desk = deskWith(['snare', 960], ['kick', 0]);
  const from = starts(desk);
  drag(desk).dragFree(from, 60, 1, 'g');
  desk.choose(...desk.ids('snare'));
  line(desk).quantise(50);
  expect(desk.view().hits.map(({ row, hit }) => [row, Math.round(hit.offsetMs)])).toEqual([
    ['kick', 31],
    ['snare', 16],
  ]);
  desk.choose();
  useGroove.setState({ caret: { row: 'ride', at: 0 }, rows: new Set(['kick']) });
  line(desk).quantise(100);
  expect(desk.view().hits.map(({ row, hit }) => [row, Math.round(hit.offsetMs)])).toEqual([
    ['kick', 0],
    ['snare', 16],
  ]);
});

test('the beats of what is chosen are looped, and the second time all goes round again', () => {
  const desk = deskWith(['snare', 1200], ['snare', 2880]);
  desk.choose(...desk.ids());
  line(desk).toggleLoop();
  expect(useSession.getState().loop).toEqual({ from: 960, to: 3840 });
  line(desk).toggleLoop();
  expect(useSession.getState().loop).toBeNull();
});
