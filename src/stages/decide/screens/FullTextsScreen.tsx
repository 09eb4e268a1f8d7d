'use client';
import { useState } from 'react';
import { Empty } from '@/ui/empty';
import { StateSquare } from '@/ui/marks';
import { count } from '@/ui/words';
import type { SoughtLine } from '../queries/sought';
import { DecideNav } from './DecideNav';
import { PdfSearch } from './PdfSearch';

type Where = 'all' | 'to-ask' | 'asked' | 'had' | 'assessed' | 'not-had';
const WHERE: Record<Where, string> = {
  all: 'sought',
  'to-ask': 'not asked for',
  asked: 'asked for, not here yet',
  had: 'here, not assessed',
  assessed: 'assessed',
  'not-had': 'not retrieved',
};

/** Where a full text stands now. */
function whereOf({ verdict, reasonCode, pdfs, arrived, asked }: SoughtLine): Exclude<Where, 'all'> {
  if (verdict === 'exclude' && reasonCode === 'not-retrieved') return 'not-had';
  if (verdict === 'keep' || verdict === 'exclude') return 'assessed';
  if (pdfs > 0 || arrived) return 'had';
  return asked ? 'asked' : 'to-ask';
}
const STATE: Record<string, string> = { keep: 'kept', exclude: 'excluded', wait: 'waiting', background: 'background' };

interface FullTextsScreenProps {
  reviewId: string;
  sought: SoughtLine[];
  twoStages: boolean;
}

/** Every full text that is sought: what was asked for, what came, and what all that came says about some words. */
export function FullTextsScreen({ reviewId, sought, twoStages }: FullTextsScreenProps) {
  const [where, setWhere] = useState<Where>('all');
  const lines = sought.filter((s) => where === 'all' || whereOf(s) === where);
  const counts = (w: Where) => sought.filter((s) => w === 'all' || whereOf(s) === w).length;
  return (
    <main className="max-w-[1180px] px-5 py-3">
      <DecideNav reviewId={reviewId} current="/full-texts" />
      <h1 className="mt-3 text-title">Full texts</h1>
      {!twoStages && (
        <p className="text-slate">This review judges by title and abstract alone; that can be changed under Reasons and grounds.</p>
      )}
      {sought.length === 0 ? (
        <Empty title="No full text is sought yet">
          <p>A work that is kept on its title and abstract comes here.</p>
        </Empty>
      ) : (
        <>
          <PdfSearch reviewId={reviewId} />
          <nav aria-label="Where they stand" className="mt-4 flex flex-wrap gap-2">
            {(Object.keys(WHERE) as Where[]).map((w) => (
              <button
                key={w}
                type="button"
                aria-pressed={w === where}
                className="min-h-7 rounded-[4px] border border-edge bg-surface px-2.5 text-small hover:bg-picked aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-on-ink"
                onClick={() => setWhere(w)}
              >
                <b className="font-semibold">{count(counts(w))}</b> {WHERE[w]}
              </button>
            ))}
          </nav>
          <table className="mt-2 w-full border-collapse text-small">
            <thead>
              <tr className="border-ink border-b-[1.5px] text-left text-note text-slate">
                <th className="py-1 font-medium">Work</th>
                <th className="w-[96px] font-medium">Asked</th>
                <th className="w-[96px] font-medium">Promised</th>
                <th className="w-[96px] font-medium">Arrived</th>
                <th className="w-[170px] font-medium">Of whom</th>
                <th className="w-[54px] text-right font-medium">PDFs</th>
                <th className="w-[190px] pl-4 font-medium">Where it stands</th>
              </tr>
            </thead>
            <tbody>
              {lines.map((s) => (
                <tr key={s.no} className="h-8 border-rule border-b">
                  <td className="max-w-0 truncate pr-3">
                    <a
                      className="font-serif underline-offset-2 hover:underline"
                      title={s.title}
                      href={`/reviews/${reviewId}/decide?stage=full-text&work=${s.no}`}
                    >
                      {s.title || `Work ${s.no}`}
                    </a>
                  </td>
                  <td>{s.asked}</td>
                  <td>{s.promised}</td>
                  <td>{s.arrived}</td>
                  <td className="max-w-0 truncate">{s.source}</td>
                  <td className="text-right">{s.pdfs || ''}</td>
                  <td className="pl-4">
                    <span className="flex items-center gap-2">
                      <StateSquare state={s.verdict ? STATE[s.verdict]! : 'undecided'} />
                      {WHERE[whereOf(s)]}
                    </span>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {lines.length === 0 && <p className="mt-2 text-slate">None.</p>}
        </>
      )}
    </main>
  );
}
