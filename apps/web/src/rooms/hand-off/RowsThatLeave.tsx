import { Box, Button, FormControlLabel, Typography } from '@mui/material';
import { type ExportOptions, type Id, indexOf, type SongDocument } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import type { ComponentProps } from 'react';
import { type Control, useController } from 'react-hook-form';
import { useSession } from '../../session/store.ts';
import { Group } from '../../shared/ui/Group.tsx';
import { PopoverButton } from '../../shared/ui/PopoverButton.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { TickBox } from './TickBox.tsx';

/** Which parts leave, and which of their rows. */
export function RowsThatLeave({
  document,
  control,
}: {
  document: SongDocument;
  control: Control<ExportOptions>;
}) {
  const { field } = useController({ control, name: 'stay' });
  const mutes = useSession((session) => session.mutes);
  const { parts, voicesOf } = indexOf(document);
  const rows = parts.flatMap((part) => voicesOf(part.id));
  const stay = new Set(field.value);
  const staying = rows.filter(({ id }) => stay.has(id));
  const muted = rows.filter(({ id }) => mutes.has(id) && !stay.has(id));
  const set = (ids: readonly Id[], leave: boolean) => {
    const next = new Set(stay);
    for (const id of ids)
      if (leave) next.delete(id);
      else next.add(id);
    // In the order of the rows, and without those that are gone.
    field.onChange(rows.flatMap(({ id }) => (next.has(id) ? [id] : [])));
  };
  return (
    <Group title="Parts and rows">
      <PopoverButton
        name="Parts and rows that leave"
        text={
          staying.length ? `All but ${counted(staying.length, 'row')}` : `All ${counted(rows.length, 'row')}`
        }
        paper={{ maxHeight: 520 }}
      >
        {parts.map((part) => {
          const ids = voicesOf(part.id).map(({ id }) => id);
          const leaving = ids.filter((id) => !stay.has(id)).length;
          return (
            <Box key={part.id} role="group" aria-label={part.name} sx={{ mb: 1 }}>
              <Row
                name={part.name}
                isTicked={leaving === ids.length}
                isMixed={leaving > 0 && leaving < ids.length}
                onTick={(leave) => set(ids, leave)}
              />
              {ids.length > 1 && (
                <Box sx={{ pl: 2.5, columns: ids.length > 6 ? 2 : 1 }}>
                  {voicesOf(part.id).map(({ id, name }) => (
                    <Row key={id} name={name} isTicked={!stay.has(id)} onTick={(leave) => set([id], leave)} />
                  ))}
                </Box>
              )}
            </Box>
          );
        })}
        {muted.length > 0 && (
          <Button
            onClick={() =>
              set(
                muted.map(({ id }) => id),
                false,
              )
            }
          >
            Leave out the {counted(muted.length, 'row')} that {muted.length === 1 ? 'is' : 'are'} muted
          </Button>
        )}
      </PopoverButton>
      {staying.length > 0 && (
        <Typography sx={{ fontSize: TEXT.note, color: color('soft'), mt: 0.5 }}>
          {staying.map(({ name }) => name).join(', ')} {staying.length === 1 ? 'stays' : 'stay'} here.
        </Typography>
      )}
    </Group>
  );
}

function Row({ name, ...tick }: { name: string } & Omit<ComponentProps<typeof TickBox>, 'label'>) {
  return (
    <FormControlLabel
      label={name}
      control={<TickBox {...tick} />}
      sx={{ display: 'flex', m: 0, '& .MuiFormControlLabel-label': { fontSize: TEXT.control } }}
    />
  );
}
