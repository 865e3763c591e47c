import { Button } from '@mui/material';
import { withKeys } from '../../shared/keys/command.ts';

/** Keeps a draft in the family, as a pattern. */
export function KeepButton({
  command,
  isMade,
  onKeep,
}: {
  /** The command that does the same by its key. */
  command: Parameters<typeof withKeys>[1];
  /** True where the recipe makes a pattern. */
  isMade: boolean;
  onKeep: () => void;
}) {
  return (
    <Button title={withKeys('Into the family, as a pattern', command)} disabled={!isMade} onClick={onKeep}>
      Keep
    </Button>
  );
}
