import type { Identity } from '@/core/flow';
import { FigureLink } from '@/ui/figure-link';
import { Pill } from '@/ui/marks';
import { count, plural } from '@/ui/words';
import { ChecksNav } from './ChecksNav';

/** The identities between the counts, each with both its sides. */
export function ChecksScreen({ reviewId, identities, aside }: { reviewId: string; identities: Identity[]; aside: number }) {
  const broken = identities.filter((i) => !i.holds).length;
  return (
    <main className="px-5 py-3">
      <ChecksNav reviewId={reviewId} current="" />
      <h1 className="mt-3 text-title">{broken === 0 ? 'Every count adds up' : `${broken} of ${identities.length} counts do not add up`}</h1>
      <p className="mb-3 text-slate">Each line is counted twice, in different tables. Every work is in exactly one state.</p>
      {aside > 0 && (
        <p className="mb-3 text-copper">
          <FigureLink n={aside} href={`/reviews/${reviewId}/set-aside`} label="Records that were set aside" />{' '}
          {plural(aside, 'record was', 'records were')} set aside because something about {plural(aside, 'it', 'them')} could not be
          processed.
        </p>
      )}
      <table className="w-full border-collapse">
        <thead>
          <tr className="h-8 text-left text-small text-slate">
            <th scope="col" className="font-medium">
              What must hold
            </th>
            <th scope="col" className="w-24 text-right font-medium">
              Left side
            </th>
            <th scope="col" className="w-24 text-right font-medium">
              Right side
            </th>
            <th scope="col" className="w-28 text-right font-medium">
              Result
            </th>
          </tr>
        </thead>
        <tbody>
          {identities.map((i) => (
            <tr key={i.id} className="h-9 border-rule border-t">
              <th scope="row" className="text-left font-normal">
                {i.words}
              </th>
              <td className="text-right">{count(i.left)}</td>
              <td className="text-right">{count(i.right)}</td>
              <td className="text-right">{i.holds ? <Pill>holds</Pill> : <Pill look="attention">does not hold</Pill>}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </main>
  );
}
