import { Button, type ButtonProps, Popover } from '@mui/material';
import { type ReactNode, useState } from 'react';

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
  children,
  paper,
  goesUp = false,
  isReady = true,
  onOpen,
  ...button
}: Pick<ButtonProps, 'title' | 'aria-label' | 'sx'> & {
  /** What the dialog is called. */
  name: string;
  text: ReactNode;
  /** What is in it; given how to close it. */
  children: ReactNode | ((close: () => void) => ReactNode);
  paper?: ButtonProps['sx'];
  goesUp?: boolean;
  /** Whether it can be shown: it is placed by the size that it has then. */
  isReady?: boolean;
  onOpen?: () => void;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = () => setAnchor(null);
  return (
    <>
      <Button
        {...button}
        aria-haspopup="dialog"
        onClick={(event) => {
          onOpen?.();
          setAnchor(event.currentTarget);
        }}
      >
        {text}
      </Button>
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
