import { Button, Menu, MenuItem, Typography } from '@mui/material';
import { meterName } from '@plucky/core/time';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { api, type ShelfItem } from '../../api/client.ts';
import { color, TEXT } from '../../shared/ui/tokens.ts';

/** Rest of the pointer or the focus on a groove before it is heard, in ms. */
const REST = 180;

/** The groove that is heard, and the way to hear another; what plays ends with the list. */
function useHearing(isOpen: boolean) {
  const [heard, setHeard] = useState<string | null>(null);
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    if (!isOpen) return;
    return () => {
      clearTimeout(rest.current);
      setHeard(null);
      void import('./hear-starter.ts').then(({ stopHearing }) => stopHearing());
    };
  }, [isOpen]);
  const hear = ({ id, pattern }: ShelfItem) => {
    clearTimeout(rest.current);
    rest.current = setTimeout(() => {
      setHeard(id);
      void import('./hear-starter.ts').then(({ hearStarter }) => hearStarter(pattern));
    }, REST);
  };
  return { heard, hear };
}

/** A new song that begins with a groove from the shelf, at its tempo and in its meter. */
export function FromStarter({ onChoose }: { onChoose: (from: string, name: string) => void }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { data = [] } = useQuery({ queryKey: ['shelf'], queryFn: api.shelf, enabled: anchor !== null });
  const { heard, hear } = useHearing(anchor !== null);
  const grooves = data.filter((item) => !item.own && item.pattern.type === 'drums');
  return (
    <>
      <Button
        aria-haspopup="menu"
        title="Each is heard under the pointer and the arrows; a press begins a song with it"
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{ px: 2, py: 1 }}
      >
        From a starter groove…
      </Button>
      <Menu
        open={anchor !== null && grooves.length > 0}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        slotProps={{ paper: { sx: { maxHeight: 460 } } }}
      >
        {grooves.map((item) => {
          const { id, pattern, style } = item;
          return (
            <MenuItem
              key={id}
              onMouseEnter={() => hear(item)}
              onFocus={() => hear(item)}
              onClick={() => onChoose(`starter:${id}`, pattern.name)}
              sx={id === heard ? { background: color('wash') } : {}}
            >
              <span className="serif">{pattern.name}</span>
              <Typography
                component="span"
                sx={{ ml: 'auto', pl: 3, fontSize: TEXT.note, color: color('soft') }}
              >
                {style} · {meterName(pattern.meter)} · {pattern.tempo} bpm
              </Typography>
            </MenuItem>
          );
        })}
      </Menu>
    </>
  );
}
