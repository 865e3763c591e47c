import {
  Autocomplete,
  Box,
  createFilterOptions,
  type SxProps,
  TextField,
  type Theme,
  Typography,
} from '@mui/material';
import { color, TEXT } from './tokens.ts';

/** One of many things to choose, found by typing a part of its name; things of a group that stand together share a head. */
export interface SearchOption<T extends string> {
  readonly value: T;
  readonly label: string;
  readonly group: string;
}

/** Number of entries listed at a time; typing finds the rest. */
const LISTED = 60;
const found = createFilterOptions<SearchOption<string>>({ limit: LISTED });

/** A list too long to be gone through: what is typed narrows it. */
export function SearchSelect({
  label,
  value,
  options,
  disabled = false,
  helperText,
  onChange,
  sx,
}: {
  label: string;
  value: string | null;
  options: readonly SearchOption<string>[];
  disabled?: boolean;
  helperText?: string | undefined;
  onChange: (value: string) => void;
  sx?: SxProps<Theme>;
}) {
  const chosen = options.find((one) => one.value === value);
  return (
    <Autocomplete
      size="small"
      disableClearable
      autoHighlight
      // A press on the field opens it as well.
      forcePopupIcon={false}
      options={options}
      // A value that is never shown as empty: without one the field is disabled and says why.
      value={chosen ?? { value: '', label: '', group: '' }}
      isOptionEqualToValue={(one, other) => one.value === other.value}
      groupBy={(one) => one.group}
      filterOptions={found}
      renderGroup={({ key, group, children }) => (
        // As the library has it the options stand in no group that a screen reader would know.
        <li key={key} role="group" aria-label={group}>
          <Typography aria-hidden sx={{ px: 1.5, pt: 0.75, fontSize: TEXT.note, color: color('soft') }}>
            {group}
          </Typography>
          <Box component="ul" role="presentation" sx={{ p: 0, listStyle: 'none' }}>
            {children}
          </Box>
        </li>
      )}
      disabled={disabled}
      onChange={(_, next) => onChange(next.value)}
      renderInput={(params) => <TextField {...params} label={label} helperText={helperText} />}
      slotProps={{
        paper: { sx: { border: `1px solid ${color('strong')}` } },
        listbox: { sx: { fontSize: TEXT.control } },
      }}
      sx={sx ?? {}}
    />
  );
}
