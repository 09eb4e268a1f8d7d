import Link from 'next/link';
import { VOCABULARY_LABELS } from '@/core/vocabularies';
import { DatabaseTag } from '@/ui/marks';
import { count, plural } from '@/ui/words';
import type { ClassifyView } from '../queries/classify-view';

export function PageLink({ href, children }: { href: string; children: React.ReactNode }) {
  return (
    <Link prefetch={false} className="inline-flex min-h-6 items-center text-navy underline-offset-2 hover:underline" href={href}>
      {children}
    </Link>
  );
}

/** Journals that the register does not have, those first whose entry would settle the peer review of most works. */
export function Gaps({ reviewId, view }: { reviewId: string; view: ClassifyView }) {
  const telling = view.gaps.filter((g) => g.open > 0).slice(0, 5);
  return (
    <section aria-label="Venues without an entry" className="mt-5">
      <h2 className="text-lead">Venues without an entry</h2>
      {view.gapsInAll === 0 && <p className="text-small text-slate">The register has every venue that the records name.</p>}
      <ul className="text-small">
        {telling.map((g) => (
          <li key={g.title} className="flex justify-between gap-3 border-rule border-t py-1">
            <span dir="auto" className="min-w-0 truncate font-serif" title={g.title}>
              {g.title}
            </span>
            <span className="whitespace-nowrap text-slate">
              {count(g.open)} open of {count(g.works)}
            </span>
          </li>
        ))}
      </ul>
      {view.gapsInAll > 0 && (
        <PageLink href={`/reviews/${reviewId}/classify/venues#gaps`}>
          {count(view.gapsInAll)} {plural(view.gapsInAll, 'venue has', 'venues have')} none: add them
        </PageLink>
      )}
    </section>
  );
}

export function Unmapped({ reviewId, unmapped }: { reviewId: string; unmapped: ClassifyView['unmapped'] }) {
  if (unmapped.length === 0) return null;
  return (
    <section aria-label="Unmapped terms" className="mt-5">
      <h2 className="text-lead">Unrecognised terms</h2>
      <ul className="text-small">
        {unmapped.slice(0, 8).map((u) => (
          <li key={`${u.tag}${u.vocabulary}${u.term}`} className="flex min-h-7 items-center gap-2 border-rule border-t">
            <DatabaseTag tag={u.tag} />
            <Link
              className="inline-flex min-h-6 min-w-0 items-center underline-offset-2 hover:underline"
              title={VOCABULARY_LABELS[u.vocabulary]}
              href={u.tag === '--' ? `/reviews/${reviewId}/records?database=--` : `/reviews/${reviewId}/retrieve/database/${u.tag}#terms`}
            >
              {u.term}
            </Link>
            <span className="ml-auto whitespace-nowrap text-slate">
              {count(u.records)} {plural(u.records, 'record')}
            </span>
          </li>
        ))}
      </ul>
      {unmapped.length > 8 && <p className="text-small text-slate">and {unmapped.length - 8} more, on the databases’ pages</p>}
    </section>
  );
}
