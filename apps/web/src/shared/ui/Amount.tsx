import { Box, Typography } from '@mui/material';
import { useId } from 'react';
import { SteadySlider } from './SteadySlider.tsx';
import { TEXT } from './tokens.ts';

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
        <Typography id={id} sx={{ fontSize: TEXT.control }}>
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
