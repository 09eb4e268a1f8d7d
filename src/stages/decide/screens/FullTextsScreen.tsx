'use client';
import { useState } from 'react';
import { ask } from '@/client/call';
import { Button } from '@/ui/button';
import { Empty } from '@/ui/empty';
import { count, Pill, StateSquare } from '@/ui/marks';
import type { PdfHit } from '../queries/search-pdfs';
import type { SoughtLine } from '../queries/sought';
import { DecideNav } from './DecideNav';

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
      <h1 className="mt-3 text-[22px]">Full texts</h1>
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
                className="min-h-7 rounded-[4px] border border-edge bg-surface px-2.5 text-[13px] hover:bg-picked aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-on-ink"
                onClick={() => setWhere(w)}
              >
                <b className="font-semibold">{count(counts(w))}</b> {WHERE[w]}
              </button>
            ))}
          </nav>
          <table className="mt-2 w-full border-collapse text-[13.5px]">
            <thead>
              <tr className="border-ink border-b-[1.5px] text-left text-[12.5px] text-slate">
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

function PdfSearch({ reviewId }: { reviewId: string }) {
  const [found, setFound] = useState<{ words: string; hits: PdfHit[]; more: boolean; without: number } | { message: string } | null>(null);
  async function search(words: string) {
    const answer = await ask(reviewId, 'search-pdfs', { words });
    setFound(answer.ok ? { words, ...answer } : { message: answer.message });
  }
  return (
    <section aria-label="Search in all PDFs" className="mt-3">
      <form
        className="flex items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          void search(String(new FormData(e.currentTarget).get('words') ?? '').trim());
        }}
      >
        <label className="flex flex-col gap-1 text-[13px] text-slate">
          Words or a phrase, in the text of every attached PDF
          <input
            name="words"
            minLength={2}
            maxLength={200}
            required
            className="h-8 w-[420px] rounded-[4px] border border-edge bg-surface px-2.5 text-ink"
          />
        </label>
        <Button type="submit">Search the PDFs</Button>
      </form>
      {found && 'message' in found && <p role="alert">{found.message}</p>}
      {found && 'hits' in found && (
        <div className="mt-2" role="status">
          <p className="text-[13.5px]">
            {found.hits.length === 0 ? `“${found.words}” stands in none of them` : `${count(found.hits.length)} places`}
            {found.more && ', the first of more'}
            {found.without > 0 && `; ${found.without} have no text to be searched`}.
          </p>
          <ul>
            {found.hits.map((h, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: hits have nothing else to be told apart by, and never change places
              <li key={i} className="grid grid-cols-[220px_64px_1fr] gap-3 border-rule border-b py-1 text-[13.5px]">
                <a
                  className="truncate text-navy underline-offset-2 hover:underline"
                  title={h.name}
                  href={`/reviews/${reviewId}/decide?stage=full-text&work=${h.workNo}`}
                >
                  {h.name}
                </a>
                <a
                  className="text-navy underline-offset-2 hover:underline"
                  href={`/api/reviews/${reviewId}/pdf/${h.attachment}#page=${h.page}`}
                  target="_blank"
                  rel="noreferrer"
                >
                  page {h.page}
                </a>
                <span className="min-w-0 font-serif">
                  {h.before}
                  <mark className="rounded-[2px] bg-picked font-semibold text-ink">{h.found}</mark>
                  {h.after}
                </span>
              </li>
            ))}
          </ul>
          {found.hits.length === 0 && <Pill>nothing found</Pill>}
        </div>
      )}
    </section>
  );
}
