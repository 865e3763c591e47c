import { LEAST_SLOWED } from '@plucky/core/song';
import { Amount } from './Amount.tsx';

/** The tempo to which a song slows, as a share of its own. */
export function SlowedAmount({
  to,
  tempo,
  onChange,
}: {
  /** In percent. */
  to: number;
  /** In quarter notes a minute, before it slows. */
  tempo: number;
  onChange: (to: number, gesture: string) => void;
}) {
  return (
    <Amount
      label="Down to"
      value={to}
      min={LEAST_SLOWED}
      max={100}
      text={`${to} % · ${Math.round((tempo * to) / 100)} bpm`}
      onChange={onChange}
    />
  );
}
