'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { useJobs } from '@/client/useJobs';
import { citedByWords } from '@/core/citations';
import { DIRECTION_WORDS } from '@/core/found';
import { Button } from '@/ui/button';
import { DataTable, type TableColumn } from '@/ui/data-table';
import { Empty } from '@/ui/empty';
import { TextField } from '@/ui/field';
import { Pill } from '@/ui/marks';
import { refreshPage } from '@/ui/refresh-page';
import { count, dayWords, many, plural } from '@/ui/words';
import type { RoundsView } from '../queries/found-view';
import { FoundNav } from './FoundNav';

type Lead = RoundsView['leads'][number];
type Round = RoundsView['rounds'][number];
const keyOf = (l: Lead) => `${l.round}/${l.ordinal}`;

/** Rounds of following citations from the kept works, and what each led to that was not here. */
export function RoundsScreen({ reviewId, view }: { reviewId: string; view: RoundsView }) {
  const router = useRouter();
  const { poke } = useJobs(reviewId, []);
  const [busy, setBusy] = useState(false);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [why, setWhy] = useState('');
  const open = view.leads.filter((l) => l.taken === null && l.left === '');
  const done = view.leads.filter((l) => l.taken !== null || l.left !== '');
  async function act(work: () => Promise<string | null>) {
    setBusy(true);
    const said = await work();
    setBusy(false);
    if (said) toast(said);
    setChosen(new Set());
    poke();
    refreshPage(router);
  }
  const follow = () =>
    act(async () => {
      const answer = await call(reviewId, 'open-round', {});
      if (!answer.ok) {
        toast.error(answer.message);
        return null;
      }
      for (const failed of answer.failed) toast.error(failed);
      return answer.fresh
        ? `Round ${answer.number}: ${many(answer.fresh, 'source')} not seen before.`
        : `Round ${answer.number}: nothing new.`;
    });
  const places = () => open.filter((l) => chosen.has(keyOf(l))).map(({ round, ordinal }) => ({ round, ordinal }));
  const take = () =>
    act(async () => {
      const answer = await call(reviewId, 'take-leads', { leads: places() });
      if (answer.ok) return `${many(answer.records.length, 'source')} taken in; they are being merged and classified.`;
      toast.error(answer.message);
      return null;
    });
  const leave = (leads: { round: number; ordinal: number }[], reason: string) =>
    act(async () => {
      const answer = await call(reviewId, 'leave-leads', { leads, why: reason });
      if (!answer.ok) toast.error(answer.message);
      return null;
    });
  const last = view.rounds.at(-1);
  return (
    <main className="px-5 py-3">
      <FoundNav reviewId={reviewId} current="/citations" />
      <div className="mt-3 flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-title">Following citations</h1>
        <Button look={open.length ? 'plain' : 'solid'} disabled={busy || view.kept === 0} onClick={() => void follow()}>
          {busy ? 'Following …' : `Follow the citations of ${many(view.kept, 'kept work')}`}
        </Button>
      </div>
      <p className="max-w-[90ch] text-small text-slate">
        What kept works cite is read from their records and PDFs, from lists of citations that were brought and from the index that is set{' '}
        <Link className="text-navy underline" href={`/reviews/${reviewId}/library`}>
          (library)
        </Link>
        ; what cites them, from lists and index. New work has had no time to be cited: a count without its time says nothing.
      </p>
      {view.rounds.length === 0 ? (
        <Empty title="No round yet">
          <p>{view.kept === 0 ? 'Citations are followed from works that are kept: none is yet.' : 'One or two rounds are usual.'}</p>
        </Empty>
      ) : (
        <div className="mt-2 flex flex-col gap-2">
          {view.rounds.map((r) => (
            <RoundLine key={r.number} reviewId={reviewId} round={r} last={r === last} />
          ))}
        </div>
      )}
      {open.length > 0 && (
        <section aria-label="Led to and not in the review" className="mt-4">
          <div className="flex flex-wrap items-end gap-3">
            <h2 className="text-lead">{many(open.length, 'source')} led to and not here</h2>
            <Button disabled={busy || chosen.size === 0} look={chosen.size ? 'solid' : 'plain'} onClick={() => void take()}>
              Take in {chosen.size || ''}
            </Button>
            <div className="w-[240px]">
              <TextField label="Why others are left" value={why} maxLength={300} onChange={(e) => setWhy(e.target.value)} />
            </div>
            <Button disabled={busy || chosen.size === 0 || why.trim() === ''} onClick={() => void leave(places(), why)}>
              Leave {chosen.size || ''}
            </Button>
          </div>
          <div className="mt-2">
            <DataTable
              caption="Sources that citations lead to"
              columns={[
                {
                  ...{ id: 'choose', header: 'Choose', hideHeader: true, width: 'w-[36px]' },
                  cell: (l) => (
                    <input
                      type="checkbox"
                      className="size-4"
                      aria-label={`Choose “${l.title || l.text}”`}
                      checked={chosen.has(keyOf(l))}
                      onChange={() =>
                        setChosen((now) => new Set(now.has(keyOf(l)) ? [...now].filter((k) => k !== keyOf(l)) : [...now, keyOf(l)]))
                      }
                    />
                  ),
                },
                ...leadColumns(),
              ]}
              rows={open}
              rowKey={keyOf}
            />
          </div>
        </section>
      )}
      {done.length > 0 && (
        <details className="mt-4">
          <summary className="cursor-pointer">{many(done.length, 'source')} taken in or left</summary>
          <DataTable
            caption="Sources that were taken in or left"
            columns={[...leadColumns(), becameColumn(reviewId, (l) => void leave([l], ''))]}
            rows={done}
            rowKey={keyOf}
          />
        </details>
      )}
    </main>
  );
}

