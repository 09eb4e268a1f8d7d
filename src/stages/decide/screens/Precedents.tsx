'use client';
import { useEffect, useState } from 'react';
import { call } from '@/client/call';
import { AXIS_LABELS } from '@/core/classify';
import { StateSquare } from '@/ui/marks';
import type { PrecedentLine } from '../queries/precedents';

interface Found {
  no: number;
  precedents: PrecedentLine[];
}
const cache = new Map<string, Promise<Found | null>>();

/** Asks for the precedents of a work; those that were asked for at this turn already are not asked for again. */
export function fetchPrecedents(reviewId: string, no: number, turn: number): Promise<Found | null> {
  const key = `${reviewId}/${no}/${turn}`;
  let found = cache.get(key);
  if (!found) {
    if (cache.size > 100) cache.clear();
    found = call(reviewId, 'precedents', { workNo: no })
      .then((answer) => (answer.ok ? { no, precedents: answer.precedents } : null))
      .catch(() => null);
    cache.set(key, found);
  }
  return found;
}

/** Decided works that are most like this one: the same profile first, then the nearest in their words. */
export function Precedents({ reviewId, no, turn, onOpen }: { reviewId: string; no: number; turn: number; onOpen(no: number): void }) {
  const [found, setFound] = useState<Found | null>(null);
  useEffect(() => {
    let gone = false;
    void fetchPrecedents(reviewId, no, turn).then((f) => !gone && setFound(f));
    return () => {
      gone = true;
    };
  }, [reviewId, no, turn]);
  return (
    <section aria-label="Alike, and decided" className="mt-3 border-rule border-t pt-3">
      <h2 className="mb-1 text-[16px]">Alike, and decided</h2>
      {found?.no !== no ? (
        <p className="text-[13px] text-slate">Looking …</p>
      ) : found.precedents.length === 0 ? (
        <p className="text-[13px] text-slate">Nothing with this profile, or one near it, is decided yet.</p>
      ) : (
        <ul className="flex flex-col gap-1.5">
          {found.precedents.map((p) => (
            <li key={p.no} className="grid grid-cols-[16px_minmax(0,1fr)] gap-2">
              <span className="pt-0.5">
                <StateSquare state={p.verdict === 'keep' ? 'kept' : 'excluded'} />
              </span>
              <span className="min-w-0">
                <button
                  type="button"
                  className="line-clamp-2 text-left font-serif text-[13.5px] leading-snug underline-offset-2 hover:underline"
                  onClick={() => onOpen(p.no)}
                >
                  {p.title}
                </button>
                <span className="block text-[12.5px] text-slate">
                  <b className="font-semibold text-ink">{p.verdict === 'keep' ? 'kept' : 'excluded'}</b>
                  {p.reasonText && ` (${p.reasonText})`} · {differenceWords(p)}
                </span>
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function differenceWords({ axes, limiters, difference, likeness }: PrecedentLine): string {
  const differs = [...axes.map((a) => AXIS_LABELS[a].toLowerCase()), ...limiters.map((l) => `at ${l}`)];
  const words = likeness >= 0.5 ? ', very near in words' : likeness >= 0.25 ? ', near in words' : '';
  const profile = differs.length ? `differs in ${differs.join(', ')}` : 'same profile';
  return `${profile}${words}${difference && `; set apart: ${difference}`}`;
}
