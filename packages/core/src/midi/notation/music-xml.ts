import type { Scope } from '../../form/index.ts';
import { indexOf, type Key, keySignature, noteName, type SongDocument } from '../../song/index.ts';
import { PPQ } from '../../time/index.ts';
import type { ScoreNote } from './bar-notes.ts';
import { beamsOf } from './beams.ts';
import { drumHead } from './heads.ts';
import { type MovedNotes, type ScoreBar, scoreOf, type ScorePart } from './score.ts';
import { UNITS, type Value, type Written } from './write-voice.ts';

const TYPES: Readonly<Record<number, string>> = {
  1: 'whole',
  2: 'half',
  4: 'quarter',
  8: 'eighth',
  16: '16th',
  32: '32nd',
  64: '64th',
  128: '128th',
};

/** Below this note, middle C, a part of notes stands in the bass clef. */
const MIDDLE_C = 60;

/**
 * A song, section or pattern as MusicXML 4.0 (W3C Community Group, 2021), partwise: drums on a percussion staff with hands and
 * feet in voices of their own, other parts on a staff of theirs. See `scoreOf`.
 */
export function musicXml(
  document: SongDocument,
  scope: Scope,
  title: string,
): { readonly xml: string; readonly moved: readonly MovedNotes[] } {
  const score = scoreOf(document, scope, title);
  const ids = score.parts.map((_, i) => `P${i + 1}`);
  const xml = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<score-partwise version="4.0">',
    tag('work', tag('work-title', text(title))),
    tag('identification', tag('encoding', tag('software', 'Plucky Verse'))),
    tag('part-list', score.parts.map((part, i) => scorePart(document, part, ids[i] ?? '')).join('')),
    ...score.parts.map((part, i) =>
      tag(
        'part',
        part.bars.map((bar, n) => measure(document, part, bar, ids[i] ?? '', n === 0, i === 0)).join('\n'),
        `id="${ids[i]}"`,
      ),
    ),
    '</score-partwise>',
    '',
  ].join('\n');
  return { xml, moved: score.moved };
}

function scorePart(document: SongDocument, { part, rows }: ScorePart, id: string): string {
  const { voice } = indexOf(document);
  const drums = part.type === 'drums';
  const own = drums ? rows : [];
  return tag(
    'score-part',
    [
      tag('part-name', text(part.name)),
      ...own.map((row) =>
        tag(
          'score-instrument',
          tag('instrument-name', text(voice(row.voice)?.name ?? row.voice)),
          `id="${instrument(id, row)}"`,
        ),
      ),
      ...own.map((row) =>
        tag(
          'midi-instrument',
          tag('midi-channel', part.channel + 1) + tag('midi-unpitched', row.note + 1),
          `id="${instrument(id, row)}"`,
        ),
      ),
    ].join(''),
    `id="${id}"`,
  );
}

const instrument = (part: string, { note }: { readonly note: number }) => `${part}-N${note}`;

function measure(
  document: SongDocument,
  part: ScorePart,
  bar: ScoreBar,
  id: string,
  isFirst: boolean,
  isTop: boolean,
): string {
  const { song } = indexOf(document);
  const length = (bar.length / PPQ) * UNITS;
  const sounding = bar.voices
    .map((voice, i) => ({ voice, number: i + 1 }))
    .filter(({ voice }) => voice.length);
  const voices = sounding.length
    ? sounding.map(({ voice, number }) => notesOf(document, part, bar, voice, number, id))
    : [tag('note', `<rest measure="yes"/>${tag('duration', length)}${tag('voice', 1)}`)];
  return tag(
    'measure',
    [
      ...(bar.repeats.begins ? ['<barline location="left"><repeat direction="forward"/></barline>'] : []),
      attributes(part, bar, song.key, isFirst),
      ...(isTop ? directions(document, bar, isFirst) : []),
      voices.join(tag('backup', tag('duration', length))),
      ...(bar.repeats.ends === null
        ? []
        : [`<barline location="right"><repeat direction="backward" times="${bar.repeats.ends}"/></barline>`]),
    ].join('\n'),
    `number="${bar.number}"`,
  );
}

function attributes(
  { part, rows }: ScorePart,
  { meter, saysMeter }: ScoreBar,
  key: Key,
  isFirst: boolean,
): string {
  if (!isFirst && !saysMeter) return '';
  const time = tag('time', tag('beats', meter.beats) + tag('beat-type', meter.unit));
  if (!isFirst) return tag('attributes', time);
  const lowest = Math.min(...rows.map(({ note }) => note));
  const highest = Math.max(...rows.map(({ note }) => note));
  const clef =
    part.type === 'drums'
      ? tag('sign', 'percussion')
      : (lowest + highest) / 2 < MIDDLE_C
        ? tag('sign', 'F') + tag('line', 4)
        : tag('sign', 'G') + tag('line', 2);
  const lines = part.type === 'drums' ? tag('staff-details', tag('staff-lines', 5)) : '';
  const signature = part.type === 'drums' ? 0 : keySignature(key).sharps;
  return tag(
    'attributes',
    tag('divisions', UNITS) + tag('key', tag('fifths', signature)) + time + tag('clef', clef) + lines,
  );
}

function directions(document: SongDocument, { mark, tempo }: ScoreBar, isFirst: boolean): string[] {
  const { swing } = indexOf(document).song;
  const above = (what: string, sound = '') =>
    tag('direction', tag('direction-type', what) + sound, 'placement="above"');
  const unit = tag('beat-unit', 'quarter') + tag('per-minute', Number((tempo ?? 0).toFixed(2)));
  return [
    ...(mark === null ? [] : [above(tag('rehearsal', text(mark)))]),
    ...(tempo === null ? [] : [above(tag('metronome', unit), `<sound tempo="${tempo}"/>`)]),
    ...(isFirst && swing.amount > 50
      ? [above(tag('words', `Swing ${swing.amount} %, ${swing.unit}ths`))]
      : []),
  ];
}

