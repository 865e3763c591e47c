import {
  accentRaise,
  alikeHits,
  changeHits,
  copyHits,
  followAgain,
  type Likeness,
  pasteHits,
  removeHits,
  toggleAccent,
  toggleSilenced,
  toKin,
} from '@plucky/core/pattern';
import {
  clampVelocity,
  FARTHEST_MS,
  type Flam,
  type HitFields,
  type Id,
  LIMITS,
  type ResolvedHit,
} from '@plucky/core/song';
import { beatTicks, counted, gridTicks, PPQ } from '@plucky/core/time';
import { chooseHits, useGroove } from '../../../session/groove.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { notify } from '../../../shared/ui/notify.ts';
import type { PatternView } from '../pattern-view.ts';
import { onRow, type RowContext, rowsBelow } from './row-context.ts';

/** Deeds on the chosen hits, or on the one under the caret. */
export interface HitActions {
  remove(ids?: readonly Id[]): void;
  silence(): void;
  followAgain(): void;
  /** Changes fields of each chosen hit. */
  set(change: (hit: ResolvedHit) => HitFields, label: string, gesture?: string): void;
  louder(by: number): void;
  earlier(ms: number): void;
  /** Scales how long they last, 0.5 being half. */
  longer(by: number): void;
  moveBy(steps: number): void;
  moveByBeat(beats: number): void;
  /** Brings them to the rows so many below their own. */
  carryBy(rows: number): void;
  /** Moves them to another stroke of the same drum, such as the rim for the snare, and back. */
  kin(): void;
  /** Accents them, or takes their accents off where all have one. */
  accent(): void;
  /** Accents a place on all rows, the caret's where none is given, or takes its accent off. */
  accentPlace(at?: number): void;
  /** None, then rolls of 2, 3, 4 and 6 hits within a grid step, then none again. */
  roll(): void;
  /** None, flam, drag, ruff, and none again. */
  flam(): void;
  /** Makes each several strokes over some ms, panned across, or one again. */
  layer(): void;
  /** Lets notes slide into the next ones over the usual time, or not any more. */
  glide(): void;
  hold(): void;
  copy(): void;
  cut(): void;
  /** Puts the copied hits in at the caret. */
  paste(): void;
  /** Repeats the chosen hits right after themselves, from the next beat on. */
  duplicate(): void;
  chooseRow(): void;
  chooseAll(): void;
  /** Chooses what is like the chosen hits on their rows. */
  chooseAlike(likeness: Likeness): void;
}

const ROLLS = [2, 3, 4, 6] as const;
const FLAMS = ['flam', 'drag', 'ruff'] as const satisfies readonly Flam['kind'][];
/** Usual distance between grace strokes, in ms, and their loudness beside their hit, in percent. */
export const USUAL_FLAM = { ms: 24, share: 55 };
/** Layers as claps have them: strokes, ms from the first to the last, and percent to the sides. */
export const USUAL_LAYERS = { strokes: 3, ms: 24, pan: 60 };
/** Over how many ticks before the next note a note glides into it, unless it is set: a 16th. */
const USUAL_GLIDE = PPQ / 4;
/** Loudness of a new roll's last stroke beside its first. */
const ROLL_FALL = 0.8;

/** Hits that would be louder than 127 with an accent. */
export function heldBack(
  { rows, resolved }: PatternView,
  hits: readonly ResolvedHit[],
): readonly ResolvedHit[] {
  const shares = new Map(rows.map(({ voice }) => [voice.id, voice.accentShare]));
  return hits.filter(
    ({ velocity, voice }) => velocity + accentRaise(resolved.accentAmount, shares.get(voice) ?? 0) > 127,
  );
}

