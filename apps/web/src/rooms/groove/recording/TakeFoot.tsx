import { gridName, GRIDS } from '@plucky/core/time';
import { useSession } from '../../../session/store.ts';
import { Select } from '../../../shared/ui/Select.tsx';

/** The keys of a take while it runs, and the grid that it is written on. */
export function TakeFoot() {
  const grid = useSession((session) => session.takeGrid);
  return (
    <>
      <span role="status">
        Play the rows by their letters, Shift for ghost notes, Alt for hard strokes. Space ends the take.
      </span>
      <Select
        bare
        label="Grid of the take"
        value={grid}
        none={{ label: 'On each row’s grid', choose: () => useSession.setState({ takeGrid: null }) }}
        options={GRIDS.map((one) => ({ value: one, label: `On ${gridName(one)}` }))}
        onChange={(takeGrid) => useSession.setState({ takeGrid })}
      />
    </>
  );
}
