import { Button, type ButtonProps, IconButton, Popover } from '@mui/material';
import { type MouseEvent, type ReactNode, useState } from 'react';
import { iconLook } from './Deed.tsx';

const DOWN = {
  anchorOrigin: { vertical: 'bottom', horizontal: 'left' },
  transformOrigin: { vertical: 'top', horizontal: 'left' },
} as const;
const UP = {
  anchorOrigin: { vertical: 'top', horizontal: 'right' },
  transformOrigin: { vertical: 'bottom', horizontal: 'right' },
} as const;

/** A button with a dialog that opens beside it and closes by a press elsewhere. */
export function PopoverButton({
  name,
  text,
  icon,
  children,
  paper,
  goesUp = false,
  isReady = true,
  onOpen,
  ...button
}: Pick<ButtonProps, 'title' | 'aria-label' | 'sx'> & {
  /** Name of the dialog. */
  name: string;
  text?: ReactNode;
  /** In place of the text: a button with an icon and a tooltip. */
  icon?: ReactNode;
  /** Content, given the way to close it. */
  children: ReactNode | ((close: () => void) => ReactNode);
  paper?: ButtonProps['sx'];
  goesUp?: boolean;
  /** True once it can be shown: it is placed by its size then. */
  isReady?: boolean;
  onOpen?: () => void;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = () => setAnchor(null);
  const opens = {
    'aria-haspopup': 'dialog' as const,
    onClick: (event: MouseEvent<HTMLElement>) => {
      onOpen?.();
      setAnchor(event.currentTarget);
    },
  };
  return (
    <>
      {icon ? (
        <IconButton
          {...opens}
          title={button.title}
          aria-label={button['aria-label'] ?? name}
          size="small"
          sx={iconLook}
        >
          {icon}
        </IconButton>
      ) : (
        <Button {...button} {...opens}>
          {text}
        </Button>
      )}
      <Popover
        open={anchor !== null && isReady}
        anchorEl={anchor}
        onClose={close}
        {...(goesUp ? UP : DOWN)}
        slotProps={{ paper: { role: 'dialog', 'aria-label': name, sx: [{ p: 2 }, paper ?? false].flat() } }}
      >
        {typeof children === 'function' ? children(close) : children}
      </Popover>
    </>
  );
}
