'use client';
import { useEffect, useRef, useState } from 'react';
import type { EvidenceScheme } from '@/core/classify';
import { axisValues } from '@/core/sieve';
import { WorkSheet } from '@/stages/works/screens';
import { Button } from '@/ui/button';
import { useUrlState } from '@/ui/use-url-state';
import { count, plural } from '@/ui/words';
import type { WordedOffer } from '../queries/worded-like';
import type { Worded } from './useWordedLike';

/** An offer's name in the address. */
export const offerKey = (o: WordedOffer): string => `${o.axis}:${o.codes.join('+')}`;

const valueWords = ({ axis, codes }: WordedOffer, scheme: EvidenceScheme): string => {
  const values = axisValues(axis, scheme);
  return codes.map((c) => values.find((v) => v.code === c)?.label.toLowerCase() ?? c).join(' or ');
};
const works = (n: number): string => `${count(n)} ${plural(n, 'work')}`;

/** What is left open and is worded like what people ruled on. Nothing is settled by it. */
export function WordedLike({
  worded,
  scheme,
  onOpen,
}: {
  worded: Worded | null;
  scheme: EvidenceScheme;
  onOpen(offer: WordedOffer): void;
}) {
  if (!worded || worded.offers.length === 0) return null;
  return (
    <section aria-label="Worded like what was ruled" className="mb-5">
      <h2 className="text-lead">Worded like what you ruled</h2>
      <ul className="text-small">
        {worded.offers.map((o) => (
          <li key={offerKey(o)} className="border-rule border-t py-1.5">
            {works(o.works.length)} worded like the {count(o.ruled)} ruled <b className="font-semibold">{valueWords(o, scheme)}</b>
            <Button look="quiet" className="-ml-1.5 block" onClick={() => onOpen(o)}>
              Look at {plural(o.works.length, 'it', 'them')}
            </Button>
          </li>
        ))}
      </ul>
      {worded.looked < worded.open && (
        <p className="text-note text-slate">
          Of {count(worded.open)} open works the first {count(worded.looked)} were compared.
        </p>
      )}
    </section>
  );
}

interface WordedWorksProps {
  reviewId: string;
  scheme: EvidenceScheme;
  offer: WordedOffer;
  onRule(works: number[]): void;
  onRuled(): void;
}

/** The works of an offer, the nearest first, each with the words it shares; those that are picked can be ruled on at once. */
export function WordedWorks({ reviewId, scheme, offer, onRule, onRuled }: WordedWorksProps) {
  const [params, setParams] = useUrlState();
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const place = useRef<HTMLElement>(null);
  // It stands below what was clicked, and would not be seen.
  useEffect(() => {
    place.current?.scrollIntoView({ block: 'start' });
  }, []);
  const picked = offer.works.filter((w) => !left.has(w.no)).map((w) => w.no);
  const toggle = (no: number) => {
    const next = new Set(left);
    if (!next.delete(no)) next.add(no);
    setLeft(next);
  };
  const caption = `${works(offer.works.length)} worded like the ${count(offer.ruled)} ruled ${valueWords(offer, scheme)}`;
  return (
    <section ref={place} aria-label={caption} className="mt-5">
      <div className="flex items-center gap-4 border-ink border-t-2 pt-2 pb-1">
        <h2 className="font-sans font-semibold text-body">{caption}</h2>
        <span className="text-small text-slate">Likeness of words settles nothing: what holds is yours to say.</span>
        <Button look="solid" className="ml-auto" disabled={picked.length === 0} onClick={() => onRule(picked)}>
          Rule on the {count(picked.length)} picked
        </Button>
      </div>
      <table className="w-full table-fixed text-left text-small">
        <thead>
          <tr className="h-8 text-small text-slate">
            <th scope="col" className="w-7">
              <span className="sr-only">Picked</span>
            </th>
            <th scope="col" className="font-medium">
              Title
            </th>
            <th scope="col" className="w-[340px] font-medium">
              Words they share
            </th>
            <th scope="col" className="w-[80px] text-right font-medium">
              Likeness
            </th>
          </tr>
        </thead>
        <tbody>
          {offer.works.map((w) => (
            <tr key={w.no} className="h-8 border-rule border-t">
              <td>
                <input
                  type="checkbox"
                  aria-label={`Pick ${w.title || `work ${w.no}`}`}
                  className="size-4 accent-(--navy)"
                  checked={!left.has(w.no)}
                  onChange={() => toggle(w.no)}
                />
              </td>
              <td className="truncate pr-4">
                <button
                  type="button"
                  dir="auto"
                  className="max-w-full truncate text-left font-serif underline-offset-2 hover:underline"
                  onClick={() => setParams({ work: String(w.no) }, { step: true })}
                >
                  {w.title || '(no title)'}
                </button>
              </td>
              <td className="truncate text-slate" title={w.words.join(', ')}>
                {w.words.join(', ')}
              </td>
              <td className="text-right">{w.likeness.toFixed(2)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <WorkSheet reviewId={reviewId} no={Number(params.get('work')) || null} onClose={() => setParams({ work: null })} onRuled={onRuled} />
    </section>
  );
}
