import { FigureLink } from '@/ui/figure-link';
import { count, many } from '@/ui/words';

import type { RetrievalView } from '../queries/retrieval-view';

/** What is new, gone and changed since the run that this one brings up to date. */
export function LaterRun({
  reviewId,
  number,
  comparison: c,
}: {
  reviewId: string;
  number: number;
  comparison: NonNullable<RetrievalView['comparison']>;
}) {
  const href = (set: string) => `/reviews/${reviewId}/records?retrieval=${number}&set=${set}`;
  const figures = [
    { label: 'New since', n: c.fresh.length, set: 'fresh' },
    { label: 'Gone since', n: c.gone.length, set: 'gone' },
    { label: 'Changed since', n: c.changed.length, set: 'changed' },
  ];
  return (
    <section aria-label="Since the earlier run" className="rounded-[6px] border border-rule bg-surface px-4 py-3">
      <h2 className="mb-1 text-lead">Since retrieval {c.earlier}</h2>
      {c.after === 0 ? (
        <p className="text-slate">No records of this run yet. Add its file, and what is new, gone and changed is shown here.</p>
      ) : (
        <>
          <dl className="flex gap-8">
            {figures.map((f) => (
              <div key={f.set}>
                <dt className="text-note text-slate">{f.label}</dt>
                <dd className="font-semibold text-lead">
                  <FigureLink n={f.n} label={f.label} href={href(f.set)} />
                </dd>
              </div>
            ))}
            <div>
              <dt className="text-note text-slate">The same</dt>
              <dd className="font-semibold text-lead">{count(c.same)}</dd>
            </div>
          </dl>
          <p className="mt-1 text-small text-slate">
            {many(c.before, 'record')} then, {count(c.after)} now; matched by accession number, PMID, DOI or title, in that order.
          </p>
        </>
      )}
    </section>
  );
}
