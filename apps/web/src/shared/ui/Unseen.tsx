import type { CSSProperties, ReactNode } from 'react';

/** Out of sight, but read by screen readers, which leave out what is not displayed. */
const UNSEEN: CSSProperties = {
  position: 'absolute',
  width: 1,
  height: 1,
  margin: -1,
  padding: 0,
  border: 0,
  overflow: 'hidden',
  clipPath: 'inset(50%)',
  whiteSpace: 'nowrap',
};

/** Words that are only for those who hear the page read. */
export function Unseen({ as: Tag = 'span', children }: { as?: 'span' | 'h1'; children: ReactNode }) {
  return <Tag style={UNSEEN}>{children}</Tag>;
}
