'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { shareWords } from '@/core/checks';
import { Figure } from '@/stages/works/screens';
import { Button } from '@/ui/button';
import { DatabaseTag } from '@/ui/marks';
import { refreshPage } from '@/ui/refresh-page';
import { count, many } from '@/ui/words';
import type { KnownFate, KnownLine, KnownView } from '../queries/known-view';
import { KnownTable, MOST_SHOWN, type OnList } from './KnownList';
import { FATE_WORDS } from './known-words';
import { ShareBar } from './ShareBar';

export function Recall({ view, onList }: { view: KnownView; onList: OnList }) {
  const { search, databases, after, precision, toRead } = view;
  const head = 'py-1 text-left font-medium text-note text-slate';
  return (
    <section aria-label="What the list says" className="mt-5 border-ink border-t-2 pt-2">
      <h2 className="text-lead">What the list says</h2>
      <p dir="auto" className="font-serif text-lead">
        The search found {shareWords(search!)} of the known works.
        {precision && ` Of ${count(precision.of)} works that were judged, ${count(precision.n)} are kept`}
        {toRead &&
          `: about ${Number(toRead.value.toPrecision(2))} to read for each (${Number(toRead.low.toPrecision(2))} to ${Number(toRead.high.toPrecision(2))})`}
        {precision && '.'}
      </p>
      <div className="mt-2 grid grid-cols-[1fr_1.25fr] gap-10">
        <table className="border-collapse self-start text-small">
          <caption className="sr-only">Known works in each database</caption>
          <thead>
            <tr className="border-ink border-b-[1.5px]">
              <th scope="col" className={head}>
                Database
              </th>
              <th scope="col" className={`${head} w-[80px] text-right`}>
                Has
              </th>
              <th scope="col" className={`${head} w-[210px] pl-5`}>
                Share, with interval
              </th>
            </tr>
          </thead>
          <tbody>
            {databases.map((d) => (
              <tr key={d.tag} className="border-rule border-b align-top">
                <th scope="row" className="py-1.5 text-left font-normal">
                  <DatabaseTag tag={d.tag} name={d.name} /> {d.name}
                </th>
                <td className="py-1.5 text-right">{d.share ? `${d.share.n} of ${d.share.of}` : ''}</td>
                <td className="py-1.5 pl-5">
                  <ShareBar rate={d.share} bound={null} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <table className="border-collapse self-start text-small">
          <caption className="sr-only">Known works after each limiter</caption>
          <thead>
            <tr className="border-ink border-b-[1.5px]">
              <th scope="col" className={head}>
                After the limiter
              </th>
              <th scope="col" className={`${head} w-[84px] text-right`}>
                Through
              </th>
              <th scope="col" className={`${head} w-[60px] text-right`}>
                Held
              </th>
              <th scope="col" className={`${head} w-[76px] text-right`}>
                It loses
              </th>
              <th scope="col" className={`${head} w-[200px] pl-5`}>
                Share, with interval
              </th>
            </tr>
          </thead>
          <tbody>
            {after.map((a) => (
              <tr key={a.id} className="border-rule border-b align-top">
                <th scope="row" className="py-1.5 text-left font-normal">
                  {a.name}
                </th>
                <td className="py-1.5 text-right">{a.left ? `${a.left.n} of ${a.left.of}` : ''}</td>
                <td className="py-1.5 text-right">{a.held || ''}</td>
                <td className="py-1 text-right">
                  {a.lost.length > 0 && (
                    <Figure
                      n={a.lost.length}
                      label={`${many(a.lost.length, 'known work')} stopped by ${a.name}`}
                      active={false}
                      onClick={() => onList(a.lost, `Known works that ${a.name} stops`)}
                      className="font-semibold text-copper"
                    />
                  )}
                </td>
                <td className="py-1.5 pl-5">
                  <ShareBar rate={a.left} bound={null} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

export function Fates({ reviewId, view, onList }: { reviewId: string; view: KnownView; onList: OnList }) {
  const router = useRouter();
  const [fate, setFate] = useState<KnownFate | null>(null);
  const fates = (Object.keys(FATE_WORDS) as KnownFate[]).filter((f) => view.lines.some((l) => l.fate === f));
  const [all, setAll] = useState(false);
  const lines = view.lines.filter((l) => fate === null || l.fate === fate);
  const shown = all ? lines : lines.slice(0, MOST_SHOWN);
  async function remove(numbers: number[], removed: boolean) {
    const answer = await call(reviewId, 'remove-known', { numbers, removed });
    if (!answer.ok) return void toast.error(answer.message);
    refreshPage(router);
    if (removed)
      toast(numbers.length === 1 ? 'Taken off the list.' : `${numbers.length} taken off the list.`, {
        action: { label: 'Undo', onClick: () => void remove(numbers, false) },
      });
  }
  return (
    <section aria-label="The list" className="mt-5 border-ink border-t-2 pt-2">
      <div className="flex items-center gap-2">
        <h2 className="mr-2 text-lead">The list</h2>
        {[null, ...fates].map((f) => (
          <button
            key={f ?? 'all'}
            type="button"
            aria-pressed={f === fate}
            className="min-h-7 rounded-[4px] border border-edge bg-surface px-2.5 text-small hover:bg-picked aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-on-ink"
            onClick={() => setFate(f)}
          >
            <b className="font-semibold">{count(f === null ? view.lines.length : view.lines.filter((l) => l.fate === f).length)}</b>{' '}
            {f === null ? 'in all' : FATE_WORDS[f]}
          </button>
        ))}
        <Button
          look="quiet"
          className="ml-auto text-small"
          onClick={() =>
            void remove(
              lines.map((l) => l.number),
              true,
            )
          }
        >
          Take {fate === null ? 'all' : 'these'} off
        </Button>
      </div>
      <KnownTable
        lines={shown}
        whole={shown.length === lines.length}
        onOpen={(l) => onList([l.work], l.title)}
        onRemove={(l) => void remove([l.number], true)}
        onAsk={(l) => void askAgain(l)}
      />
      {shown.length < lines.length && (
        <Button className="mt-2" onClick={() => setAll(true)}>
          Show the other {count(lines.length - shown.length)} too
        </Button>
      )}
    </section>
  );

  async function askAgain(line: KnownLine) {
    const answer = await call(reviewId, 'rule-known', { rulings: [{ number: line.number, record: null }] });
    if (!answer.ok) return void toast.error(answer.message);
    refreshPage(router);
  }
}
