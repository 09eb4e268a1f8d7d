'use client';
import { Button } from '@/ui/button';
import { Pill, StateSquare } from '@/ui/marks';
import type { KnownLine } from '../queries/known-view';
import { FATE_WORDS } from './known-words';

/** A longer list is shown when it is asked for. */
export const MOST_SHOWN = 100;

export type OnList = (numbers: number[], caption: string) => void;

export function Line({ line: l, onOpen, onRemove, onAsk }: { line: KnownLine; onOpen(): void; onRemove(): void; onAsk(): void }) {
  return (
    <li className="grid grid-cols-[18px_minmax(0,1fr)_240px_auto] items-start gap-3 border-rule border-b py-1.5">
      <span className="pt-0.5">{l.work > 0 && <StateSquare state={l.fate} />}</span>
      <div className="min-w-0">
        {l.work > 0 ? (
          <button
            type="button"
            dir="auto"
            className="min-h-6 text-left font-serif leading-snug underline-offset-2 hover:underline"
            onClick={onOpen}
          >
            {l.title}
          </button>
        ) : (
          <p dir="auto" className="font-serif leading-snug">
            {l.title}
          </p>
        )}
        <p className="text-note text-slate">
          {[
            l.detail,
            l.source && `from ${l.source}`,
            l.records > 1 && `one of ${l.records} records merged into work ${l.work}`,
            l.repeats > 0 && `${l.repeats + 1} times in the list, counted once`,
            l.sameAs !== null && 'the same work as another of the list, counted once',
          ]
            .filter(Boolean)
            .join(' · ')}
        </p>
      </div>
      <p className="text-small">
        {l.fate === 'not-retrieved' || l.fate === 'asked' ? <Pill look="attention">{FATE_WORDS[l.fate]}</Pill> : FATE_WORDS[l.fate]}
        {l.limiters.length > 0 && <span className="block text-note text-slate">by {l.limiters.join(', then ')}</span>}
      </p>
      <span className="flex">
        {l.ruled && (
          <Button look="quiet" className="text-note" onClick={onAsk}>
            Ask again
          </Button>
        )}
        <Button look="quiet" className="text-note" onClick={onRemove} aria-label={`Take off the list: ${l.title}`}>
          Take off
        </Button>
      </span>
    </li>
  );
}
