import { Box } from '@mui/material';
import { type ComponentProps, type KeyboardEvent, useState } from 'react';
import { color } from './tokens.ts';
import { useDraft } from './useDraft.ts';

/** A number of a range, with its value in words. */
export interface RangedNumber {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step?: number;
  readonly text: string;
}

/** A number as it is shown, which a press turns into a field; what is typed there is held within its range. */
export function TypedNumber({
  label,
  value,
  min,
  max,
  step = 1,
  text,
  isTyped,
  isAlone = false,
  onTyped,
  onChange,
}: RangedNumber & {
  isTyped: boolean;
  /** True where no slider beside it says the same and opens it with Enter. */
  isAlone?: boolean;
  onTyped: (isTyped: boolean) => void;
  onChange: (value: number) => void;
}) {
  if (isTyped)
    return (
      <Field
        label={label}
        value={value}
        onKeep={(typed) => onChange(Math.min(max, Math.max(min, onStep(typed, step))))}
        onDone={() => onTyped(false)}
      />
    );
  return (
    <Box
      component="button"
      className="mono"
      // With a slider that says the same it is one stop for the Tab key.
      {...(isAlone
        ? { 'aria-label': `${label} ${text}, type a new one` }
        : { tabIndex: -1, 'aria-hidden': true })}
      title={`Type it: ${min} to ${max}`}
      onClick={() => onTyped(true)}
      sx={{
        border: 0,
        p: 0,
        minHeight: 24,
        minWidth: 24,
        background: 'none',
        textAlign: 'right',
        color: 'inherit',
        cursor: 'text',
        '&:hover': { textDecoration: 'underline dotted' },
      }}
    >
      {text}
    </Box>
  );
}

/** A number that no slider beside it says too. */
export function LoneNumber(
  props: Omit<ComponentProps<typeof TypedNumber>, 'isAlone' | 'isTyped' | 'onTyped'>,
) {
  const [isTyped, setIsTyped] = useState(false);
  return <TypedNumber {...props} isAlone isTyped={isTyped} onTyped={setIsTyped} />;
}

/** The nearest multiple of a step, without what binary fractions leave over. */
function onStep(typed: number, step: number): number {
  return Number((Math.round(typed / step) * step).toFixed(6));
}

function Field({
  label,
  value,
  onKeep,
  onDone,
}: {
  label: string;
  value: number;
  onKeep: (value: number) => void;
  onDone: () => void;
}) {
  const draft = useDraft(String(value), (typed) => {
    const number = Number(typed.replace(',', '.'));
    if (typed !== '' && Number.isFinite(number)) onKeep(number);
  });
  return (
    <Box
      component="input"
      className="mono"
      {...draft}
      autoFocus
      inputMode="decimal"
      aria-label={`${label}, typed`}
      onFocus={(event: { readonly target: { select: () => void } }) => {
        draft.onFocus();
        event.target.select();
      }}
      onBlur={() => {
        draft.onBlur();
        onDone();
      }}
      sx={{
        width: 72,
        height: 24,
        px: 0.5,
        textAlign: 'right',
        color: color('ink'),
        background: color('page'),
        border: `1px solid ${color('strong')}`,
        borderRadius: '6px',
      }}
    />
  );
}

/** Opens the field of a number where Enter is pressed on its slider. */
export function onEnter(open: () => void) {
  return (event: KeyboardEvent<HTMLElement>) => {
    if (event.key !== 'Enter' || !(event.target instanceof HTMLInputElement) || event.target.type !== 'range')
      return;
    event.preventDefault();
    event.stopPropagation();
    open();
  };
}
