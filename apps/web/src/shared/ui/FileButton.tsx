import { Button, type ButtonProps } from '@mui/material';
import { type ReactNode, useRef } from 'react';

/** A button by which files are chosen; the same ones can be chosen again. */
export function FileButton({
  label,
  accept,
  multiple = false,
  children,
  onFiles,
  ...button
}: {
  /** Chosen value, for those who do not see the button. */
  label: string;
  accept: string;
  multiple?: boolean;
  children: ReactNode;
  onFiles: (files: readonly File[]) => void;
} & Pick<ButtonProps, 'variant' | 'color' | 'sx' | 'title'>) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button {...button} onClick={() => input.current?.click()}>
        {children}
      </Button>
      <input
        ref={input}
        hidden
        type="file"
        accept={accept}
        multiple={multiple}
        aria-label={label}
        onChange={({ target }) => {
          const files = [...(target.files ?? [])];
          target.value = '';
          if (files.length) onFiles(files);
        }}
      />
    </>
  );
}
