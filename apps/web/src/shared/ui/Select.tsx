import { Box, MenuItem, TextField, type TextFieldProps } from '@mui/material';
import { color, TEXT } from './tokens.ts';

export interface Option<T> {
  readonly value: T;
  readonly label: string;
  /** Number of generations below the first one. */
  readonly depth?: number;
  /** Explanation under its name. */
  readonly about?: string;
  readonly disabled?: boolean;
}

export interface SelectProps {
  readonly label: string;
  /** The label is read out, and not seen. */
  readonly bare?: boolean;
  readonly fullWidth?: boolean;
  readonly disabled?: boolean;
  readonly autoFocus?: boolean;
  readonly helperText?: string | undefined;
  readonly sx?: TextFieldProps['sx'];
}

/** Choice of nothing: its name, and its effect. */
export interface None {
  readonly label: string;
  readonly choose: () => void;
}

/** The value of the item that chooses nothing; no id and no number is like it. */
const NONE = '';

/** Chooses one of a list that opens. */
export function Select<T extends string | number>({
  label,
  bare = false,
  value,
  options,
  none,
  placeholder,
  onChange,
  ...field
}: SelectProps & {
  /** Null while nothing is chosen. */
  value: T | null;
  options: readonly Option<T>[];
  /** The first of the list, where nothing can be chosen too. */
  none?: None | undefined;
  /** Stands there instead of what is chosen, for lists that do something at once. */
  placeholder?: string;
  onChange: (value: T) => void;
}) {
  return (
    <TextField
      select
      size="small"
      {...(bare ? {} : { label })}
      {...field}
      sx={field.sx ?? null}
      value={value ?? NONE}
      onChange={(event) => {
        // Value that a menu item was given, numbers too.
        const given: unknown = event.target.value;
        const chosen = options.find((one) => one.value === given);
        if (chosen) onChange(chosen.value);
        else if (given === NONE) none?.choose();
      }}
      slotProps={{
        inputLabel: { shrink: true },
        select: {
          displayEmpty: true,
          ...(bare ? { 'aria-label': label } : {}),
          ...(placeholder === undefined ? {} : { renderValue: () => placeholder }),
        },
      }}
    >
      {none && (
        // A press on it is no change while nothing is chosen, and yet meant.
        <MenuItem value={NONE} {...(value === null ? { onClick: none.choose } : {})}>
          {none.label}
        </MenuItem>
      )}
      {options.map((one) => (
        <MenuItem
          key={one.value}
          value={one.value}
          disabled={one.disabled ?? false}
          sx={one.about ? { display: 'block' } : { pl: 2 + (one.depth ?? 0) * 1.5 }}
        >
          {one.label}
          {one.about && (
            <Box component="span" sx={{ display: 'block', fontSize: TEXT.fine, color: color('soft') }}>
              {one.about}
            </Box>
          )}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** The same words as values and as what is read. */
export function wordOptions<T extends string>(words: readonly T[]): Option<T>[] {
  return words.map((value) => ({ value, label: value }));
}

/** Whatever has an id and a name. */
export function namedOptions(
  things: Iterable<{ readonly id: string; readonly name: string }>,
): Option<string>[] {
  return Array.from(things, ({ id, name }) => ({ value: id, label: name }));
}
