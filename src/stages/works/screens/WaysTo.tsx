import Link from 'next/link';
import type { WorkDetail } from '@/client/types';
import { facetWords } from '@/core/sieve';
import { CODED_AXES, codesOf } from '@/core/vocabularies';
import { dayWords } from '@/ui/words';

const BY: Readonly<Record<NonNullable<WorkDetail['getIt']>['by'], string>> = {
  doi: 'by its DOI',
  record: 'by the address of its record',
  resolver: 'through the library’s resolver',
};
const BOOKS: readonly string[] = ['book', 'thesis', 'reference-work'];

/** The link that lasts best, what the library has of it, and addresses that will not last. */
export function WaysTo({ reviewId, work }: { reviewId: string; work: WorkDetail }) {
  const sources = codesOf(CODED_AXES.sourceType.values, work.classification.axes.sourceType.mask);
  const mayBeBook = sources.length <= 3 && sources.some((s) => BOOKS.includes(s));
  return (
    <section aria-label="The way to it" className="text-small">
      <p className="flex flex-wrap items-baseline gap-x-4">
        {work.getIt ? (
          <span>
            <a className="font-medium text-navy underline" href={work.getIt.url} target="_blank" rel="noreferrer">
              Get it
            </a>{' '}
            <span className="text-slate">{BY[work.getIt.by]}</span>
          </span>
        ) : (
          <span className="text-slate">No link to it that lasts.</span>
        )}
        {work.holding && (
          <span title={work.holding.words}>
            {work.holding.state === 'cannot-tell' ? 'whether the library has it cannot be told' : facetWords('holding', work.holding.state)}
            {work.holding.until && ` until ${dayWords(work.holding.until)}`}
            <span className="text-slate"> · {work.holding.words}</span>
          </span>
        )}
        {mayBeBook && (
          <Link className="text-navy underline-offset-2 hover:underline" href={`/reviews/${reviewId}/library/inside?work=${work.no}`}>
            Look inside
          </Link>
        )}
      </p>
      {work.passing.map(({ url, why }) => (
        <p key={url} className="truncate text-copper" title={url}>
          {why} <span className="font-mono text-note">{url.slice(0, 100)}</span>
        </p>
      ))}
    </section>
  );
}
