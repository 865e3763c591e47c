import { useEffect, useState } from 'react';
import { openMidiInput } from '../../../audio/midi-input.ts';
import { useLatest } from '../../../shared/ui/useLatest.ts';
import type { Performer } from './perform-commands.ts';

/** The MIDI notes that cue: an octave of sections from C2, patterns from C3 up, and silence below. */
export const FROM = { section: 36, pattern: 48 };

/** Cues by the notes of a MIDI keyboard; gives back its name, or null where there is none. */
export function usePerformMidi({ cue, cueNth }: Omit<Performer, 'start'>): string | null {
  const [name, setName] = useState<string | null>(null);
  const strike = useLatest((note: number) => {
    if (note < FROM.section) cue({ kind: 'silence' });
    else if (note < FROM.pattern) cueNth('section', note - FROM.section);
    else cueNth('pattern', note - FROM.pattern);
  });
  useEffect(() => {
    let ended = false;
    let stop: (() => void) | undefined;
    void openMidiInput(window.location.search).then((input) => {
      if (!input || ended) return;
      setName(input.name);
      stop = input.listen(({ note, velocity }) => {
        if (velocity) strike(note);
      });
    });
    return () => {
      ended = true;
      stop?.();
    };
  }, [strike]);
  return name;
}
