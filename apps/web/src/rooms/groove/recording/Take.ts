import { changeHits, recordHit } from '@plucky/core/pattern';
import type { Id } from '@plucky/core/song';
import { modulo, ticksToMs } from '@plucky/core/time';
import { useEffect, useRef } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { type MidiStroke, openMidiInput } from '../../../audio/midi-input.ts';
import { thePlayer } from '../../../audio/player.ts';
import { useEdit } from '../../../document/context.tsx';
import { useSession } from '../../../session/store.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { hasCommand, isForControl } from '../../../shared/keys/for-control.ts';
import { GHOST_VELOCITY, type PatternView, type Row, USUAL_VELOCITY } from '../pattern-view.ts';
import { rowOfTapKey, TAP_KEYS } from './tap-keys.ts';

/** A tap this long before the first beat, in ms, still means it. */
const EARLY_MS = 120;
const HARD_VELOCITY = 120;

interface Sounding {
  readonly id: Id;
  readonly tick: number;
}

/** Velocity of a letter: a ghost note with Shift, hard with Alt. */
function strokeVelocity({ shiftKey, altKey }: KeyboardEvent): number {
  if (shiftKey) return GHOST_VELOCITY;
  return altKey ? HARD_VELOCITY : USUAL_VELOCITY;
}

/** A take: letters and a MIDI keyboard play the rows while this stands, and what is played is written in, as one undo. */
export function Take({ view }: { view: PatternView }): null {
  const edit = useEdit();
  const latest = useRef(view);
  useEffect(() => {
    latest.current = view;
  });

  const taps = useRef<((event: KeyboardEvent) => void) | null>(null);
  useHotkeys(TAP_KEYS, (event) => taps.current?.(event), {
    keydown: true,
    keyup: true,
    useKey: true,
    enableOnFormTags: true,
    // Shift and Alt are for soft and hard strokes, and may be let go of before the key.
    ignoreModifiers: true,
    ignoreEventWhen: (event) => event.repeat || hasCommand(event) || isForControl(event),
  });

  useEffect(() => {
    const player = thePlayer();
    const gesture = freshId();
    const held = new Map<string, Sounding>();

    /** Length of one round: the looped stretch, or the whole pattern. */
    const round = () => {
      const { loop } = useSession.getState();
      return loop ? loop.to - loop.from : latest.current.length;
    };
    /** Running ticks start anew with each edit that is heard, so that only their place in the round counts. */
    const placeInPattern = (heard: number) => {
      const from = useSession.getState().loop?.from ?? 0;
      return from + (heard < 0 ? heard : modulo(heard, round()));
    };

    const strike = (row: Row, velocity: number, time: number, key: string) => {
      const { resolved, frame } = latest.current;
      void player.instrument.audition(row.voice, velocity, row.voice.note + row.pitch);
      const heard = player.heardAt(time);
      if (heard === null) return;
      if (heard < 0 && ticksToMs(-heard, frame.tempo) > EARLY_MS) return;
      const id = freshId();
      const tick = placeInPattern(heard);
      const grid = useSession.getState().takeGrid;
      const stroke = { voice: row.voice.id, tick, velocity, pitch: row.pitch, ...(grid ? { grid } : {}) };
      if (edit((document) => recordHit(document, resolved.pattern.id, stroke, id), gesture))
        held.set(key, { id, tick });
    };
    /** A held note lasts until its key is let go; drums ring as they do. */
    const release = (key: string, time: number) => {
      const sounding = held.get(key);
      held.delete(key);
      const heard = player.heardAt(time);
      if (!sounding || heard === null || latest.current.part.type === 'drums') return;
      const { resolved } = latest.current;
      const length = Math.max(30, Math.round(modulo(placeInPattern(heard) - sounding.tick, round())));
      edit(
        (document) => changeHits(document, resolved.pattern.id, [sounding.id], () => ({ length })),
        gesture,
      );
    };

    taps.current = (event) => {
      const key = event.key.toLowerCase();
      if (event.type === 'keyup') {
        release(key, event.timeStamp);
        return;
      }
      const { rows } = latest.current;
      const row = rows[rows.length - 1 - rowOfTapKey(key)];
      if (!row) return;
      event.preventDefault();
      strike(row, strokeVelocity(event), event.timeStamp, key);
    };
    const midi = ({ note, velocity, time }: MidiStroke) => {
      if (!velocity) {
        release(`midi ${note}`, time);
        return;
      }
      const row = latest.current.rows.find((one) => one.voice.note + one.pitch === note);
      if (row) strike(row, velocity, time, `midi ${note}`);
    };

    let ended = false;
    let stopMidi: (() => void) | undefined;
    void openMidiInput(window.location.search).then((input) => {
      if (input && !ended) stopMidi = input.listen(midi);
    });
    return () => {
      ended = true;
      stopMidi?.();
      taps.current = null;
    };
  }, [edit]);
  return null;
}