function notesOf(
  document: SongDocument,
  { part }: ScorePart,
  { meter }: ScoreBar,
  written: readonly Written<ScoreNote>[],
  voiceNumber: number,
  id: string,
): string {
  // Meters in eighths and smaller are beamed by their groups, others by their beats.
  const groups =
    meter.unit >= 8 ? meter.groups.flatMap((size, i) => Array.from({ length: size }, () => i)) : [];
  const beams = beamsOf(written, (beat) => groups[beat] ?? beat);
  return written
    .map((one, i) => {
      const stays = tag('duration', one.length);
      const says = sayings(one, written[i - 1], written[i + 1]);
      const type =
        tag('type', TYPES[one.value.base] ?? '64th') +
        '<dot/>'.repeat(one.value.dots) +
        modification(one.value);
      const voice = tag('voice', voiceNumber);
      const stem = part.type === 'drums' ? tag('stem', voiceNumber % 2 ? 'up' : 'down') : '';
      if (!one.notes.length) return tag('note', `<rest/>${stays}${voice}${type}${says.rest}`);
      const beam = (beams[i] ?? []).map((what, n) => tag('beam', what, `number="${n + 1}"`)).join('');
      return one.notes
        .map((note, n) => {
          const { pitch, head } = placed(document, part.type, note);
          const sounds = part.type === 'drums' ? `<instrument id="${instrument(id, note)}"/>` : '';
          const ties = (one.isTied ? '<tie type="stop"/>' : '') + (one.ties ? '<tie type="start"/>' : '');
          const grace = one.isTied || n > 0 ? '' : graces(document, part.type, one.notes, voice, stem, id);
          return `${grace}${tag(
            'note',
            `${n > 0 ? '<chord/>' : ''}${pitch}${stays}${ties}${sounds}${voice}${type}${stem}${head}${n > 0 ? '' : beam}${notations(one, note, n > 0 ? '' : says.tuplet)}`,
          )}`;
        })
        .join('');
    })
    .join('\n');
}

/** Texts of a tuplet's first and last element. */
function sayings(one: Written<ScoreNote>, before?: Written<ScoreNote>, after?: Written<ScoreNote>) {
  const isOf = (other?: Written<ScoreNote>) =>
    other !== undefined && other.beat === one.beat && other.value.tuplet !== null;
  if (!one.value.tuplet) return { tuplet: '', rest: '' };
  const tuplet =
    (isOf(before) ? '' : '<tuplet type="start" bracket="yes"/>') +
    (isOf(after) ? '' : '<tuplet type="stop"/>');
  return { tuplet, rest: tuplet ? tag('notations', tuplet) : '' };
}

function modification({ tuplet }: Value): string {
  if (!tuplet) return '';
  return tag('time-modification', tag('actual-notes', tuplet.parts) + tag('normal-notes', tuplet.written));
}

/** Place of a note on its staff, and its head. */
function placed(document: SongDocument, type: 'drums' | 'notes', note: ScoreNote) {
  const { song, voice } = indexOf(document);
  const row = voice(note.voice);
  if (type === 'drums' && row) {
    const { step, octave, head } = drumHead(row);
    const parentheses = note.isGhost ? ' parentheses="yes"' : '';
    return {
      pitch: tag('unpitched', tag('display-step', step) + tag('display-octave', octave)),
      head: head === 'normal' && !parentheses ? '' : `<notehead${parentheses}>${head}</notehead>`,
    };
  }
  const [, step = 'C', sign = '', octave = '4'] =
    /^([A-G])([#b]*)(-?\d+)$/.exec(noteName(note.note, song.key)) ?? [];
  const alter = sign.startsWith('b') ? -sign.length : sign.length;
  return {
    pitch: tag('pitch', tag('step', step) + (alter ? tag('alter', alter) : '') + tag('octave', octave)),
    head: '',
  };
}

/** The grace strokes of a chord, before its first note: those of several of its notes stand together, nearest the beat last. */
function graces(
  document: SongDocument,
  type: 'drums' | 'notes',
  notes: readonly ScoreNote[],
  voice: string,
  stem: string,
  id: string,
): string {
  const most = Math.max(...notes.map((note) => note.graces));
  const value = tag('type', most > 1 ? '16th' : 'eighth');
  return Array.from({ length: most }, (_, i) =>
    notes
      .filter((note) => note.graces >= most - i)
      .map((note, n) => {
        const sounds = type === 'drums' ? `<instrument id="${instrument(id, note)}"/>` : '';
        const { pitch } = placed(document, type, note);
        return tag(
          'note',
          `<grace slash="yes"/>${n > 0 ? '<chord/>' : ''}${pitch}${sounds}${voice}${value}${stem}`,
        );
      })
      .join(''),
  ).join('');
}

function notations({ isTied, ties }: Written<ScoreNote>, note: ScoreNote, tuplet: string): string {
  const tied = (isTied ? '<tied type="stop"/>' : '') + (ties ? '<tied type="start"/>' : '');
  const roll = note.isRoll ? tag('ornaments', '<tremolo type="single">3</tremolo>') : '';
  const accent = note.isAccented && !isTied ? tag('articulations', '<accent/>') : '';
  const all = `${tied}${tuplet}${roll}${accent}`;
  return all ? tag('notations', all) : '';
}

function tag(name: string, content: string | number, attributes = ''): string {
  return `<${name}${attributes ? ` ${attributes}` : ''}>${content}</${name}>`;
}

/** Text as XML can hold it. */
function text(of: string): string {
  return of.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
}
