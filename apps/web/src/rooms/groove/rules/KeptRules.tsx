import DownIcon from '@mui/icons-material/ArrowDownwardRounded';
import UpIcon from '@mui/icons-material/ArrowUpwardRounded';
import RemoveIcon from '@mui/icons-material/CloseRounded';
import { Box, IconButton, Switch } from '@mui/material';
import { moveShape, removeShape, switchShape, tuneShape } from '@plucky/core/pattern';
import type { Shape } from '@plucky/core/song';
import { useState } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { bareButton } from '../../../shared/ui/QuietButton.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';
import { shapeWords } from '../shape/rule-menu.ts';
import { ShapeFields } from '../shape/ShapeFields.tsx';

/** The rules by which a pattern is made from its parent, in their order: each can be moved, switched off, tuned and removed. */
export function KeptRules({ view }: { view: PatternView }) {
  const { shapes, parent, fromRow } = view.resolved.pattern;
  const [open, setOpen] = useState<string | null>(null);
  if (!shapes.length) return null;
  return (
    <Group title={(parent ?? fromRow) ? 'Made from its parent by' : 'Rules'}>
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {shapes.map((shape, i) => (
          <Step
            key={shape.id}
            view={view}
            shape={shape}
            place={i}
            last={i === shapes.length - 1}
            open={open === shape.id}
            onOpen={() => setOpen(open === shape.id ? null : shape.id)}
          />
        ))}
      </Box>
    </Group>
  );
}

function Step({
  view,
  shape,
  place,
  last,
  open,
  onOpen,
}: {
  view: PatternView;
  shape: Shape;
  place: number;
  last: boolean;
  open: boolean;
  onOpen: () => void;
}) {
  const edit = useEdit();
  const { id } = view.resolved.pattern;
  const words = shapeWords(shape, view);
  return (
    <Box component="li" sx={{ borderBottom: last ? 0 : `1px solid ${color('line')}` }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.25 }}>
        <Switch
          size="small"
          checked={!shape.off}
          onChange={() => edit((now) => switchShape(now, id, shape.id, !shape.off))}
          slotProps={{ input: { 'aria-label': `${words}: on` } }}
          sx={{ ml: -0.75 }}
        />
        <Box
          component="button"
          aria-expanded={open}
          title="Tune it"
          onClick={onOpen}
          sx={{
            ...bareButton,
            flex: 1,
            minWidth: 0,
            py: 0.5,
            fontSize: TEXT.plain,
            lineHeight: 1.3,
            color: shape.off ? color('faint') : color('ink'),
            textDecoration: shape.off ? 'line-through' : 'none',
            '&:hover': { color: color('plum') },
          }}
        >
          {words}
        </Box>
        <IconButton
          size="small"
          aria-label={`${words}: earlier`}
          disabled={place === 0}
          onClick={() => edit((now) => moveShape(now, id, shape.id, place - 1))}
          sx={{ p: 0.25 }}
        >
          <UpIcon sx={{ fontSize: TEXT.name }} />
        </IconButton>
        <IconButton
          size="small"
          aria-label={`${words}: later`}
          disabled={last}
          onClick={() => edit((now) => moveShape(now, id, shape.id, place + 1))}
          sx={{ p: 0.25 }}
        >
          <DownIcon sx={{ fontSize: TEXT.name }} />
        </IconButton>
        <IconButton
          size="small"
          aria-label={`${words}: remove`}
          onClick={() => edit((now) => removeShape(now, id, shape.id))}
          sx={{ p: 0.25 }}
        >
          <RemoveIcon sx={{ fontSize: TEXT.name }} />
        </IconButton>
      </Box>
      {open && (
        <Box sx={{ pb: 1 }}>
          <ShapeFields
            shape={shape}
            view={view}
            onChange={(next, gesture) => edit((now) => tuneShape(now, id, next), gesture)}
          />
        </Box>
      )}
    </Box>
  );
}
