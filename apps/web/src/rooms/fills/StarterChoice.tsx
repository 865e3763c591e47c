import { Select } from '../../shared/ui/Select.tsx';

interface Starter {
  readonly name: string;
  readonly about: string;
}

/** Recipes to begin with, each with what it is about. */
export function StarterChoice<S extends Starter>({
  label,
  starters,
  onChoose,
}: {
  label: string;
  starters: readonly S[];
  onChoose: (starter: S) => void;
}) {
  return (
    <Select
      fullWidth
      label={label}
      value={null}
      placeholder="a starter…"
      options={starters.map(({ name, about }) => ({ value: name, label: name, about }))}
      onChange={(name) => {
        const starter = starters.find((one) => one.name === name);
        if (starter) onChoose(starter);
      }}
      sx={{ mb: 1.5 }}
    />
  );
}
