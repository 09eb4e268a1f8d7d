'use client';
import { useAsk } from '@/client/useAsk';
import { AXIS_LABELS } from '@/core/classify';
import { StateSquare } from '@/ui/marks';
import type { PrecedentLine } from '../queries/precedents';

/** Decided works that are most like this one: the same profile first, then the nearest in their words. */
export function Precedents({ reviewId, no, onOpen }: { reviewId: string; no: number; onOpen(no: number): void }) {
  const { data: found } = useAsk(reviewId, 'precedents', { workNo: no });
  return (
    <section aria-label="Similar works already decided" className="mt-3 border-rule border-t pt-3">
      <h2 className="mb-1 text-lead">Similar works already decided</h2>
      {!found ? (
        <p className="text-small text-slate">Looking …</p>
      ) : found.precedents.length === 0 ? (
        <p className="text-small text-slate">Nothing with this profile, or one near it, is decided yet.</p>
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
                  dir="auto"
                  className="line-clamp-2 text-left font-serif text-small leading-snug underline-offset-2 hover:underline"
                  onClick={() => onOpen(p.no)}
                >
                  {p.title}
                </button>
                <span className="block text-note text-slate">
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
