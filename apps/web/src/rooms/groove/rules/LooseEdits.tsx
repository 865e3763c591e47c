import { Box, Button, Typography } from '@mui/material';
import {
  followAgain,
  keepLooseAsOwn,
  type LooseEdit,
  moveLooseEdit,
  nearestForLoose,
} from '@plucky/core/pattern';
import { placeName, plural } from '@plucky/core/time';
import { useEdit } from '../../../document/context.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';

/** Edits whose hits are gone from the parent, each with what can be done about it in one step. */
export function LooseEdits({ view }: { view: PatternView }) {
  const { loose } = view.resolved;
  if (!loose.length) return null;
  return (
    <Group title={`Loose: ${plural(loose.length, 'its hit is', 'their hits are')} gone from the parent`}>
      {loose.map((one) => (
        <Loose key={`${one.edit} ${one.hit}`} view={view} one={one} />
      ))}
    </Group>
  );
}

function Loose({ view, one }: { view: PatternView; one: LooseEdit }) {
  const edit = useEdit();
  const { pattern } = view.resolved;
  const was = pattern.seen?.[one.hit];
  const row = was && view.rows.find((each) => each.voice.id === was.voice);
  const near = nearestForLoose(view.document, pattern.id, one.hit);
  const where = was ? `${row?.name ?? 'A row'} at ${placeName(was.at, view.meter)}` : 'A hit';
  return (
    <Box sx={{ mb: 1 }}>
      <Typography sx={{ fontSize: TEXT.plain, color: color('warn') }}>
        {where}, {one.edit === 'silenced' ? 'silenced here' : 'changed here'}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, mt: 0.5 }}>
        {near && (
          <Button
            title="Says the same of the nearest hit of that row"
            onClick={() => edit((now) => moveLooseEdit(now, pattern.id, one.hit))}
          >
            For {placeName(near.at, view.meter)}
          </Button>
        )}
        {was && one.edit === 'changed' && (
          <Button
            title="Plays it as a hit of this pattern's own"
            onClick={() => edit((now) => keepLooseAsOwn(now, pattern.id, one.hit))}
          >
            Keep the hit
          </Button>
        )}
        <Button onClick={() => edit((now) => followAgain(now, pattern.id, [one.hit]))}>Forget it</Button>
      </Box>
    </Box>
  );
}
