import { Box } from '@mui/material';
import type { Meter } from '@plucky/core/time';
import { MeterField } from '../../shared/ui/MeterField.tsx';

/** The meter that a section or a slot has of its own. */
export function OwnMeter({
  meter,
  otherwise,
  onChange,
}: {
  meter: Meter | undefined;
  /** The meter without one of its own, in words. */
  otherwise: string;
  onChange: (meter: Meter | null) => void;
}) {
  return (
    <Box sx={{ mb: 1.25 }}>
      <MeterField
        fullWidth
        value={meter ?? null}
        none={{ label: otherwise, choose: () => onChange(null) }}
        onChange={onChange}
      />
    </Box>
  );
}
