import { Amount } from './Amount.tsx';

/** A MIDI velocity, from 1 to 127, that is dragged or typed. */
export function VelocityAmount({
  label,
  value,
  text = String(value),
  onChange,
}: {
  label: string;
  value: number;
  /** The value in words, where it is one of several. */
  text?: string;
  onChange: (value: number, gesture: string) => void;
}) {
  return <Amount label={label} value={value} min={1} max={127} text={text} onChange={onChange} />;
}
