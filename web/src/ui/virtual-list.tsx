import type { ReactNode } from 'react';
import { memo, useEffect, useRef } from 'react';
import { useVirtualizer } from '@tanstack/react-virtual';

interface VirtualListProps<T> {
  readonly label: string;
  readonly items: readonly T[];
  readonly keyOf: (item: T) => string;
  /** Height of one row, px. */
  readonly rowPx: number;
  /** Row to keep in sight; -1 for none. */
  readonly at: number;
  readonly className?: string;
  /** Height of the whole, px; without it the class says. */
  readonly heightPx?: number;
  readonly children: (item: T) => ReactNode;
}

interface RowProps<T> {
  readonly item: T;
  readonly startPx: number;
  readonly rowPx: number;
  readonly draw: (item: T) => ReactNode;
}

/** One row; drawn anew only when it is another, so that scrolling draws the rows that come in and no more. */
function PlainRow<T>({ item, startPx, rowPx, draw }: RowProps<T>) {
  return (
    <li
      className="absolute inset-x-0 border-t border-line first:border-0"
      style={{ transform: `translateY(${startPx}px)`, height: rowPx, contain: 'strict' }}
    >
      {draw(item)}
    </li>
  );
}
const Row = memo(PlainRow) as typeof PlainRow;

/** A long list of which only the rows in sight are drawn. */
export function VirtualList<T>({
  label,
  items,
  keyOf,
  rowPx,
  at,
  className = '',
  heightPx,
  children,
}: VirtualListProps<T>) {
  const box = useRef<HTMLDivElement>(null);
  // What it returns is made anew at every scroll on purpose; nothing here is memoized with it.
  // eslint-disable-next-line react-hooks/incompatible-library
  const rows = useVirtualizer({
    count: items.length,
    getScrollElement: () => box.current,
    estimateSize: () => rowPx,
    overscan: 10,
    useFlushSync: false,
    initialRect: { width: 380, height: 400 },
  });
  useEffect(() => {
    if (at >= 0) rows.scrollToIndex(at);
    // Only when the hand moves on, not when the list is drawn anew.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [at]);
  return (
    <div
      ref={box}
      className={`scroll-thin overflow-y-auto ${className}`}
      style={heightPx === undefined ? undefined : { height: heightPx }}
    >
      <ul aria-label={label} className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, start }) => {
          const item = items[index];
          if (item === undefined) return null;
          return <Row key={keyOf(item)} item={item} startPx={start} rowPx={rowPx} draw={children} />;
        })}
      </ul>
    </div>
  );
}
