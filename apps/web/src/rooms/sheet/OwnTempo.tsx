import { Box } from '@mui/material';
import { FASTEST, SLOWEST, type TempoChange } from '@plucky/core/song';
import { barTicks, beatTicks, figure, type Meter } from '@plucky/core/time';
import { DraftField } from '../../shared/ui/DraftField.tsx';
import { LengthSelect } from '../../shared/ui/LengthSelect.tsx';
import { notify } from '../../shared/ui/notify.ts';
import { tempoFrom } from '../../shared/ui/tempo-from.ts';

/** The tempo that a section or a slot has of its own, typed, and over how long it is reached; blank for none. */
export function OwnTempo({
  tempo,
  otherwise,
  meter,
  onChange,
}: {
  tempo: TempoChange | undefined;
  /** The tempo without one of its own, in words. */
  otherwise: string;
  meter: Meter;
  onChange: (tempo: TempoChange | null) => void;
}) {
  const type = (text: string) => {
    if (text === '') {
      onChange(null);
      return;
    }
    const to = tempoFrom(text);
    if (to !== null) {
      onChange({ ...tempo, to });
      return;
    }
    notify(`“${text}” is no tempo. One is a number from ${SLOWEST} to ${FASTEST}. Nothing was changed.`, {
      variant: 'warning',
    });
  };
  const bar = barTicks(meter);
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: tempo ? '1fr 1fr' : '1fr', gap: 1, mb: 1.25 }}>
      <DraftField
        label="Tempo, bpm"
        value={tempo ? figure(tempo.to) : ''}
        placeholder={otherwise}
        most={12}
        onChange={type}
      />
      {tempo && (
        <LengthSelect
          label="Reached"
          lengths={[beatTicks(meter), ...[1, 2, 4, 8, 16].map((bars) => bars * bar)]}
          value={tempo.over ?? null}
          meter={meter}
          none={{ label: 'at once', choose: () => onChange({ to: tempo.to }) }}
          onChange={(over) => onChange({ to: tempo.to, over })}
        />
      )}
    </Box>
  );
}
