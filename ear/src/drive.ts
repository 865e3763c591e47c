import { compile } from '@plucky/core/play';
import { documentOf, indexOf, NO_EDITS, type Section, type SongDocument } from '@plucky/core/song';

/** Figures of a groove at the top of drive. */
export interface DriveFigures {
  /** Strokes of the hardest velocity that were softer before. */
  readonly walls: number;
  /** Share of the spread of velocities that is left. */
  readonly spread: number;
  /** Pairs of strokes of one drum that come to one place, and were not there before. */
  readonly doubled: number;
}

/** The song with nothing but its groove, once, at a drive in percent. */
function drivenSong(document: SongDocument, groove: string, percent: number): SongDocument {
  const { song, pattern } = indexOf(document);
  const length = pattern(groove)?.length ?? 0;
  const layers = [{ pattern: groove, silencedVoices: [], ...NO_EDITS }];
  const section: Section = {
    ...{ id: 'driven', kind: 'section', name: 'Driven', role: 'verse' },
    slots: [{ id: 'a', length, layers }],
  };
  const drive = [{ at: 0, percent }];
  const form = [{ id: 'o', section: 'driven', times: 1, silencedVoices: [], drive, byRole: true as const }];
  return documentOf([...Object.values(document.records), section, { ...song, form }]);
}

/** Measures a groove at 150 % drive beside how it is written. */
export function driveFigures(document: SongDocument, groove: string): DriveFigures {
  const events = (percent: number) => compile(drivenSong(document, groove, percent), { kind: 'song' }).events;
  const [rest, driven] = [events(100), events(150)];
  const spreadOf = (all: typeof rest) => {
    const mean = all.reduce((sum, one) => sum + one.plainVelocity, 0) / all.length;
    return Math.sqrt(all.reduce((sum, one) => sum + (one.plainVelocity - mean) ** 2, 0) / all.length);
  };
  const loudest = (all: typeof rest) => all.filter(({ plainVelocity }) => plainVelocity === 127).length;
  const { voice } = indexOf(document);
  const pairs = (all: typeof rest) => {
    const places = all.map((one) => `${one.tick} ${voice(one.voice)?.family === 'hat' ? 'hat' : one.voice}`);
    return places.length - new Set(places).size;
  };
  return {
    walls: loudest(driven) - loudest(rest),
    spread: spreadOf(rest) ? spreadOf(driven) / spreadOf(rest) : 1,
    doubled: pairs(driven) - pairs(rest),
  };
}
