import Link from 'next/link';
import { ListWithSheet } from '@/stages/works/screens';
import { Empty } from '@/ui/empty';
import { FigureLink } from '@/ui/figure-link';
import { DatabaseTag, NarrowingBar } from '@/ui/marks';
import { count, many, plural } from '@/ui/words';
import type { MergeView } from '../queries/merge-view';
import { MergeJobs } from './MergeJobs';
import { SettleDecisions } from './SettleDecisions';

/** How many records became how many works, what a person should look at, and which databases share how many. */
export function MergeScreen({ reviewId, view }: { reviewId: string; view: MergeView }) {
  if (view.records === 0 && view.waiting === 0) {
    return (
      <main className="p-5">
        <Empty title="Nothing to merge yet">
          <p>
            Import records under{' '}
            <a className="text-navy underline" href={`/reviews/${reviewId}/retrieve`}>
              Retrieve
            </a>
            . Records of one publication then become one work.
          </p>
        </Empty>
      </main>
    );
  }
  return (
    <main className="px-5 py-4">
      <div className="flex items-start gap-8">
        <div className="min-w-0 flex-1">
          <h1 className="text-title">
            {many(view.records, 'record is', 'records are')} {many(view.works, 'work')}
          </h1>
          <div className="mt-1.5 mb-1 max-w-[560px]">
            <NarrowingBar left={view.works - view.questions} held={view.questions} total={view.records} />
          </div>
          <p className="max-w-[78ch] text-slate">
            {many(view.records - view.works, 'record was', 'records were')} merged away (pale). Records join when what agrees outweighs what
            differs by far and nothing contradicts it; identifiers, pages or titles that differ keep them apart.{' '}
            <a className="text-navy underline underline-offset-2" href={`/reviews/${reviewId}/merge/weights`}>
              The weights
            </a>
          </p>
        </div>
        <nav aria-label="What to look at" className="grid shrink-0 grid-cols-4 gap-2">
          <Tile href={`/reviews/${reviewId}/merge/pairs`} n={view.questions} attention={view.questions > 0}>
            {plural(view.questions, 'pair to settle', 'pairs to settle')}
          </Tile>
          <Tile href={`/reviews/${reviewId}/merge/joins`} n={view.joined}>
            works of several records
          </Tile>
          <Tile href={`/reviews/${reviewId}/merge/families`} n={view.links}>
            links in families
          </Tile>
          <Tile href={`/reviews/${reviewId}/merge/rulings`} n={view.rulings}>
            rulings of yours
          </Tile>
        </nav>
      </div>
      <MergeJobs reviewId={reviewId} jobs={view.jobs} waiting={view.waiting} />
      {view.aside > 0 && (
        <p className="my-2 text-copper">
          <Link href={`/reviews/${reviewId}/set-aside`} prefetch={false} className="underline underline-offset-2">
            {count(view.aside)} {plural(view.aside, 'record')}
          </Link>{' '}
          could not be processed and {plural(view.aside, 'is', 'are')} in no work.
        </p>
      )}
      <SettleDecisions reviewId={reviewId} works={view.settle} />
      <table className="mt-3 mb-4 border-collapse">
        <caption className="whitespace-nowrap pb-1 text-left text-small text-slate">
          Works that two databases share; on the diagonal, a database's own works
        </caption>
        <thead>
          <tr className="h-8 text-left text-small text-slate">
            <th scope="col" className="pr-6 font-medium">
              Database
            </th>
            <th scope="col" className="pr-6 text-right font-medium">
              Records
            </th>
            {view.databases.map((d) => (
              <th key={d.tag} scope="col" className="w-20 text-right font-medium">
                <DatabaseTag tag={d.tag} name={d.name} />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {view.databases.map((d, a) => (
            <tr key={d.tag} className="h-8 border-rule border-t">
              <th scope="row" className="pr-6 text-left font-medium">
                <DatabaseTag tag={d.tag} /> {d.name}
              </th>
              <td className="pr-6 text-right">{count(d.records)}</td>
              {view.databases.map((e, b) => (
                <td key={e.tag} className={a === b ? 'text-right font-bold' : 'text-right'}>
                  <FigureLink
                    n={view.overlap[a]![b]!}
                    href={`?between=${d.tag}-${e.tag}`}
                    label={a === b ? `Works of ${d.name}` : `Works of ${d.name} and ${e.name}`}
                    current={view.pair.join() === [d.tag, e.tag].join()}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mb-1 text-small text-slate">
        {view.pair.length > 0 && (
          <Link href="?" scroll={false} prefetch={false} className="text-navy underline underline-offset-2">
            List the works of several records instead
          </Link>
        )}
      </p>
      <ListWithSheet
        reviewId={reviewId}
        numbers={view.listed}
        version={view.revision}
        caption={`${view.pair.length ? `Works of ${namesOf(view).join(' and ')}` : 'Works of several records'}: ${count(view.listed.length)}`}
      />
    </main>
  );
}

/** A figure that leads on; a dashed copper outline when a person should look. */
function Tile({ href, n, attention = false, children }: { href: string; n: number; attention?: boolean; children: string }) {
  return (
    <Link
      href={href}
      prefetch={false}
      className={`flex w-[118px] flex-col rounded-[4px] border bg-surface px-2.5 py-1.5 leading-tight hover:bg-picked ${
        attention ? 'border-copper border-dashed text-copper' : 'border-rule'
      }`}
    >
      <span className="font-semibold text-head">{count(n)}</span>
      <span className={attention ? 'text-note' : 'text-note text-slate'}>{children}</span>
    </Link>
  );
}

const namesOf = (view: MergeView) => [...new Set(view.pair)].map((tag) => view.databases.find((d) => d.tag === tag)!.name);
