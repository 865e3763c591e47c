import { Box, Button, LinearProgress, TextField, Typography } from '@mui/material';
import { fileNames, leavingRegions, safeFileName } from '@plucky/core/midi';
import {
  type ExportOptions,
  FILE_CHOICES,
  indexOf,
  LIMITS,
  NAME_PARTS,
  NOTE_CHOICES,
  type RegionKind,
} from '@plucky/core/song';
import { counted, figure } from '@plucky/core/time';
import { useMemo } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { downloadUrl, type ExportResult } from '../../api/client.ts';
import { useDocumentState, useSong } from '../../document/context.tsx';
import { fieldProps, sentence } from '../../shared/form/resolver.ts';
import { Choice } from '../../shared/ui/Choices.tsx';
import { Group } from '../../shared/ui/Group.tsx';
import { later } from '../../shared/ui/later.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { ChoiceFields, mattersIn } from './ChoiceFields.tsx';
import { DrumNotes } from './DrumNotes.tsx';
import { FolderButton } from './folder/FolderButton.tsx';
import { RowsThatLeave } from './RowsThatLeave.tsx';
import { slip } from './slip.ts';
import type { useLeaving } from './useHandOff.ts';

const ScoreButton = later(async () => (await import('./ScoreButton.tsx')).ScoreButton);

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
  leaving,
  result,
}: {
  form: UseFormReturn<ExportOptions>;
  /** Present options of the form. */
  options: ExportOptions;
  leaving: ReturnType<typeof useLeaving>;
  /** The hand-off that is looked at. */
  result: ExportResult | null;
}) {
  const document = useSong();
  const songId = useDocumentState((state) => state.songId);
  const unsaved = useDocumentState((state) => state.document !== state.saved);
  const regions = leavingRegions(document, options);
  const hasSwells = indexOf(document).sections.some(({ slots }) => slots.some((slot) => slot.landing?.swell));
  const has = useMemo(() => mattersIn(document), [document]);
  const { control } = form;
  const { isOn: exporting, onTheWay } = leaving;
  const toggle = (kind: RegionKind) => {
    const next = KINDS.map((one) => one.kind).filter(
      (one) => (one === kind) !== options.regions.includes(one),
    );
    form.setValue('regions', next, { shouldDirty: true, shouldValidate: true });
  };
  const names = form.register('names');
  const wrong = sentence(form.formState.errors.names?.message);
  const example = fileNames(regions, options.names || ' ', indexOf(document).song.name)[
    Math.min(1, regions.length - 1)
  ];
  const changed = result?.regions.filter((region) => region.state !== 'same').length ?? 0;
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
      <RowsThatLeave document={document} control={control} />
      <ChoiceFields form={form} has={has} choices={NOTE_CHOICES} />
      {hasSwells && (
        <Typography sx={{ fontSize: TEXT.note, color: color('soft'), mb: 1.25 }}>
          A swell leaves as one note whose end is the barline, on a row of its own: give that row a reversed
          cymbal where the files are played.
        </Typography>
      )}
      <DrumNotes document={document} form={form} options={options} />
      <ChoiceFields form={form} has={has} choices={FILE_CHOICES} />
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
      <Box
        sx={{
          position: 'sticky',
          bottom: { xs: 60, md: -16 },
          mx: -2,
          mb: -2,
          p: 2,
          background: color('paper'),
          borderTop: `1px solid ${color('line')}`,
        }}
      >
        <Button
          variant="contained"
          color="primary"
          fullWidth
          disabled={
            exporting || unsaved || regions.length === 0 || regions.length > LIMITS.regions || wrong !== ''
          }
          onClick={() => void form.handleSubmit((wanted) => leaving.start(wanted))()}
          sx={{ py: 0.9 }}
        >
          {exporting ? 'Exporting…' : unsaved ? 'Saving first…' : `Export ${counted(regions.length, 'file')}`}
        </Button>
        {regions.length > LIMITS.regions && (
          <Typography role="alert" sx={{ fontSize: TEXT.note, color: color('warn'), mt: 0.75 }}>
            At most {figure(LIMITS.regions)} files leave at once. Choose fewer kinds.
          </Typography>
        )}
        {exporting && (
          <Box sx={{ display: 'grid', gap: 0.75, mt: 1 }}>
            <LinearProgress
              aria-label="Export"
              {...(onTheWay?.state === 'running' && onTheWay.done > 0
                ? { variant: 'determinate', value: onTheWay.done * 100 }
                : {})}
            />
            {onTheWay?.state === 'queued' && (
              <Typography role="status" sx={{ fontSize: TEXT.note, color: color('soft') }}>
                It waits: {counted(onTheWay.ahead, 'export comes', 'exports come')} first.
              </Typography>
            )}
            <Button onClick={leaving.cancel}>Cancel</Button>
          </Box>
        )}
        <Button
          component="a"
          href={downloadUrl.song(songId)}
          download
          variant="text"
          fullWidth
          title="All of the song, to be opened on another computer or read by programs"
          sx={{ mt: 0.75 }}
        >
          The song itself, as a file
        </Button>
        <ScoreButton />
        {result && (
          <Box sx={{ display: 'grid', gap: 0.75, mt: 0.75 }}>
            <Button
              component="a"
              href={downloadUrl.zip(result.exportId, false)}
              download
              title="Press to download all of it, or drag it out of the page"
              draggable
              onDragStart={(event) =>
                slip(event.dataTransfer, {
                  file: `${safeFileName(`${indexOf(document).song.name}, hand-off ${result.number}`)}.zip`,
                  url: downloadUrl.zip(result.exportId, false),
                  type: 'application/zip',
                })
              }
            >
              Hand-off {result.number}, all as zip
            </Button>
            <FolderButton result={result} />
            {changed > 0 && changed < result.regions.length && (
              <Button component="a" href={downloadUrl.zip(result.exportId, true)} download>
                Only the {changed} that changed then
              </Button>
            )}
          </Box>
        )}
      </Box>
    </Box>
  );
}
