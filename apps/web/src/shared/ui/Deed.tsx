import { IconButton } from '@mui/material';
import type { ReactNode, Ref } from 'react';
import { color } from './tokens.ts';

/** Look of a button with an icon, and of one that is on or open. */
export const iconLook = {
  border: `1px solid ${color('strong')}`,
  background: color('page'),
  '&:hover': { background: color('sunk') },
} as const;
const litLook = {
  border: `1px solid ${color('plum')}`,
  background: color('wash'),
  color: color('plum'),
  '&:hover': { background: color('wash') },
} as const;

/** A button with an icon, whose tooltip says what it does and by which key; it can be one that stays on, or that opens a panel. */
export function Deed({
  name,
  title = name,
  isOff = false,
  opensMenu = false,
  isOn,
  isOpen,
  onPress,
  anchor,
  children,
}: {
  name: string;
  title?: string;
  isOff?: boolean;
  opensMenu?: boolean;
  /** Of one that stays on. */
  isOn?: boolean;
  /** Of one that opens a panel. */
  isOpen?: boolean;
  onPress: () => void;
  anchor?: Ref<HTMLButtonElement>;
  children: ReactNode;
}) {
  const isLit = (isOn ?? false) || (isOpen ?? false);
  return (
    <IconButton
      {...(anchor ? { ref: anchor } : {})}
      {...(opensMenu ? { 'aria-haspopup': 'menu' as const } : {})}
      {...(isOn === undefined ? {} : { 'aria-pressed': isOn })}
      {...(isOpen === undefined ? {} : { 'aria-expanded': isOpen })}
      title={title}
      size="small"
      aria-label={name}
      disabled={isOff}
      onClick={onPress}
      sx={isLit ? litLook : iconLook}
    >
      {children}
    </IconButton>
  );
}