export function hitActions(context: RowContext): HitActions {
  const { view, edit, id, caret, chosen } = context;
  const set: HitActions['set'] = (change, label, gesture) =>
    void edit((document) => changeHits(document, id, chosen(), change, label), gesture ?? null);
  const hitsOf = (ids: readonly Id[]) =>
    view.hits.filter((one) => ids.includes(one.hit.id)).map((one) => one.hit);
  const pasteAt = (at: number) => {
    const { clip } = useGroove.getState();
    if (!clip) return;
    const ids = clip.hits.map(freshId);
    const pitch = caret()?.row.pitch ?? 0;
    if (!edit((document) => pasteHits(document, id, clip, at, (i) => ids[i] ?? freshId(), pitch))) return;
    useGroove.setState(({ caret: before }) => ({
      hits: new Set(ids),
      caret: before && at < view.length ? { row: before.row, at } : before,
    }));
  };
  const move = (ticks: number) => {
    const at = caret();
    const ids = chosen();
    if (!at || !ids.length) return;
    const moved = edit((document) =>
      changeHits(document, id, ids, (hit) => ({ at: hit.at + ticks }), 'move hits'),
    );
    if (moved) useGroove.setState({ caret: { row: at.row.key, at: at.at + ticks }, hits: new Set(ids) });
  };
  const copy = () => {
    edit((document) => {
      const clip = copyHits(document, id, new Set(chosen()));
      if (clip) useGroove.setState({ clip });
      return clip ? null : { reason: 'Choose hits to copy first.' };
    });
  };
  const actions: HitActions = {
    set,
    remove(ids = chosen()) {
      if (edit((document) => removeHits(document, id, ids))) chooseHits([]);
    },
    silence: () => void edit((document) => toggleSilenced(document, id, chosen())),
    followAgain: () => void edit((document) => followAgain(document, id, chosen())),
    louder(by) {
      const hits = hitsOf(chosen());
      const end = by > 0 ? 127 : 1;
      if (hits.length && hits.every((hit) => hit.velocity === end))
        return void edit(() => ({ reason: `${end} is the ${by > 0 ? 'most' : 'least'}.` }));
      set((hit) => ({ velocity: clampVelocity(hit.velocity + by) }), 'change velocity');
    },
    earlier: (ms) =>
      set(
        (hit) => ({ offsetMs: Math.min(FARTHEST_MS, Math.max(-FARTHEST_MS, hit.offsetMs + ms)) }),
        'early or late',
      ),
    longer: (by) =>
      set(
        (hit) => ({ length: Math.min(LIMITS.pattern, Math.max(10, Math.round(hit.length * by))) }),
        'change the length of hits',
      ),
    carryBy(by) {
      const ids = chosen();
      const own = view.hits.filter((one) => ids.includes(one.hit.id));
      if (!own.length) return;
      const target = rowsBelow(view, new Map(own.map((one) => [one.hit.id, one])), by);
      const carried = edit((document) =>
        changeHits(document, id, ids, (hit) => onRow(target.get(hit.id)), 'bring to another row'),
      );
      const [first] = own;
      const row = first && target.get(first.hit.id);
      if (carried && row)
        useGroove.setState({ caret: { row: row.key, at: first.hit.at }, hits: new Set(ids) });
    },
    kin() {
      const ids = chosen();
      if (edit((document) => toKin(document, id, ids))) chooseHits(ids);
    },
    moveBy: (steps) => move(steps * gridTicks(caret()?.row.grid ?? 4)),
    moveByBeat: (beats) => move(beats * beatTicks(view.meter)),
    accent() {
      const hits = hitsOf(chosen());
      if (!hits.length) return void edit(() => ({ reason: 'There is no hit to accent here.' }));
      const on = hits.every((hit) => hit.accent);
      set(() => ({ accent: on ? null : true }), on ? 'take off an accent' : 'accent');
      const held = on ? 0 : heldBack(view, hits).length;
      if (held)
        notify(
          `${counted(held, 'accent')} of ${hits.length} ${held === 1 ? 'stops' : 'stop'} at 127, the most.`,
        );
    },
    accentPlace(at = caret()?.at) {
      if (at !== undefined) edit((document) => toggleAccent(document, id, at));
    },
    roll() {
      const first = hitsOf(chosen())[0];
      const row = view.rows.find((one) => one.voice.id === first?.voice);
      if (!first || !row) return;
      const at = first.roll?.hits ? ROLLS.findIndex((count) => count === first.roll?.hits) : -1;
      const hits = first.roll && at < 0 ? undefined : ROLLS[at + 1];
      const span = gridTicks(row.grid);
      set(
        (hit) => ({
          roll: hits
            ? {
                hits,
                span,
                velocity: clampVelocity(hit.velocity * ROLL_FALL),
                curve: 0,
                pitch: hit.pitch,
                pan: 0,
              }
            : null,
        }),
        'roll',
      );
    },
    flam() {
      const kind = hitsOf(chosen())[0]?.flam?.kind;
      const next = FLAMS[kind ? FLAMS.indexOf(kind) + 1 : 0];
      set((hit) => ({ flam: next ? { ...USUAL_FLAM, ...hit.flam, kind: next } : null }), 'flam');
    },
    layer() {
      const on = hitsOf(chosen()).some((hit) => !hit.layered);
      set(() => (on ? { layered: USUAL_LAYERS, roll: null } : { layered: null }), 'layers');
    },
    glide() {
      const hits = hitsOf(chosen());
      const glide = hits.every((hit) => hit.glide) ? 0 : USUAL_GLIDE;
      if (view.part.type === 'notes') set(() => ({ glide }), 'glide');
      else edit(() => ({ reason: 'Drums do not glide; notes do.' }));
    },
    hold() {
      const on = hitsOf(chosen()).some((hit) => !hit.hold);
      if (view.part.type === 'notes') set(() => ({ hold: on || null }), 'hold');
      else edit(() => ({ reason: 'Drums are not held; notes are.' }));
    },
    copy,
    cut() {
      copy();
      actions.remove();
    },
    paste() {
      const at = caret();
      if (at) pasteAt(at.at);
    },
    duplicate() {
      const hits = hitsOf(chosen());
      if (!hits.length) return;
      copy();
      const places = hits.map((hit) => hit.at);
      const [first, last] = [Math.min(...places), Math.max(...places)];
      const beat = beatTicks(view.meter);
      pasteAt(first + Math.max(beat, Math.ceil((last - first + 1) / beat) * beat));
    },
    chooseRow() {
      const { rows: together } = useGroove.getState();
      const keys = together.size ? together : new Set([caret()?.row.key]);
      chooseHits(view.hits.filter((one) => keys.has(one.row)).map((one) => one.hit.id));
    },
    chooseAll: () => chooseHits(view.hits.map((one) => one.hit.id)),
    chooseAlike(likeness) {
      const hits = view.hits.map((one) => one.hit);
      chooseHits(alikeHits(hits, new Set(chosen()), likeness, view.meter));
    },
  };
  return actions;
}
