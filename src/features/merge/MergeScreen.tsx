import Link from 'next/link';
import type { MergeView } from '@/server/merge-view';
import { Empty } from '@/ui/empty';
import { FigureLink } from '@/ui/figure-link';
import { count, DatabaseTag } from '@/ui/marks';
import { ListWithSheet } from '../works/ListWithSheet';

/** How many records became how many works, and which databases share how many. */
export function MergeScreen({ reviewId, view }: { reviewId: string; view: MergeView }) {
  if (view.records === 0) {
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
      <h1 className="text-[22px]">
        {count(view.records)} records are {count(view.works)} works
      </h1>
      <p className="mb-3 max-w-[90ch] text-slate">
        {count(view.records - view.works)} records were merged away; the{' '}
        <Link href="?" scroll={false} prefetch={false} className="text-navy underline underline-offset-2">
          works of several records
        </Link>{' '}
        are listed below. Records join when their DOI or PMID is the same, or their title, year and first author are, and nothing
        contradicts it. Identifiers, pages or volumes that differ keep them apart.
      </p>
      <table className="mb-4 border-collapse">
        <caption className="whitespace-nowrap pb-1 text-left text-[13px] text-slate">
          Works that two databases share; on the diagonal, a database's own works
        </caption>
        <thead>
          <tr className="h-8 text-left text-[13px] text-slate">
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
      <ListWithSheet
        reviewId={reviewId}
        numbers={view.listed}
        caption={`${view.pair.length ? `Works of ${namesOf(view).join(' and ')}` : 'Works of several records'}: ${count(view.listed.length)}`}
      />
    </main>
  );
}

const namesOf = (view: MergeView) => [...new Set(view.pair)].map((tag) => view.databases.find((d) => d.tag === tag)!.name);
