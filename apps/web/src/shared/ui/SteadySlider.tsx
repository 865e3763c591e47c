import { Box, Slider, type SliderProps } from '@mui/material';
import { useGesture } from './useGesture.ts';
import { useKeySteps } from './useKeySteps.ts';

type Props = Pick<
  SliderProps,
  'aria-label' | 'aria-labelledby' | 'aria-valuetext' | 'marks' | 'track' | 'sx'
> & {
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step?: number;
  readonly onChange: (value: number, gesture: string) => void;
};

/** A slider of which no key press is lost; a drag is one gesture, and so are presses that follow one another. */
export function SteadySlider({ value, min, max, step = 1, onChange, ...looks }: Props) {
  const gesture = useGesture();
  const keys = useKeySteps({ value, min, max, step, gesture, onChange });
  return (
    <Box {...keys} sx={{ display: 'flex' }}>
      <Slider
        {...looks}
        value={value}
        min={min}
        max={max}
        step={step}
        onChange={(_, next) => onChange(next, gesture.name())}
        onChangeCommitted={gesture.done}
      />
    </Box>
  );
}
