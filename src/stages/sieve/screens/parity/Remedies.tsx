'use client';
import Link from 'next/link';
import { useState } from 'react';
import { useAsk } from '@/client/useAsk';
import { AXIS_LABELS, type EvidenceScheme } from '@/core/classify';
import type { Limiter } from '@/core/sieve';
import { RulingDialog, type RulingTarget } from '@/stages/works/screens';
import { Button } from '@/ui/button';
import { count, plural } from '@/ui/words';

interface RemediesProps {
  reviewId: string;
  limiter: Limiter;
  retrieval: string;
  scheme: EvidenceScheme;
  onRuled(): void;
}

/** What would let the limiter tell of works that it cannot tell of here, what settles most first, done from here. */
export function Remedies({ reviewId, limiter, retrieval, scheme, onRuled }: RemediesProps) {
  const { data } = useAsk(reviewId, 'cell-remedies', { limiter: limiter.id, retrieval });
  const [target, setTarget] = useState<RulingTarget | null>(null);
  if (!data) return null;
  const { axis, journals, alike } = data;
  const lines: { n: number; key: string; line: React.ReactNode }[] = alike.map(({ codes, labels, works }) => ({
    n: works.length,
    key: codes.join(),
    line: (
      <Button
        look="quiet"
        className="text-left"
        onClick={() => setTarget({ axis: axis!, work: null, works, causes: [], codes: codes.length > 6 ? [] : codes })}
      >
        One ruling on {count(works.length)} {plural(works.length, 'work')} that {plural(works.length, 'is', 'are')}{' '}
        {labels.length > 3 ? 'of unknown' : `${labels.join(' or ').toLowerCase()} by`} {AXIS_LABELS[axis!].toLowerCase()}
      </Button>
    ),
  }));
  if (journals.n > 0)
    lines.push({
      n: journals.works,
      key: 'journals',
      line: (
        <Link
          className="px-1.5 font-medium text-navy underline-offset-2 hover:underline"
          href={`/reviews/${reviewId}/sieve/journals?limiter=${encodeURIComponent(limiter.id)}&retrieval=${retrieval}`}
        >
          Say of {count(journals.n)} {plural(journals.n, 'journal')} whether {plural(journals.n, 'it is', 'they are')} refereed
        </Link>
      ),
    });
  if (lines.length === 0) return null;
  return (
    <section aria-label="What would settle them" className="mb-3">
      <h3 className="text-body">What would settle them</h3>
      <ul>
        {lines
          .sort((a, b) => b.n - a.n)
          .map(({ n, key, line }) => (
            <li key={key} className="flex items-baseline justify-between gap-2 border-rule border-t py-1 text-small">
              {line}
              <span className="whitespace-nowrap text-slate">up to {count(n)}</span>
            </li>
          ))}
      </ul>
      <RulingDialog
        reviewId={reviewId}
        scheme={scheme}
        target={target}
        onClose={() => setTarget(null)}
        onRuled={() => {
          setTarget(null);
          onRuled();
        }}
      />
    </section>
  );
}
