import { Box, Button, LinearProgress, TextField, Typography } from '@mui/material';
import {
  cutName,
  fileNames,
  indexOf,
  LIMITS,
  LONGEST_NAME,
  NAME_PARTS,
  planRegions,
  type ExportOptions,
  type RegionKind,
} from '@plucky/core';
import { downloadUrl, type ExportResult, type ExportState } from '../../api/client.ts';
import { useDocumentState, useSong } from '../../document/context.tsx';
import { Choice, Choices } from '../../shared/ui/Choices.tsx';
import { Group } from '../../shared/ui/Group.tsx';
import { color } from '../../shared/ui/tokens.ts';

const KINDS: readonly { readonly kind: RegionKind; readonly label: string }[] = [
  { kind: 'song', label: 'One song file' },
  { kind: 'section', label: 'A region per section' },
  { kind: 'slot', label: 'A region per slot' },
  { kind: 'pattern', label: 'One per pattern' },
];

/** What leaves and how, and the button that lets it leave. */
export function ExportSettings({
  options,
  onChange,
  onExport,
  onCancel,
  exporting,
  onTheWay,
  result,
}: {
  options: ExportOptions;
  onChange: (options: ExportOptions) => void;
  onExport: () => void;
  onCancel: () => void;
  exporting: boolean;
  /** How the export is, once the server has said so. */
  onTheWay: ExportState | null;
  result: ExportResult | null;
}) {
  const document = useSong();
  const unsaved = useDocumentState((state) => state.document !== state.saved);
  const regions = planRegions(document, options);
  const set = (fields: Partial<ExportOptions>) => onChange({ ...options, ...fields });
  const toggle = (kind: RegionKind) => {
    const next = KINDS.map((one) => one.kind).filter(
      (one) => (one === kind) !== options.regions.includes(one),
    );
    set({ regions: next });
  };
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
      <Choices
        title="Tracks"
        value={options.tracks}
        options={[
          { value: 'part', label: 'One per part' },
          { value: 'voice', label: 'One per drum' },
        ]}
        onChange={(tracks) => set({ tracks })}
      />
      <Choices
        title="Accents become"
        value={options.accents}
        options={[
          { value: 'velocity', label: 'Velocity' },
          { value: 'pressure', label: 'Key pressure' },
          { value: 'both', label: 'Both' },
        ]}
        onChange={(accents) => set({ accents })}
      />
      <Choices
        title="Timing"
        value={options.timing}
        options={[
          { value: 'heard', label: 'Swing and feel baked in' },
          { value: 'grid', label: 'Straight grid' },
        ]}
        onChange={(timing) => set({ timing })}
      />
      <Choices
        title="Levels of the kit mix"
        value={options.levels}
        options={[
          { value: 'stay', label: 'Stay here' },
          { value: 'velocity', label: 'Scale velocities' },
        ]}
        onChange={(levels) => set({ levels })}
      />
      <Choices
        title="Drum notes"
        value={options.drumMap}
        options={[
          { value: 'voice', label: 'The kit’s own' },
          { value: 'rising', label: 'Rising from C2' },
        ]}
        onChange={(drumMap) => set({ drumMap })}
      />
      <Choices
        title="Resolution, ticks a quarter note"
        value={options.ppq}
        options={[
          { value: 480, label: '480' },
          { value: 960, label: '960' },
        ]}
        onChange={(ppq) => set({ ppq: ppq === 480 ? 480 : 960 })}
      />
      <Group title="File names">
        <TextField
          fullWidth
          size="small"
          value={options.names}
          onChange={(event) => set({ names: cutName(event.target.value, LONGEST_NAME).replace(/[<>]/g, '') })}
          slotProps={{ htmlInput: { 'aria-label': 'File names', className: 'mono' } }}
          helperText={`Of ${NAME_PARTS.join(' ')}`}
        />
        <Typography
          className="mono"
          sx={{ fontSize: '12px !important', color: color('soft'), mt: 0.5, wordBreak: 'break-word' }}
        >
          {example ?? ''}
        </Typography>
      </Group>
      <Box
        sx={{
          position: 'sticky',
          bottom: -16,
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
            exporting ||
            unsaved ||
            regions.length === 0 ||
            regions.length > LIMITS.regions ||
            !options.names.trim()
          }
          onClick={onExport}
          sx={{ py: 0.9 }}
        >
          {exporting
            ? 'Exporting…'
            : unsaved
              ? 'Saving first…'
              : `Export ${regions.length} ${regions.length === 1 ? 'file' : 'files'}`}
        </Button>
        {regions.length > LIMITS.regions && (
          <Typography role="alert" sx={{ fontSize: 12.5, color: color('warn'), mt: 0.75 }}>
            At most {LIMITS.regions.toLocaleString('en')} files leave at once. Choose fewer kinds.
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
              <Typography role="status" sx={{ fontSize: 12.5, color: color('soft') }}>
                It waits: {onTheWay.ahead} {onTheWay.ahead === 1 ? 'export comes' : 'exports come'} first.
              </Typography>
            )}
            <Button onClick={onCancel}>Cancel</Button>
          </Box>
        )}
        {result && (
          <Box sx={{ display: 'grid', gap: 0.75, mt: 1 }}>
            <Button component="a" href={downloadUrl.zip(result.exportId, false)} download>
              Download all as zip
            </Button>
            {changed > 0 && changed < result.regions.length && (
              <Button component="a" href={downloadUrl.zip(result.exportId, true)} download>
                Only the {changed} that changed
              </Button>
            )}
          </Box>
        )}
      </Box>
    </Box>
  );
}
