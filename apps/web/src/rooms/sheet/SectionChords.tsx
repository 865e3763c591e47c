import { chartInWords, setSectionChords } from '@plucky/core/form';
import type { Section, SongDocument } from '@plucky/core/song';
import { useMemo } from 'react';
import { useEdit } from '../../document/context.tsx';
import { DraftField } from '../../shared/ui/DraftField.tsx';

/** Longest chart that is typed, in characters. */
const MOST = 2000;

/** The chords of a section, typed as a chart with its bars between lines. */
export function SectionChords({ document, section }: { document: SongDocument; section: Section }) {
  const edit = useEdit();
  const words = useMemo(() => chartInWords(document, section), [document, section]);
  const hasSome = section.slots.some((slot) => slot.chords?.length);
  return (
    <DraftField
      key={section.id}
      fullWidth
      label="Chords of the section"
      value={words ?? ''}
      placeholder={hasSome ? 'by slot, beside the beats' : 'Dm | Bb F | C | %'}
      most={MOST}
      onChange={(text) => edit((now) => setSectionChords(now, section, text))}
      sx={{ mb: 1.25 }}
    />
  );
}
