import { Box, TextField, Typography } from '@mui/material';
import { namesOfRegions } from '@plucky/core/midi';
import {
  type ExportOptions,
  FILE_CHOICES,
  type Id,
  indexOf,
  KNOWN_MAPS,
  NAME_PARTS,
  NOTE_CHOICES,
  type RegionKind,
  type SongDocument,
} from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { useMemo } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import type { ExportResult } from '../../api/client.ts';
import { useSong } from '../../document/context.tsx';
import { fieldProps, sentence } from '../../shared/form/resolver.ts';
import { Choice } from '../../shared/ui/Choices.tsx';
import { Fold } from '../../shared/ui/Fold.tsx';
import { Group } from '../../shared/ui/Group.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { ChoiceFields, mattersIn } from './ChoiceFields.tsx';
import { DrumNotes } from './DrumNotes.tsx';
import { LeaveFoot } from './LeaveFoot.tsx';
import { RowsThatLeave } from './RowsThatLeave.tsx';
import { SwellWords } from './SwellWords.tsx';
import { useLeaving } from './useHandOff.ts';
import { useWhichLeave } from './which-leave.ts';
import { WhichRegions } from './WhichRegions.tsx';

const KINDS: readonly { readonly kind: RegionKind; readonly label: string }[] = [
  { kind: 'song', label: 'One song file' },
  { kind: 'section', label: 'A region per section' },
  { kind: 'slot', label: 'A region per slot' },
  { kind: 'pattern', label: 'One per pattern' },
];

/** Options of the hand-off, and the button that makes it. */
export function ExportSettings({
  form,
  options,
  result,
  chosen,
  onLeft,
}: {
  form: UseFormReturn<ExportOptions>;
  /** Present options of the form. */
  options: ExportOptions;
  /** The hand-off that is looked at. */
  result: ExportResult | null;
  /** The regions that leave; null while they are not known. */
  chosen: ReadonlySet<Id> | null;
  /** Told when a hand-off is there. */
  onLeft: () => void;
}) {
  const document = useSong();
  const leaving = useLeaving(onLeft);
  const has = useMemo(() => mattersIn(document), [document]);
  const { control } = form;
  const toggle = (kind: RegionKind) => {
    const next = KINDS.map((one) => one.kind).filter(
      (one) => (one === kind) !== options.regions.includes(one),
    );
    form.setValue('regions', next, { shouldDirty: true, shouldValidate: true });
  };
  const wrong = sentence(form.formState.errors.names?.message);
  const example = exampleOf(document, options, chosen);
  const start = (wanted: ExportOptions) => {
    const isAll = useWhichLeave.getState().which === 'all';
    leaving.start({ options: wanted, only: isAll || !chosen ? null : [...chosen] });
  };
  return (
    <Box
      component="aside"
      aria-label="What leaves"
      sx={{ overflow: 'auto', borderRight: `1px solid ${color('line')}`, p: 2, pt: 1.5 }}
    >
      <Group title="What leaves">
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
          {KINDS.map(({ kind, label }) => (
            <Choice key={kind} chosen={options.regions.includes(kind)} onClick={() => toggle(kind)}>
              {label}
            </Choice>
          ))}
        </Box>
      </Group>
      {result && <WhichRegions result={result} chosen={chosen} />}
      <Fold title="Rows and notes" says={notesWords(document, options)} name="notes that leave">
        <RowsThatLeave document={document} control={control} />
        <ChoiceFields form={form} has={has} choices={NOTE_CHOICES} />
        <SwellWords document={document} options={options} />
        <DrumNotes document={document} form={form} options={options} />
      </Fold>
      <Fold title="Files" says={example ?? ''} name="files that leave">
        <ChoiceFields form={form} has={has} choices={FILE_CHOICES} />
        <FileNames form={form} example={example} />
      </Fold>
      <LeaveFoot
        leaving={leaving}
        result={result}
        count={chosen?.size ?? null}
        wrong={wrong}
        onLeave={() => void form.handleSubmit(start)()}
      />
    </Box>
  );
}

/** Rows that leave, their tracks, and the map of drums, in few words. */
function notesWords(document: SongDocument, { stay, tracks, drumMap, ownMap }: ExportOptions): string {
  const { parts, voicesOf } = indexOf(document);
  const rows = parts.flatMap((part) => voicesOf(part.id)).length;
  const leaving = stay.length ? `all but ${counted(stay.length, 'row')}` : `all ${counted(rows, 'row')}`;
  const map = drumMap === 'own' ? ownMap : KNOWN_MAPS.find(({ value }) => value === drumMap)?.label;
  return `${leaving}, ${NOTE_CHOICES.tracks.offers.find(({ value }) => value === tracks)?.label.toLowerCase() ?? ''}, ${map ?? ''}`;
}

/** The name of the second file that leaves, or of the first where there is one. */
function exampleOf(document: SongDocument, options: ExportOptions, chosen: ReadonlySet<Id> | null) {
  const names = namesOfRegions(document, { ...options, names: options.names || ' ' });
  const [first, second = first] = [...names].filter(([id]) => chosen?.has(id)).map(([, name]) => name);
  return second;
}

/** The pattern of the files' names, with what it makes of one. */
function FileNames({ form, example }: { form: UseFormReturn<ExportOptions>; example: string | undefined }) {
  const names = form.register('names');
  const wrong = sentence(form.formState.errors.names?.message);
  return (
    <Group title="File names">
      <TextField
        fullWidth
        size="small"
        {...fieldProps(names)}
        error={wrong !== ''}
        slotProps={{ htmlInput: { 'aria-label': 'File names', className: 'mono' } }}
        helperText={wrong || `Of ${NAME_PARTS.join(' ')}`}
      />
      <Typography
        className="mono"
        sx={{
          fontSize: `${TEXT.small}px !important`,
          color: color('soft'),
          mt: 0.5,
          wordBreak: 'break-word',
        }}
      >
        {example ?? ''}
      </Typography>
    </Group>
  );
}
