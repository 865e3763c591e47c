import { type MidiEvent, writeMidi } from 'midi-file';

/** A MIDI file of drums: a bar of 4/4 in 16 steps a row, `x` a hit, bar after bar. */
export function linear(bars: readonly Readonly<Record<number, string>>[]): Uint8Array {
  const all = bars.flatMap((rows, bar) =>
    Object.entries(rows).flatMap(([note, steps]) =>
      Array.from(steps).flatMap((step, i) => {
        const tick = bar * 1920 + i * 120;
        const sound = { channel: 9, noteNumber: Number(note), velocity: 96 };
        return step === 'x'
          ? [
              { tick, event: { ...sound, type: 'noteOn' as const } },
              { tick: tick + 60, event: { ...sound, type: 'noteOff' as const } },
            ]
          : [];
      }),
    ),
  );
  all.sort((a, b) => a.tick - b.tick);
  let at = 0;
  const track = all.map(({ tick, event }): MidiEvent => {
    const deltaTime = tick - at;
    at = tick;
    return { deltaTime, ...event };
  });
  track.push({ deltaTime: bars.length * 1920 - at, meta: true, type: 'endOfTrack' });
  return Uint8Array.from(
    writeMidi({ header: { format: 1, numTracks: 1, ticksPerBeat: 480 }, tracks: [track] }),
  );
}
