import { IconButton } from '@mui/material';
import type { ReactNode, Ref } from 'react';
import { color } from './tokens.ts';

/** A button with an icon, whose tooltip says what it does and by which key. */
export function Deed({
  name,
  title = name,
  isOff = false,
  opensMenu = false,
  onPress,
  anchor,
  children,
}: {
  name: string;
  title?: string;
  isOff?: boolean;
  opensMenu?: boolean;
  onPress: () => void;
  anchor?: Ref<HTMLButtonElement>;
  children: ReactNode;
}) {
  return (
    <IconButton
      {...(anchor ? { ref: anchor } : {})}
      {...(opensMenu ? { 'aria-haspopup': 'menu' as const } : {})}
      title={title}
      size="small"
      aria-label={name}
      disabled={isOff}
      onClick={onPress}
      sx={{ border: `1px solid ${color('strong')}`, background: color('page') }}
    >
      {children}
    </IconButton>
  );
}
