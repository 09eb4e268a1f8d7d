'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { ask } from '@/client/call';
import type { WorkLine } from '@/client/types';
import { cx } from '@/ui/cx';
import { DatabaseTag, Pill } from '@/ui/marks';
import type { ListOrder } from '../queries/order-works';
import { codeLabel, FLAG_WORDS } from './labels';
import { TakeList } from './TakeList';
import { useWorkLines } from './useWorkLines';

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
        <h2 className="font-sans font-semibold text-[14px]">{caption}</h2>
        <input
          type="search"
          aria-label="Find in these titles and authors"
          placeholder="Find in title or author"
          value={find}
          onChange={(e) => setFind(e.target.value)}
          className="ml-auto w-56 rounded-[4px] border border-edge bg-surface px-2 py-0.5 text-[13px]"
        />
        {find && <span className="text-[13px] text-slate">{shown.length} found</span>}
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
        <div role="rowgroup" className="sticky top-0 z-10 bg-paper text-[13px]">
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

/** The arrow keys move from title to title; the list scrolls along. */
function moveByArrow(event: KeyboardEvent<HTMLElement>) {
  const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  const row = (event.target as HTMLElement).closest('[aria-rowindex]');
  if (!step || !row) return;
  const next = Number(row.getAttribute('aria-rowindex')) + step;
  const button = event.currentTarget.querySelector<HTMLElement>(`[aria-rowindex="${next}"] button`);
  if (!button) return;
  event.preventDefault();
  button.focus({ preventScroll: true });
  button.scrollIntoView({ block: 'nearest' });
}

function Row({
  line,
  no,
  index,
  top,
  open,
  onOpen,
  pick,
}: {
  line?: WorkLine;
  no: number;
  index: number;
  top: number;
  open: boolean;
  onOpen(no: number): void;
  pick: { picked: ReadonlySet<number>; onPicked(picked: ReadonlySet<number>): void } | undefined;
}) {
  const toggle = () => {
    const next = new Set(pick!.picked);
    if (!next.delete(no)) next.add(no);
    pick!.onPicked(next);
  };
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      style={{ transform: `translateY(${top}px)` }}
      className={cx('absolute flex h-8 w-full items-center gap-3 border-rule border-b px-1', open ? 'bg-picked' : 'hover:bg-picked')}
    >
      {pick && (
        <div role="cell" className="grid w-6 shrink-0 place-items-center">
          <input
            type="checkbox"
            aria-label={`Pick ${line?.title ?? `work ${no}`}`}
            className="size-4 accent-(--navy)"
            checked={pick.picked.has(no)}
            onChange={toggle}
          />
        </div>
      )}
      <div role="cell" className="flex w-[120px] shrink-0 gap-1">
        {line?.tags.slice(0, line.tags.length > 4 ? 3 : 4).map((tag) => (
          <DatabaseTag key={tag} tag={tag} />
        ))}
        {line && line.tags.length > 4 && (
          <span title={line.tags.slice(3).join(', ')} className="text-[12.5px] text-slate">
            +{line.tags.length - 3}
          </span>
        )}
      </div>
      <div role="cell" className="flex min-w-0 flex-1 items-center gap-2">
        <button
          type="button"
          className="scroll-mt-10 truncate text-left font-serif underline-offset-2 hover:underline"
          onClick={() => onOpen(no)}
        >
          {line?.title ?? `Work ${no} …`}
        </button>
        {line?.flags
          .filter((f) => FLAG_WORDS[f])
          .map((f) => (
            <Pill key={f} look="attention">
              {FLAG_WORDS[f]}
            </Pill>
          ))}
      </div>
      {(['publicationType', 'peerReview'] as const).map((axis) => (
        <div
          role="cell"
          key={axis}
          title={line && codeLabel(axis, line.axes[axis])}
          className={cx('shrink-0 truncate text-[13px]', axis === 'publicationType' ? 'w-[150px]' : 'w-[120px]')}
        >
          {line && codeLabel(axis, line.axes[axis])}
        </div>
      ))}
      <div role="cell" className="w-[110px] shrink-0 truncate text-[13px]">
        {line?.date}
      </div>
    </div>
  );
}
