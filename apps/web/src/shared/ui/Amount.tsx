import { Box, Typography } from '@mui/material';
import { useId, useState } from 'react';
import { freshId } from '../fresh-id.ts';
import { SteadySlider } from './SteadySlider.tsx';
import { TEXT } from './tokens.ts';
import { onEnter, type RangedNumber, TypedNumber } from './TypedNumber.tsx';

/** A slider with its name and its value in words, which can also be typed. Dragging it is one gesture. */
export function Amount({
  label,
  value,
  min,
  max,
  step = 1,
  text,
  onChange,
  onType = (typed) => onChange(typed, freshId()),
}: RangedNumber & {
  onChange: (value: number, gesture: string) => void;
  /** Takes what is typed, where that means something else than the slider's place. */
  onType?: (value: number) => void;
}) {
  const id = useId();
  const [isTyped, setTyped] = useState(false);
  return (
    <Box sx={{ mb: 0.75 }} onKeyDown={onEnter(() => setTyped(true))}>
      <Box sx={{ display: 'flex', justifyContent: 'space-between' }}>
        <Typography id={id} sx={{ fontSize: TEXT.control }}>
          {label}
        </Typography>
        <TypedNumber
          label={label}
          {...{ value, min, max, step, text, isTyped }}
          onTyped={setTyped}
          onChange={onType}
        />
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
