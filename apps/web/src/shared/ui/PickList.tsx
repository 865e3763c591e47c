import { Box, Typography } from '@mui/material';
import { type KeyboardEvent, type ReactNode, useEffect, useId, useRef } from 'react';
import { color, SERIF, TEXT } from './tokens.ts';

/** One of the things to hear and take. */
export interface Pick<K extends string = string> {
  readonly key: K;
  readonly name: string;
  readonly about: string;
  /** It cannot be taken; `about` says why. */
  readonly unfit?: boolean;
  readonly picture: ReactNode;
  /** Actions on it while it is chosen. */
  readonly actions?: ReactNode;
}

/**
 * A list to hear one after another by the arrow keys and to take from with Enter. A press takes where the pointer alone
 * hears; else a press hears.
 */
export function PickList<K extends string>({
  label,
  picks,
  chosen,
  onHear,
  onTake,
  hearsUnderPointer = false,
}: {
  label: string;
  picks: readonly Pick<K>[];
  chosen: K | null;
  onHear: (key: K | null) => void;
  /** Told null when nothing is chosen yet. */
  onTake: (key: K | null) => void;
  hearsUnderPointer?: boolean;
}) {
  const id = useId();
  const list = useRef<HTMLDivElement>(null);
  useEffect(() => list.current?.focus({ preventScroll: true }), []);
  const at = picks.findIndex((one) => one.key === chosen);
  useEffect(() => {
    if (at >= 0) list.current?.children[at]?.scrollIntoView({ block: 'nearest' });
  }, [at]);

  const step = (event: KeyboardEvent) => {
    const last = picks.length - 1;
    const next = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: last }[event.key];
    if (next !== undefined) onHear(picks[Math.min(last, Math.max(0, next))]?.key ?? null);
    else if (event.key === 'Enter') onTake(chosen);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const press = (one: Pick<K>) => {
    if (!hearsUnderPointer) {
      onHear(one.key);
      list.current?.focus({ preventScroll: true });
    } else if (!one.unfit) onTake(one.key);
  };
  return (
    <Box
      ref={list}
      role="listbox"
      aria-label={label}
      aria-activedescendant={at < 0 ? undefined : `${id}-${at}`}
      data-keys="room"
      tabIndex={0}
      onKeyDown={step}
      {...(hearsUnderPointer ? { onPointerLeave: () => onHear(null) } : {})}
      sx={{ mx: -0.75, minHeight: 0, flex: 1, overflow: 'auto', borderRadius: '10px' }}
    >
      {picks.map((one, i) => (
        <Box
          key={one.key}
          id={`${id}-${i}`}
          role="option"
          aria-selected={i === at}
          aria-disabled={one.unfit ?? false}
          {...(hearsUnderPointer ? { onPointerEnter: () => onHear(one.key) } : {})}
          onClick={() => press(one)}
          sx={{
            px: 1,
            py: 0.5,
            borderRadius: '10px',
            cursor: one.unfit ? 'default' : 'pointer',
            opacity: one.unfit ? 0.7 : 1,
            border: `1px solid ${i === at ? color('plum') : 'transparent'}`,
            background: i === at ? color('wash') : 'transparent',
          }}
        >
          <Typography
            noWrap
            sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.field, lineHeight: 1.3 }}
          >
            {one.name}
          </Typography>
          <Typography sx={{ fontSize: TEXT.fine, color: color('soft'), lineHeight: 1.3, mb: 0.25 }}>
            {one.about}
          </Typography>
          {one.picture}
          {i === at && one.actions}
        </Box>
      ))}
    </Box>
  );
}