const becameColumn = (reviewId: string, onAgain: (place: { round: number; ordinal: number }) => void): TableColumn<Lead> => ({
  ...{ id: 'became', header: 'Became', width: 'w-[200px]' },
  value: (l) => (l.taken === null ? l.left : `record ${l.taken}`),
  cell: (l) =>
    l.taken === null ? (
      <>
        left: {l.left}{' '}
        <Button look="quiet" className="text-small" onClick={() => onAgain({ round: l.round, ordinal: l.ordinal })}>
          Offer again
        </Button>
      </>
    ) : (
      <Link className="text-navy underline" href={`/reviews/${reviewId}/records/${l.taken}`}>
        record {l.taken}
      </Link>
    ),
});

function RoundLine({ reviewId, round: r, last }: { reviewId: string; round: Round; last: boolean }) {
  const withReferences = r.followed.filter((f) => f.references !== null).length;
  const withCiting = r.followed.filter((f) => f.citedBy !== null).length;
  return (
    <section aria-label={`Round ${r.number}`} className="rounded-[6px] border border-rule bg-surface px-4 py-2 text-small">
      <h2 className="text-lead">
        Round {r.number}, {dayWords(r.day)}
      </h2>
      <p>
        From {many(r.followed.length, 'kept work')}: of {count(withReferences)} it is known what they cite, of {count(withCiting)} who cites
        them. {count(r.cited)} cited, {count(r.citing)} citing; {count(r.known)} {plural(r.known, 'was', 'were')} here already,{' '}
        {count(r.seen)} {plural(r.seen, 'was', 'were')} met in an earlier round, <b className="font-semibold">{count(r.offered)} new</b>
        {r.offered > 0 && `: ${count(r.taken)} taken in, ${count(r.left)} left`}.
        {last && r.offered === 0 && <b className="font-semibold"> Nothing new in the last round.</b>}
      </p>
      <p className="text-slate">
        From {r.sources.join('; ') || 'nothing'}. By {r.person}.
      </p>
      <details>
        <summary className="cursor-pointer text-slate">Each work that was followed</summary>
        <ul className="mt-1">
          {r.followed.map((f, i) => (
            <li key={f.work?.no ?? i}>
              {f.work ? (
                <Link className="text-navy underline-offset-2 hover:underline" href={`/reviews/${reviewId}/find?find=${f.work.no}`}>
                  {f.work.no}
                </Link>
              ) : (
                'a work that is gone'
              )}{' '}
              {f.work?.title.slice(0, 90)}: {f.references === null ? 'references not known' : many(f.references, 'reference')},{' '}
              {f.citedBy === null ? 'who cites it is not known' : citedByWords({ n: f.citedBy, age: f.age })}
            </li>
          ))}
        </ul>
      </details>
    </section>
  );
}

const leadColumns = (): TableColumn<Lead>[] => [
  {
    ...{ id: 'source', header: 'Source', value: (l) => l.title || l.text },
    cell: (l) => (
      <span title={l.text}>
        <span dir="auto" className="font-serif">
          {l.title || l.text}
        </span>{' '}
        {l.retracted && <Pill look="attention">retracted</Pill>}
        <span className="block text-note text-slate">{[l.authors, l.container, l.year || '', l.doi].filter(Boolean).join(' · ')}</span>
      </span>
    ),
  },
  {
    ...{ id: 'direction', header: 'How', width: 'w-[90px]', value: (l) => l.direction },
    cell: (l) => DIRECTION_WORDS[l.direction],
  },
  {
    ...{ id: 'of', header: 'Kept works', width: 'w-[110px]', value: (l) => l.of.length },
    cell: (l) => (
      <span title={l.of.map((w) => `${w.no} ${w.title}`).join('\n')}>
        {count(l.of.length)}
        <span className="block truncate text-note text-slate">
          {l.of
            .slice(0, 4)
            .map((w) => w.no)
            .join(', ')}
        </span>
      </span>
    ),
  },
  { id: 'round', header: 'Round', width: 'w-[70px]', value: (l) => l.round, cell: (l) => l.round },
];
