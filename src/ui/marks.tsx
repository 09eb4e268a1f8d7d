import type { ReactNode } from 'react';
import { cx } from './cx';
import { Explained } from './explained';

/** A database's two-letter boxed tag. */
export function DatabaseTag({ tag, name }: { tag: string; name?: string }) {
  return (
    <span
      title={name}
      className="inline-grid h-[18px] min-w-[26px] place-items-center rounded-[3px] border border-ink px-1 font-semibold text-tiny leading-none"
    >
      {tag}
    </span>
  );
}

/** How a value is known, in a word. A dashed copper outline when a person should look. */
export function Pill({ children, look, title }: { children: ReactNode; look?: 'plain' | 'attention'; title?: string }) {
  const pill = (
    <span
      className={cx(
        'inline-block whitespace-nowrap rounded-full border px-2 text-note leading-[18px]',
        look === 'attention' ? 'border-copper border-dashed text-copper' : 'border-edge text-slate',
      )}
    >
      {children}
    </span>
  );
  return title ? <Explained meaning={title}>{pill}</Explained> : pill;
}

const SQUARES: Record<string, string> = {
  kept: 'Kept',
  excluded: 'Excluded',
  waiting: 'Waiting',
  background: 'Background',
  undecided: 'Undecided',
  held: 'Held',
  stopped: 'Stopped',
};

/**
 * A decision as a small square that stands on its corner, so that nobody takes it for a box to tick: filled kept, a bar
 * excluded, empty undecided, a dot waiting, hatched held.
 */
export function StateSquare({ state }: { state: string }) {
  return (
    <span
      role="img"
      aria-label={SQUARES[state] ?? state}
      title={SQUARES[state] ?? state}
      className={cx(
        'relative inline-block size-3 shrink-0 rotate-45 rounded-[2px] border-[1.5px]',
        state === 'kept' ? 'border-navy' : 'border-edge',
      )}
    >
      {state === 'kept' && <span className="absolute inset-0 bg-navy" />}
      {state === 'excluded' && <span className="-inset-x-[3px] absolute top-1/2 h-[3px] -translate-y-1/2 -rotate-45 bg-ink" />}
      {state === 'waiting' && <span className="absolute inset-[2.5px] rounded-full bg-ink" />}
      {state === 'background' && <span className="absolute right-0 bottom-0 size-[5px] bg-ink" />}
      {state === 'held' && <span className="hatched absolute inset-0" />}
      {state === 'stopped' && <span className="absolute inset-0 bg-pale" />}
    </span>
  );
}

/** The narrowing column: solid is left, hatched is held with a gap of paper before it, pale is stopped. */
export function NarrowingBar({ left, held, total, height = 13 }: { left: number; held: number; total: number; height?: number }) {
  const share = (n: number) => (total === 0 ? 0 : (100 * n) / total);
  return (
    <span aria-hidden className="relative block w-full overflow-hidden rounded-[2px] bg-pale" style={{ height }}>
      <span className="absolute inset-y-0 left-0 rounded-l-[2px] bg-navy" style={{ width: `${share(left)}%` }} />
      {held > 0 && (
        <span
          className="hatched absolute inset-y-0 border-paper border-l-2"
          style={{ left: `${share(left)}%`, width: `max(4px, ${share(held)}%)` }}
        />
      )}
    </span>
  );
}
