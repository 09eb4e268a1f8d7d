import Link from 'next/link';
import { FigureLink } from '@/ui/figure-link';
import { count } from '@/ui/words';

import type { RetrievalLine } from '../queries/retrieve-view';

/** Reported, exported, in the file, records: each number with what was lost before the next, and why. */
export function CountChain({ reviewId, retrieval: r, href }: { reviewId: string; retrieval: RetrievalLine; href: string }) {
  const most = Math.max(r.reported ?? 0, r.exported ?? 0, r.inFile ?? 0, 1);
  const stages: { name: string; n: number | null }[] = [
    { name: 'reported', n: r.reported },
    { name: 'exported', n: r.exported },
    { name: 'in file', n: r.inFile },
    { name: 'records', n: r.inFile === null ? null : r.parsed },
  ];
  const open = r.lines.filter((l) => l.state === 'asked' || l.state === 'cannot-be');
  const told = r.lines.filter((l) => l.state === 'told' && l.code !== 'rejected');
  return (
    <div>
      <dl className="grid max-w-[620px] grid-cols-4 gap-3">
        {stages.map((s) => (
          <div key={s.name}>
            <dt className="text-note text-slate">{s.name}</dt>
            <dd className="font-semibold text-lead">
              {s.n === null ? (
                <span className="font-normal text-small text-slate">missing</span>
              ) : s.name === 'records' ? (
                <FigureLink
                  n={s.n}
                  label={`Records of retrieval ${r.number}`}
                  href={`/reviews/${reviewId}/records?retrieval=${r.number}`}
                />
              ) : (
                count(s.n)
              )}
              {s.name === 'records' && r.rejected > 0 && (
                <span className="ml-1.5 font-normal text-small text-slate">+ {count(r.rejected)} rejected</span>
              )}
            </dd>
            <span aria-hidden className="mt-0.5 block h-[7px] overflow-hidden rounded-[2px] bg-pale">
              <span className="block h-full bg-navy" style={{ width: `${(100 * Math.min(s.n ?? 0, most)) / most}%` }} />
            </span>
          </div>
        ))}
      </dl>
      {open.map((l) => (
        <p key={l.code} className="mt-1.5 text-small text-copper">
          {l.message}{' '}
          <Link className="underline underline-offset-2" href={`${href}#counts`}>
            {l.state === 'asked' ? 'Say why' : 'Look at the counts'}
          </Link>
        </p>
      ))}
      {told.map((l) => (
        <p key={l.code} className="mt-1.5 text-small text-slate">
          {l.message}
        </p>
      ))}
    </div>
  );
}
