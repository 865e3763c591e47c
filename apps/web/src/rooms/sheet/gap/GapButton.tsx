import type { EndAt } from '@plucky/core/plan';
import { memo } from 'react';
import { later } from '../../../shared/ui/later.tsx';
import { PopoverButton } from '../../../shared/ui/PopoverButton.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';

const GapFills = later(async () => (await import('./GapFills.tsx')).GapFills);

/** The mark beside a phrase without a fill: it opens fills in place. */
export const GapButton = memo(function GapButton({ at }: { at: EndAt }) {
  return (
    <PopoverButton
      name="A fill for this phrase"
      text="+ fill"
      title="No fill at the end of this phrase: choose one"
      paper={{ width: 460 }}
      sx={{
        px: 1,
        py: 0,
        mt: 0.25,
        fontSize: TEXT.tiny,
        color: color('plum'),
        border: `1px dashed ${color('plum')}`,
        borderRadius: 99,
        background: 'none',
      }}
    >
      {(close) => <GapFills at={at} onDone={close} />}
    </PopoverButton>
  );
});
