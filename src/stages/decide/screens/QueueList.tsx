'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, useEffect, useRef } from 'react';
import type { WorkLine } from '@/client/types';
import { useWorkLines } from '@/stages/works/screens';
import { cx } from '@/ui/cx';
import { StateSquare } from '@/ui/marks';
import type { Decided, Queue } from './useQueue';

interface QueueListProps {
  reviewId: string;
  queue: Queue;
  current: number;
  onPick(no: number): void;
  /** What is chosen of the queue. */
  head: ReactNode;
}

/** The works to decide, in order, with what was decided. */
export function QueueList({ reviewId, queue, current, onPick, head }: QueueListProps) {
  const { numbers } = queue;
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({ count: numbers.length, getScrollElement: () => scroller.current, estimateSize: () => 90, overscan: 8 });
  const items = rows.getVirtualItems();
  const lines = useWorkLines(reviewId, numbers, items[0]?.index ?? 0, items.at(-1)?.index ?? 0);
  const at = numbers.indexOf(current);
  useEffect(() => {
    if (at >= 0) rows.scrollToIndex(at, { align: 'auto' });
  }, [at, rows]);
  return (
    <nav aria-label="Works to decide" className="flex max-h-[38vh] min-h-0 flex-col bg-surface lg:max-h-none">
      {head}
      <div ref={scroller} className="min-h-0 flex-1 overflow-y-auto">
        <ul className="relative" style={{ height: rows.getTotalSize() }}>
          {items.map((item) => {
            const no = numbers[item.index]!;
            return (
              <li
                key={no}
                ref={rows.measureElement}
                data-index={item.index}
                className="absolute w-full"
                style={{ transform: `translateY(${item.start}px)` }}
              >
                <QueueRow
                  line={lines.get(no)}
                  no={no}
                  decided={queue.of(no)}
                  against={queue.against.has(no)}
                  current={no === current}
                  onPick={onPick}
                />
              </li>
            );
          })}
        </ul>
      </div>
    </nav>
  );
}

interface QueueRowProps {
  line?: WorkLine;
  no: number;
  decided: Decided;
  against: boolean;
  current: boolean;
  onPick(no: number): void;
}

function QueueRow({ line, no, decided, against, current, onPick }: QueueRowProps) {
  return (
    <button
      type="button"
      aria-current={current ? 'true' : undefined}
      onClick={() => onPick(no)}
      className={cx(
        'flex w-full gap-2.5 border-rule border-b py-2 pr-3 pl-3 text-left -outline-offset-2',
        current ? 'border-l-[3px] border-l-copper bg-picked' : 'hover:bg-picked',
      )}
    >
      <span className="pt-1">
        <StateSquare state={decided.state} />
      </span>
      <span className="min-w-0">
        <span dir="auto" className="line-clamp-3 break-words font-serif text-small leading-snug">
          {line ? line.title || '(no title)' : `Work ${no} …`}
        </span>
        <span className="block text-note text-slate">{hintOf(line, decided, against)}</span>
      </span>
    </button>
  );
}

const STATE_HINT: Partial<Record<Decided['state'], string>> = {
  excluded: 'Excluded',
  kept: 'Kept',
  waiting: 'Waiting',
  background: 'Background',
};

/** What was decided, what it is, when it appeared, and what to beware of. */
function hintOf(line: WorkLine | undefined, { state, reasonCode }: Decided, against: boolean): string {
  const only = (codes: readonly string[]) => (codes.length === 1 ? codes[0]!.replaceAll('-', ' ') : null);
  const what = line && (only(line.axes.design.codes) ?? only(line.axes.publicationType.codes) ?? 'type open');
  return [
    STATE_HINT[state],
    state === 'excluded' && reasonCode,
    what,
    line?.date,
    line?.flags.includes('retracted') && 'retracted',
    line?.flags.includes('concern') && 'concern',
    against && 'the sieve would stop or hold it now',
  ]
    .filter(Boolean)
    .join(' · ');
}
