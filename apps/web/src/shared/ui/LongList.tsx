import { List, type ListProps } from '@mui/material';
import { type ReactNode, useRef } from 'react';
import { useSeen } from './useSeen.ts';

/** A list that scrolls by itself; of a long one only what is seen is drawn. */
export function LongList({
  label,
  count,
  height,
  line,
  sx = null,
}: {
  label: string;
  count: number;
  /** About how high a line is, in px. */
  height: number;
  line: (index: number) => ReactNode;
  sx?: ListProps['sx'];
}) {
  const scroller = useRef<HTMLUListElement>(null);
  const { seen, above, below, measure } = useSeen({ count, height: () => height, scroller });
  return (
    <List ref={scroller} aria-label={label} disablePadding sx={[{ overflow: 'auto' }, ...[sx].flat()]}>
      {above > 0 && <li aria-hidden style={{ height: above }} />}
      {seen.map((index) => (
        <li key={index} ref={measure} data-index={index} aria-setsize={count} aria-posinset={index + 1}>
          {line(index)}
        </li>
      ))}
      {below > 0 && <li aria-hidden style={{ height: below }} />}
    </List>
  );
}
