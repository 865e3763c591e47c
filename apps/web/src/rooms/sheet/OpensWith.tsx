import { setOpening } from '@plucky/core/form';
import type { Opening } from '@plucky/core/song';
import { useEdit } from '../../document/context.tsx';
import { namedOptions, Select } from '../../shared/ui/Select.tsx';
import { drumRows } from './drum-rows.ts';
import type { PlacedSection } from './PlacedSection.ts';
import { RoundsSelect } from './RoundsSelect.tsx';

/** Velocity of a section's opening, at first. */
const USUAL = 112;

/** Hit on the first beat of a section, without a pattern of its own. */
export function OpensWith({ document, section }: PlacedSection) {
  const edit = useEdit();
  const { opening } = section;
  const set = (next: Opening | null) => edit((now) => setOpening(now, section.id, next));
  return (
    <>
      <Select
        fullWidth
        label="Opens with"
        value={opening?.voice ?? null}
        none={{ label: 'none', choose: () => set(null) }}
        options={namedOptions(drumRows(document))}
        onChange={(voice) => set({ velocity: USUAL, ...opening, voice })}
        sx={{ mb: 1.25 }}
      />
      {opening && <RoundsSelect label="Opens so" of={opening} onChange={set} />}
    </>
  );
}
