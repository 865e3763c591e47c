import { Box } from '@mui/material';
import { type Side, SIDES } from '@plucky/core/plan';
import { useEffect } from 'react';
import { withKeys } from '../../../shared/keys/command.ts';
import { useCommands } from '../../../shared/keys/useCommands.ts';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { useHeardSide } from '../../../transport/heard-side.ts';
import { SIDE_COMMANDS } from './side-commands.ts';

const WORDS: Readonly<Record<Side, string>> = { mine: 'Mine', target: 'The target', both: 'Both' };

/** Choice of the side that is heard: it goes on at the same place with another. Once the panel is closed the song is heard again. */
export function Sides({ target }: { target: string }) {
  const { side } = useHeardSide();
  useEffect(() => useHeardSide.setState({ target }), [target]);
  useEffect(() => () => useHeardSide.setState({ side: 'mine' }), []);
  const next = () =>
    useHeardSide.setState({ side: SIDES[(SIDES.indexOf(side) + 1) % SIDES.length] ?? 'mine' });
  useCommands(SIDE_COMMANDS, { next });
  return (
    <Box role="group" aria-label="Heard" sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mb: 1 }}>
      {SIDES.map((one) => (
        <Choice
          key={one}
          chosen={side === one}
          title={withKeys('Heard at the same place, in the reach that plays', SIDE_COMMANDS.side)}
          onClick={() => useHeardSide.setState({ side: one })}
        >
          {WORDS[one]}
        </Choice>
      ))}
    </Box>
  );
}
