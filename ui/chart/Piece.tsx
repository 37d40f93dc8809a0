import type { ReactNode } from 'react';

/**
 * A part of a picture at its corner. What draws a picture elsewhere reads the corner of every part from here, since outside
 * a browser nothing is laid out.
 */
export function Piece({
  left,
  top,
  through = false,
  children,
}: {
  left: number;
  top: number;
  /** It is only seen: what lies under it is pointed at through it. */
  through?: boolean;
  children: ReactNode;
}) {
  return (
    <div
      data-piece={`${left},${top}`}
      style={{ position: 'absolute', left, top, ...(through ? { pointerEvents: 'none' } : {}) }}
    >
      {children}
    </div>
  );
}
