import { Box, Button, Typography } from '@mui/material';
import { drumNotes } from '@plucky/core/midi';
import {
  type ExportOptions,
  indexOf,
  KNOWN_MAPS,
  LONGEST_MAP,
  noteName,
  omit,
  type SongDocument,
} from '@plucky/core/song';
import type { UseFormReturn } from 'react-hook-form';
import { Choice } from '../../shared/ui/Choices.tsx';
import { DraftField } from '../../shared/ui/DraftField.tsx';
import { Group } from '../../shared/ui/Group.tsx';
import { PopoverButton } from '../../shared/ui/PopoverButton.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { LoneNumber } from '../../shared/ui/TypedNumber.tsx';

type Form = UseFormReturn<ExportOptions>;

/** Which note each drum leaves with: by a map that is known, or one of one's own with a name. */
export function DrumNotes({
  document,
  form,
  options,
}: {
  document: SongDocument;
  form: Form;
  options: ExportOptions;
}) {
  const { drumMap, ownMap, ownMaps } = options;
  const set = (wanted: Partial<ExportOptions>) => {
    for (const [name, value] of Object.entries(wanted))
      form.setValue(name as keyof ExportOptions, value, { shouldDirty: true, shouldValidate: true });
  };
  return (
    <Group title="Drum notes">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        {KNOWN_MAPS.map(({ value, label }) => (
          <Choice key={value} chosen={drumMap === value} onClick={() => set({ drumMap: value })}>
            {label}
          </Choice>
        ))}
        {Object.keys(ownMaps).map((name) => (
          <Choice
            key={name}
            chosen={drumMap === 'own' && ownMap === name}
            onClick={() => set({ drumMap: 'own', ownMap: name })}
          >
            {name}
          </Choice>
        ))}
        <PopoverButton
          name="Drum map"
          text={drumMap === 'own' ? 'Change it…' : 'A map of your own…'}
          paper={{ width: 300, maxHeight: 520 }}
          onOpen={() => {
            if (drumMap !== 'own') set(newMap(document, options));
          }}
        >
          {(close) =>
            drumMap === 'own' && (
              <MapOfOwn
                document={document}
                options={options}
                onChange={set}
                onRemove={() => {
                  close();
                  set({ drumMap: 'voice', ownMap: '', ownMaps: omit(ownMaps, ownMap) });
                }}
              />
            )
          }
        </PopoverButton>
      </Box>
    </Group>
  );
}

/** A map that begins with the notes that leave now, by a name that is free. */
function newMap(document: SongDocument, options: ExportOptions): Partial<ExportOptions> {
  const { ownMaps } = options;
  let number = Object.keys(ownMaps).length + 1;
  while (Object.hasOwn(ownMaps, `Map ${number}`)) number++;
  const ownMap = `Map ${number}`;
  const { voice } = indexOf(document);
  const notes = [...drumNotes(document, options)].filter(([id, note]) => voice(id)?.note !== note);
  return { drumMap: 'own', ownMap, ownMaps: { ...ownMaps, [ownMap]: Object.fromEntries(notes) } };
}

function MapOfOwn({
  document,
  options,
  onChange,
  onRemove,
}: {
  document: SongDocument;
  options: ExportOptions;
  onChange: (wanted: Partial<ExportOptions>) => void;
  onRemove: () => void;
}) {
  const { ownMap, ownMaps } = options;
  const { parts, voicesOf, song } = indexOf(document);
  const notes = drumNotes(document, options);
  const rename = (typed: string) => {
    const name = typed.trim();
    if (!name || name in {} || Object.hasOwn(ownMaps, name)) return;
    const renamed = Object.entries(ownMaps).map(([one, map]) => [one === ownMap ? name : one, map]);
    onChange({ ownMap: name, ownMaps: Object.fromEntries(renamed) as ExportOptions['ownMaps'] });
  };
  return (
    <>
      <DraftField
        label="Name of the map"
        value={ownMap}
        most={LONGEST_MAP}
        onChange={rename}
        sx={{ width: '100%', mb: 1.5 }}
      />
      {parts
        .filter((part) => part.type === 'drums')
        .flatMap((part) => voicesOf(part.id))
        .map((voice) => {
          const note = notes.get(voice.id) ?? voice.note;
          return (
            <Box key={voice.id} sx={{ display: 'flex', alignItems: 'center', gap: 1, minHeight: 28 }}>
              <Typography noWrap sx={{ flex: 1, fontSize: TEXT.control }}>
                {voice.name}
              </Typography>
              <Typography className="mono" sx={{ fontSize: TEXT.note, color: color('faint') }}>
                {noteName(note, song.key)}
              </Typography>
              <LoneNumber
                label={`Note of ${voice.name}`}
                value={note}
                min={0}
                max={127}
                text={String(note)}
                onChange={(to) =>
                  onChange({ ownMaps: { ...ownMaps, [ownMap]: { ...ownMaps[ownMap], [voice.id]: to } } })
                }
              />
            </Box>
          );
        })}
      <Typography variant="caption" component="p" sx={{ m: 0, mt: 1 }}>
        Press a number to type another one.
      </Typography>
      <Button variant="text" onClick={onRemove} sx={{ mt: 1 }}>
        Remove this map
      </Button>
    </>
  );
}
