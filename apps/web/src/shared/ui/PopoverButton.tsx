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
  /** Name of the dialog. */
  name: string;
  text: ReactNode;
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
