'use client';
import { useEffect, useState } from 'react';
import { ask } from '@/client/call';
import { STATE_WORDS } from '@/core/parity';
import { DatabaseTag } from '@/ui/marks';
import { count } from '@/ui/words';
import type { ParityView } from '../queries/parity-view';
import { numberOf, setWords } from './parity/cell-words';

interface IsItEvenProps {
  reviewId: string;
  limiter: string;
  /** Asked when everything is saved: the server works it out by the sieve that it has. */
  saved: boolean;
  /** Raised when the sieve or the works change. */
  version: string;
}

/** How the picked limiter applies in each retrieval, in a word that leads to the whole table. */
export function IsItEven({ reviewId, limiter, saved, version }: IsItEvenProps) {
  const [view, setView] = useState<{ view: ParityView; version: string } | null>(null);
  useEffect(() => {
    if (!saved || view?.version === version) return;
    let gone = false;
    // A little later: while somebody tries one setting after the other it need not be worked out.
    const timer = setTimeout(() => {
      void ask(reviewId, 'parity', {}).then(
        (answer) => !gone && answer.ok && setView({ view: answer.view, version }),
        () => {},
      );
    }, 600);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [reviewId, saved, version, view?.version]);
  const index = view?.view.rows.findIndex((r) => r.limiter === limiter) ?? -1;
  const row = view?.view.rows[index];
  if (!view || !row) return null;
  return (
    <section aria-label="Is it even?" className="mt-5">
      <h2 className="mb-1 text-lead">Is it even?</h2>
      <ul>
        {row.cells.map((cell, column) => {
          const r = view.view.retrievals[column]!;
          if (!cell) return null;
          const { label, meaning, attention } = STATE_WORDS[cell.state];
          const number = numberOf(cell);
          return (
            <li key={r.id} className="flex items-baseline gap-2 py-0.5 text-small">
              {r.tags.map((tag) => (
                <DatabaseTag key={tag} tag={tag} name={r.names} />
              ))}
              <span className="min-w-0 flex-1 truncate text-slate">{setWords(cell)}</span>
              <a
                href={`/reviews/${reviewId}/sieve/parity?cell=${index}.${column}`}
                title={meaning}
                className={`whitespace-nowrap font-semibold leading-6 underline-offset-2 hover:underline ${attention ? 'text-copper underline' : ''}`}
              >
                {label}
                {number && number.n > 0 && ` · ${count(number.n)}`}
              </a>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
