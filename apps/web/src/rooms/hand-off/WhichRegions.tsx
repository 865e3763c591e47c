import type { Id } from '@plucky/core/song';
import type { ExportResult } from '../../api/client.ts';
import { Choices } from '../../shared/ui/Choices.tsx';
import { useWhichLeave } from './which-leave.ts';

/** Chooses which regions of the kinds asked for leave. */
export function WhichRegions({
  result,
  chosen,
}: {
  /** The hand-off that is looked at. */
  result: ExportResult | null;
  /** The regions that leave. */
  chosen: ReadonlySet<Id> | null;
}) {
  const { which } = useWhichLeave();
  const since = { value: 'changed', label: `Changed since hand-off ${result?.number ?? ''}` } as const;
  return (
    <Choices
      title="Which of them"
      options={[
        { value: 'all', label: 'All' },
        ...(result ? [since] : []),
        { value: 'chosen', label: 'Chosen' },
      ]}
      value={which}
      onChange={(next) =>
        // Choosing by hand begins with what would leave.
        useWhichLeave.setState(
          next === 'chosen' ? { which: next, chosen: chosen ?? new Set() } : { which: next },
        )
      }
    />
  );
}
