'use client';
import type { KeyboardEvent } from 'react';
import type { WorkLine } from '@/client/types';
import { cx } from '@/ui/cx';
import { DatabaseTag, Pill } from '@/ui/marks';
import { codeLabel, FLAG_WORDS } from './labels';

/** The arrow keys move from title to title; the list scrolls along. */
export function moveByArrow(event: KeyboardEvent<HTMLElement>) {
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

export function Row({
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
          <span title={line.tags.slice(3).join(', ')} className="text-note text-slate">
            +{line.tags.length - 3}
          </span>
        )}
      </div>
      <div role="cell" className="flex min-w-0 flex-1 items-center gap-2">
        <button
          type="button"
          dir="auto"
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
          className={cx('shrink-0 truncate text-small', axis === 'publicationType' ? 'w-[150px]' : 'w-[120px]')}
        >
          {line && codeLabel(axis, line.axes[axis])}
        </div>
      ))}
      <div role="cell" className="w-[110px] shrink-0 truncate text-small">
        {line?.date}
      </div>
    </div>
  );
}
