import { glideAnywhere, swellRows } from '@plucky/core/midi';
import {
  type ExportChoice,
  type ExportChoices,
  type ExportOptions,
  indexOf,
  type Matter,
  type SongDocument,
} from '@plucky/core/song';
import type { UseFormReturn } from 'react-hook-form';
import { ChoicesField } from '../../shared/form/ChoicesField.tsx';

type Offered = { readonly [K in keyof ExportChoices]?: ExportChoice<ExportChoices[K]> };

/** Options of the hand-off that are chosen, each as core declares it; those about what the song has not are left out. */
export function ChoiceFields({
  form,
  has,
  choices,
}: {
  form: UseFormReturn<ExportOptions>;
  /** The contents of the song that options are about. */
  has: Readonly<Record<Matter, boolean>>;
  choices: Offered;
}) {
  return Object.entries(choices).map(([name, { title, offers, about }]) =>
    about && !has[about] ? null : (
      <ChoicesField
        key={name}
        control={form.control}
        name={name as keyof ExportChoices}
        title={title}
        options={offers}
      />
    ),
  );
}

export function mattersIn(document: SongDocument): Readonly<Record<Matter, boolean>> {
  const { sections, parts } = indexOf(document);
  return {
    glides: glideAnywhere(document),
    'parts of notes': parts.some((part) => part.type === 'notes'),
    swells: swellRows(document).length > 0,
    chords: sections.some(({ slots }) => slots.some((slot) => slot.chords)),
  };
}
