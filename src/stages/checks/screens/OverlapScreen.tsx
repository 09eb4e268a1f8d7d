'use client';
import { useState } from 'react';
import { toast } from 'sonner';
import { ask } from '@/client/call';
import { lostWithout, type OverlapOf } from '@/core/checks';
import { Figure, ListWithSheet } from '@/stages/works/screens';
import { Empty } from '@/ui/empty';
import { DatabaseTag } from '@/ui/marks';
import { Segmented } from '@/ui/segmented';
import { count, many } from '@/ui/words';
import type { OverlapView } from '../queries/overlap';
import { ChecksNav } from './ChecksNav';
import { OverlapPicture, setWords } from './OverlapPicture';
import { TwoSources } from './TwoSources';

const OF: readonly { value: OverlapOf; label: string }[] = [
  { value: 'all', label: 'All works' },
  { value: 'through', label: 'Through the sieve' },
  { value: 'kept', label: 'Kept' },
];
const OF_WORDS: Record<OverlapOf, string> = { all: 'works', through: 'works through the sieve', kept: 'kept works' };
const HEAD = 'py-1 font-medium text-note text-slate';

/** What each database brought that no other did, what they have in common, and what nobody may have found. */
export function OverlapScreen({ reviewId, view }: { reviewId: string; view: OverlapView }) {
  const [of, setOf] = useState<OverlapOf>('all');
  const [without, setWithout] = useState(0);
  const [list, setList] = useState<{ numbers: number[]; caption: string } | null>(null);
  async function show(mask: number, as: 'exactly' | 'no-other', which: OverlapOf, caption: string) {
    const answer = await ask(reviewId, 'overlap-works', { mask, as, of: which });
    if (!answer.ok) return void toast.error(answer.message);
    setList({ numbers: answer.numbers, caption });
  }
  if (view.works === 0)
    return (
      <main className="px-5 py-3">
        <ChecksNav reviewId={reviewId} current="/overlap" />
        <div className="mt-3">
          <Empty title="Nothing to compare yet">
            <p>Records of databases come in under Retrieve.</p>
          </Empty>
        </div>
      </main>
    );
  const lost = lostWithout(view.sets, without);
  return (
    <main className="px-5 py-3">
      <ChecksNav reviewId={reviewId} current="/overlap" />
      <div className="mt-3 flex items-end justify-between gap-4">
        <h1 className="text-title">What did each database bring that no other did?</h1>
        <div className="w-[420px]">
          <Segmented<OverlapOf> label="Counted" value={of} options={OF} onChange={setOf} />
        </div>
      </div>
      <div className="mt-2">
        <OverlapPicture view={view} of={of} onPick={(s) => void show(s.mask, 'exactly', of, `In ${setWords(view, s.mask)}`)} />
      </div>
      <section aria-label="What each contributed" className="mt-5 border-ink border-t-2 pt-2">
        <h2 className="text-lead">What each contributed, and what if it had not been searched</h2>
        <table className="w-full border-collapse text-small">
          <thead>
            <tr className="border-ink border-b-[1.5px] text-left">
              <th scope="col" className={HEAD}>
                Database
              </th>
              {OF.map((o) => (
                <th key={o.value} scope="col" className={`${HEAD} w-[210px] text-right`}>
                  {o.label}: has, alone
                </th>
              ))}
              <th scope="col" className={`${HEAD} w-[130px] pl-6`}>
                Not searched
              </th>
            </tr>
          </thead>
          <tbody>
            {view.databases.map((d) => (
              <tr key={d.tag} className="border-rule border-b">
                <th scope="row" className="py-1.5 text-left font-normal">
                  <DatabaseTag tag={d.tag} name={d.name} /> {d.name}
                </th>
                {OF.map((o) => (
                  <td key={o.value} className="text-right">
                    {count(d[o.value].has)}
                    <span className="inline-block w-[64px]">
                      <Figure
                        n={d[o.value].alone}
                        label={`${count(d[o.value].alone)} ${OF_WORDS[o.value]} in ${d.name} alone`}
                        active={false}
                        onClick={() => void show((1 << d.bit) >>> 0, 'exactly', o.value, `In ${d.name} alone, ${OF_WORDS[o.value]}`)}
                        className="font-semibold"
                      />
                    </span>
                  </td>
                ))}
                <td className="pl-6">
                  <label className="inline-flex min-h-6 items-center gap-2">
                    <input
                      type="checkbox"
                      className="size-4 accent-(--navy)"
                      aria-label={`What if ${d.name} had not been searched`}
                      checked={((without >>> d.bit) & 1) === 1}
                      onChange={() => setWithout((without ^ (1 << d.bit)) >>> 0)}
                    />
                    left out
                  </label>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <p dir="auto" className="mt-2 min-h-6 font-serif text-lead" role="status">
          {without === 0 ? (
            <span className="text-slate">Tick a database, or several, to see what would not have been found.</span>
          ) : (
            <>
              Without {setWords(view, without).replace(/ alone$/, '')},{' '}
              <button
                type="button"
                className="font-semibold underline underline-offset-2"
                onClick={() => void show(without, 'no-other', 'all', `Not found without ${setWords(view, without).replace(/ alone$/, '')}`)}
              >
                {count(lost.all)}
              </button>{' '}
              of {many(view.works, 'work')} would not have been found, {count(lost.through)} of them through the sieve and{' '}
              <b className="font-semibold">{count(lost.kept)} kept</b>.
            </>
          )}
        </p>
      </section>
      <TwoSources view={view} />
      <details className="mt-5 border-ink border-t-2 pt-2">
        <summary className="min-h-6 cursor-pointer font-serif text-lead">Every combination as a table</summary>
        <table className="mt-1 border-collapse text-small">
          <thead>
            <tr className="border-ink border-b-[1.5px] text-left">
              <th scope="col" className={`${HEAD} w-[520px]`}>
                Exactly these databases
              </th>
              {OF.map((o) => (
                <th key={o.value} scope="col" className={`${HEAD} w-[140px] text-right`}>
                  {o.label}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {view.sets.map((s) => (
              <tr key={s.mask} className="border-rule border-b">
                <th scope="row" className="py-0.5 text-left font-normal">
                  {setWords(view, s.mask)}
                </th>
                {OF.map((o) => (
                  <td key={o.value} className="text-right">
                    <Figure
                      n={s[o.value]}
                      label={`${count(s[o.value])} ${OF_WORDS[o.value]} in ${setWords(view, s.mask)}`}
                      active={false}
                      onClick={() => void show(s.mask, 'exactly', o.value, `In ${setWords(view, s.mask)}, ${OF_WORDS[o.value]}`)}
                      className=""
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </details>
      {list && <ListWithSheet reviewId={reviewId} numbers={list.numbers} caption={`${list.caption}: ${count(list.numbers.length)}`} />}
    </main>
  );
}
