import { Checkbox } from '@mui/material';
import { color } from '../../shared/ui/tokens.ts';

/** A tick for what leaves; mixed where some of what it stands for do. */
export function TickBox({
  label,
  isTicked,
  isMixed = false,
  onTick,
}: {
  /** Name where no text is beside it. */
  label?: string;
  isTicked: boolean;
  isMixed?: boolean;
  onTick: (leaves: boolean) => void;
}) {
  return (
    <Checkbox
      size="small"
      checked={isTicked}
      indeterminate={isMixed}
      onChange={(_, next) => onTick(next)}
      slotProps={label === undefined ? {} : { input: { 'aria-label': label } }}
      sx={{ p: 0.5, '&.Mui-checked, &.MuiCheckbox-indeterminate': { color: color('plum') } }}
    />
  );
}
