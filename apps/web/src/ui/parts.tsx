import { Box, Button, Typography } from '@mui/material';
import { useId, type ReactNode } from 'react';
import { SteadySlider } from './SteadySlider.tsx';
import { color } from './tokens.ts';

/** A small heading over a group of controls. */
export function Heading({ children }: { children: ReactNode }) {
  return (
    <Typography
      component="h3"
      sx={{ fontFamily: 'inherit', fontSize: 12, fontWeight: 500, color: color('soft'), mb: 0.75 }}
    >
      {children}
    </Typography>
  );
}

/** A group of controls under its heading. */
export function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="section" aria-label={title} sx={{ mb: 1.75 }}>
      <Heading>{title}</Heading>
      {children}
    </Box>
  );
}

/** One of several to choose from. Chosen ones say so to eyes and to screen readers. */
export function Choice({
  chosen,
  children,
  onClick,
  title,
  disabled = false,
}: {
  chosen: boolean;
  children: ReactNode;
  onClick: () => void;
  title?: string | undefined;
  disabled?: boolean;
}) {
  return (
    <Button
      aria-pressed={chosen}
      onClick={onClick}
      disabled={disabled}
      {...(title ? { title } : {})}
      sx={
        chosen
          ? {
              backgroundColor: color('wash'),
              borderColor: color('plum'),
              '&:hover': { backgroundColor: color('wash') },
            }
          : {}
      }
    >
      {children}
    </Button>
  );
}

/** Choices in a wrapping row. */
export function Choices<T extends string | number>({
  title,
  options,
  value,
  onChange,
}: {
  title: string;
  options: readonly { readonly value: T; readonly label: string }[];
  value: T;
  onChange: (value: T) => void;
}) {
  return (
    <Group title={title}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        {options.map((option) => (
          <Choice key={option.value} chosen={option.value === value} onClick={() => onChange(option.value)}>
            {option.label}
          </Choice>
        ))}
      </Box>
    </Group>
  );
}

/** A slider with its name and its value in words. Dragging it is one gesture. */
export function Amount({
  label,
  value,
  min,
  max,
  step = 1,
  text,
  onChange,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  step?: number;
  text: string;
  onChange: (value: number, gesture: string) => void;
}) {
  const id = useId();
  return (
    <Box sx={{ mb: 0.75 }}>
      <Box sx={{ display: 'flex', justifyContent: 'space-between' }}>
        <Typography id={id} sx={{ fontSize: 13.5 }}>
          {label}
        </Typography>
        <span className="mono">{text}</span>
      </Box>
      <SteadySlider
        aria-labelledby={id}
        aria-valuetext={text}
        value={value}
        min={min}
        max={max}
        step={step}
        onChange={onChange}
        sx={{ py: 0.75 }}
      />
    </Box>
  );
}

/** The seed of what was made by chance, and the way to another. */
export function Seed({ value, onAnother }: { value: number; onAnother: () => void }) {
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, my: 1 }}>
      <Button onClick={onAnother}>Another</Button>
      <span className="mono" style={{ fontSize: 12 }}>
        seed {value}
      </span>
    </Box>
  );
}

/** A key as it is printed on a keyboard. */
export function KeyCap({ children }: { children: ReactNode }) {
  return (
    <Box
      component="kbd"
      sx={{
        fontFamily: 'Spline Sans Mono Variable, monospace',
        fontSize: 12,
        border: `1px solid ${color('strong')}`,
        borderRadius: '5px',
        background: color('page'),
        px: 0.6,
        py: 0.1,
      }}
    >
      {children}
    </Box>
  );
}

export function Logo() {
  return (
    <svg
      width="26"
      height="26"
      viewBox="0 0 24 24"
      strokeWidth="2.2"
      strokeLinecap="round"
      aria-hidden="true"
    >
      <path d="M4 20V6M9 20V10M14 20V8M19 20V11" stroke={color('plum')} />
      <circle cx="4" cy="5" r="1.8" fill={color('snare')} />
      <circle cx="14" cy="6.5" r="1.8" fill={color('hat')} />
    </svg>
  );
}

/** A small button in the text, for ways on that are not the main one. */
export function QuietButton({
  children,
  title,
  label,
  onClick,
}: {
  children: ReactNode;
  title?: string;
  /** What it is called where its words alone do not say what it is about. */
  label?: string;
  onClick: () => void;
}) {
  return (
    <Box
      component="button"
      {...(title ? { title } : {})}
      {...(label ? { 'aria-label': label } : {})}
      onClick={onClick}
      sx={{
        border: 0,
        p: 0,
        maxWidth: '100%',
        overflow: 'hidden',
        textOverflow: 'ellipsis',
        whiteSpace: 'nowrap',
        background: 'none',
        font: 'inherit',
        fontSize: 12.5,
        fontWeight: 600,
        color: color('plum'),
        cursor: 'pointer',
        textAlign: 'left',
        '&:hover': { textDecoration: 'underline' },
      }}
    >
      {children}
    </Box>
  );
}
