import { Button, Menu, MenuItem, Typography } from '@mui/material';
import { meterName } from '@plucky/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client.ts';
import { color, TEXT } from '../../shared/ui/tokens.ts';

/** A new song that begins with a groove from the shelf, at its tempo and in its meter. */
export function FromStarter({ onChoose }: { onChoose: (from: string, name: string) => void }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { data = [] } = useQuery({ queryKey: ['shelf'], queryFn: api.shelf, enabled: anchor !== null });
  const grooves = data.filter((item) => !item.own && item.pattern.type === 'drums');
  return (
    <>
      <Button aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)} sx={{ px: 2, py: 1 }}>
        From a starter groove…
      </Button>
      <Menu
        open={anchor !== null && grooves.length > 0}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        slotProps={{ paper: { sx: { maxHeight: 460 } } }}
      >
        {grooves.map(({ id, pattern }) => (
          <MenuItem key={id} onClick={() => onChoose(`starter:${id}`, pattern.name)}>
            <span className="serif">{pattern.name}</span>
            <Typography
              component="span"
              sx={{ ml: 'auto', pl: 3, fontSize: TEXT.note, color: color('soft') }}
            >
              {meterName(pattern.meter)} · {pattern.tempo} bpm
            </Typography>
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
