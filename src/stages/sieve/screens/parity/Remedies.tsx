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
  onShow(works: number[], caption: string): void;
}

function rulingWords(n: number, labels: readonly string[], axis: string): string {
  const works = `${count(n)} ${plural(n, 'work')}`;
  if (labels.length === 1)
    return `One ruling that ${works} ${plural(n, 'is', 'are')} ${labels[0]!.toLowerCase()}, as all records together say`;
  const what = labels.length > 4 ? `of unknown ${axis.toLowerCase()}` : `that may be ${labels.join(' or ').toLowerCase()}`;
  return `One ruling on ${works} ${what}`;
}

/** What would let the limiter tell of works that it cannot tell of here, what settles most first, done from here. */
export function Remedies({ reviewId, limiter, retrieval, scheme, onRuled, onShow }: RemediesProps) {
  const { data } = useAsk(reviewId, 'cell-remedies', { limiter: limiter.id, retrieval });
  const [target, setTarget] = useState<RulingTarget | null>(null);
  if (!data) return null;
  const { axis, journals, alike } = data;
  const lines: { n: number; key: string; works?: number[]; line: React.ReactNode }[] = alike.map(({ codes, labels, works }) => ({
    works,
    n: works.length,
    key: codes.join(),
    line: (
      <Button
        look="quiet"
        className="px-0 text-left"
        onClick={() => setTarget({ axis: axis!, work: null, works, causes: [], codes: codes.length > 6 ? [] : codes })}
      >
        {rulingWords(works.length, labels, AXIS_LABELS[axis!])}
      </Button>
    ),
  }));
  if (journals.n > 0)
    lines.push({
      n: journals.works,
      key: 'journals',
      line: (
        <Link
          className="font-medium text-navy underline-offset-2 hover:underline"
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
          .map(({ n, key, works, line }) => (
            <li key={key} className="flex items-baseline justify-between gap-2 border-rule border-t py-1 text-small">
              {line}
              {works ? (
                <Button
                  look="quiet"
                  className="min-h-6 px-0 text-small"
                  aria-label={`List the ${count(n)} ${plural(n, 'work')}`}
                  onClick={() => onShow(works, 'Open in the same way')}
                >
                  list
                </Button>
              ) : (
                <span className="whitespace-nowrap text-slate">up to {count(n)}</span>
              )}
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
