'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { ask } from '@/client/call';
import type { ListOrder } from '../queries/order-works';
import { TakeList } from './TakeList';
import { useWorkLines } from './useWorkLines';
import { moveByArrow, Row } from './WorkListRow';

interface WorkListProps {
  reviewId: string;
  /** Numbers of the works to list. */
  numbers: readonly number[];
  caption: string;
  open: number | null;
  /** Raised when works change: see useWorkLines. */
  version?: number;
  onOpen(no: number): void;
  /** Works that are picked, where something can be done with several at once. */
  picked?: ReadonlySet<number>;
  onPicked?(picked: ReadonlySet<number>): void;
}

/** The works behind a number: rows of 32 px, fetched page by page, sorted and searched on the server. */
export function WorkList({ reviewId, numbers, caption, open, version, onOpen, picked, onPicked }: WorkListProps) {
  const [find, setFind] = useState('');
  const [order, setOrder] = useState<ListOrder>('number');
  const [shown, setShown] = useState<readonly number[]>(numbers);
  const scroller = useRef<HTMLDivElement>(null);

  useEffect(() => {
    let stale = false;
    if (!find && order === 'number') setShown(numbers);
    else {
      const timer = setTimeout(async () => {
        const ordered = await ask(reviewId, 'order-works', { numbers: [...numbers], order, find });
        if (stale) return;
        if (ordered.ok) setShown(ordered.numbers);
        else toast.error(ordered.message);
      }, 150);
      return () => {
        stale = true;
        clearTimeout(timer);
      };
    }
  }, [reviewId, numbers, find, order]);

  const rows = useVirtualizer({ count: shown.length, getScrollElement: () => scroller.current, estimateSize: () => 32, overscan: 12 });
  const items = rows.getVirtualItems();
  const lines = useWorkLines(reviewId, shown, items[0]?.index ?? 0, items.at(-1)?.index ?? 0, version);

  const pick = picked && onPicked && { picked, onPicked };
  const all = picked !== undefined && shown.length > 0 && shown.every((no) => picked.has(no));

  const sortable = (key: ListOrder, label: string, width: string) => (
    <div role="columnheader" className={width} aria-sort={order === key ? 'ascending' : 'none'}>
      <button type="button" className="text-slate hover:underline" onClick={() => setOrder(order === key ? 'number' : key)}>
        {label}
        {order === key && ' ↓'}
      </button>
    </div>
  );
  return (
    <section aria-label={caption} className="flex min-h-0 flex-col">
      <div className="flex items-center gap-4 border-ink border-t-2 pt-2 pb-1">
        <h2 className="font-sans font-semibold text-body">{caption}</h2>
        <input
          type="search"
          aria-label="Find in these titles and authors"
          placeholder="Find in title or author"
          value={find}
          onChange={(e) => setFind(e.target.value)}
          className="ml-auto w-56 rounded-[4px] border border-edge bg-surface px-2 py-0.5 text-small"
        />
        {find && <span className="text-small text-slate">{shown.length} found</span>}
        <TakeList reviewId={reviewId} numbers={shown} />
      </div>
      <div
        ref={scroller}
        role="table"
        aria-label={caption}
        aria-rowcount={shown.length + 1}
        onKeyDown={moveByArrow}
        className="min-h-[140px] overflow-y-auto"
        style={{ height: Math.min(560, 34 + shown.length * 32) }}
      >
        <div role="rowgroup" className="sticky top-0 z-10 bg-paper text-small">
          <div role="row" className="flex h-8 items-center gap-3 border-rule border-b px-1">
            {pick && (
              <div role="columnheader" className="grid w-6 shrink-0 place-items-center">
                <input
                  type="checkbox"
                  aria-label="Pick all that are listed"
                  className="size-4 accent-(--navy)"
                  checked={all}
                  onChange={() => pick.onPicked(new Set(all ? [] : shown))}
                />
              </div>
            )}
            {sortable('database', 'Database', 'w-[120px] shrink-0')}
            {sortable('title', 'Title', 'min-w-0 flex-1')}
            {sortable('publicationType', 'Publication type', 'w-[150px] shrink-0')}
            {sortable('peerReview', 'Peer review', 'w-[120px] shrink-0')}
            {sortable('date', 'Date', 'w-[110px] shrink-0')}
          </div>
        </div>
        <div role="rowgroup" className="relative" style={{ height: rows.getTotalSize() }}>
          {items.map((item) => {
            const no = shown[item.index]!;
            const row = { line: lines.get(no), no, index: item.index, top: item.start };
            return <Row key={no} {...row} open={open === no} onOpen={onOpen} pick={pick} />;
          })}
        </div>
      </div>
      {shown.length === 0 && <p className="py-3 text-slate">No works here.</p>}
    </section>
  );
}
