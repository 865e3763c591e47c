import { Box } from '@mui/material';
import { chordNames, chordsInWords, slotMeter, typeChords } from '@plucky/core/form';
import { chordName, keyChords, romanNumeral } from '@plucky/core/pattern';
import { indexOf } from '@plucky/core/song';
import { useMemo } from 'react';
import { useEdit } from '../../document/context.tsx';
import { DraftField } from '../../shared/ui/DraftField.tsx';
import { notify } from '../../shared/ui/notify.ts';
import { Select } from '../../shared/ui/Select.tsx';
import { inSections } from './chosen-slots.ts';
import type { ChosenProps } from './SlotChoices.tsx';

/** The chords of the chosen slots: typed as names or numerals, one for each slot in order or a chart with bar lines, or one of the key's own put after those that are there. */
export function SlotChords({ document, chosen }: ChosenProps) {
  const edit = useEdit();
  const { key } = indexOf(document).song;
  const own = useMemo(() => keyChords(key), [key]);
  const [first] = chosen;
  if (!first) return null;
  const slots = inSections(chosen);
  const wordsOf = ({ slot, section }: (typeof chosen)[number]) =>
    chordsInWords(document, slot, slotMeter(document, section, slot));
  const words = wordsOf(first);
  const isSame = chosen.every((one) => wordsOf(one) === words);
  const set = (text: string) => {
    const isDone = edit((now) => typeChords(now, slots, text));
    if (isDone && text && !notesFollow) notify(NOBODY, { variant: 'info' });
  };
  const { parts, patternsOf } = indexOf(document);
  const notesFollow = parts.some(
    (part) =>
      part.type === 'notes' &&
      patternsOf(part.id).some(({ harmony }) => harmony !== undefined && harmony !== 'semitones'),
  );
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 92px', gap: 1, mb: 1.25 }}>
      <DraftField
        key={slots.map(({ slot }) => slot).join()}
        label="Chords"
        value={isSame ? words : 'several'}
        most={200}
        onChange={set}
      />
      <Select
        label="Of the key"
        value={null}
        options={own.map((chord, i) => ({
          value: i,
          label: `${romanNumeral(chord)} · ${chordName(chord, key)}`,
        }))}
        onChange={(i) => {
          const chord = own[i];
          // Those that are there make room, spread evenly.
          if (chord)
            set([...(isSame ? chordNames(document, first.slot) : []), romanNumeral(chord)].join(' ').trim());
        }}
      />
    </Box>
  );
}

const NOBODY =
  'No pattern of notes follows chords yet: choose how under Over chords, beside the rows of a bass or keys pattern.';
