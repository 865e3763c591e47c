import { type Meter, meter, meterName, usualGroups } from '@plucky/core/time';
import { type None, Select, wordOptions } from '../../shared/ui/Select.tsx';

/** The meters that are offered, uneven ones with the groups that are played. */
const METERS: readonly Meter[] = [
  meter(4, 4),
  meter(2, 4),
  meter(3, 4),
  meter(5, 4),
  meter(5, 4, [2, 3]),
  meter(6, 8),
  meter(7, 8),
  meter(7, 8, [3, 2, 2]),
  meter(7, 8, [2, 3, 2]),
  meter(9, 8),
  meter(12, 8),
];

/** Chooses a meter. */
export function MeterField({
  value,
  onChange,
  ...field
}: {
  value: Meter | null;
  onChange: (meter: Meter) => void;
  none?: None;
  fullWidth?: boolean;
}) {
  const known = value === null || METERS.some((one) => same(one, value));
  const meters = known ? METERS : [...METERS, value];
  return (
    <Select
      label="Meter"
      {...field}
      value={value && meterText(value)}
      options={wordOptions(meters.map(meterText))}
      onChange={(text) => {
        const chosen = meters.find((one) => meterText(one) === text);
        if (chosen) onChange(chosen);
      }}
      sx={{ minWidth: 190 }}
    />
  );
}

function same(a: Meter, b: Meter): boolean {
  return meterText(a) === meterText(b);
}

function meterText(one: Meter): string {
  return one.groups.length > 1 && one.groups.join() !== usualGroups(one.beats, one.unit).join()
    ? `${one.beats}/${one.unit} (${one.groups.join('+')})`
    : meterName(one);
}
