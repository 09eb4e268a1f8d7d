'use client';
import Link from 'next/link';
import { useState } from 'react';
import { toast } from 'sonner';
import type { Said } from '@/client/useAsk';
import { BackLink } from '@/ui/back-link';
import { Button } from '@/ui/button';
import { DataTable, type TableColumn } from '@/ui/data-table';
import { count, plural } from '@/ui/words';
import { SinceField } from './journals/SinceField';
import { type JournalAnswer, useJournalAnswers } from './journals/useJournalAnswers';

type Journal = Said<'journals-behind'>['journals'][number];

interface JournalsScreenProps {
  reviewId: string;
  limiter: string;
  /** Name of the retrieval, when only its works are looked at. */
  retrieval: string | null;
  works: number;
  journals: Journal[];
}

/** The journals behind the works of which a limiter cannot tell: each is answered at once, and its works follow. */
export function JournalsScreen({ reviewId, limiter, retrieval, works, journals: given }: JournalsScreenProps) {
  // What is answered leaves the list when it is asked for anew; here it stays until the person is done.
  const [journals] = useState(given);
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const { answers, answer, takeBack, busy } = useJournalAnswers(reviewId);
  const open = journals.filter((j) => !answers.has(j.title));
  const covered = journals.filter((j) => answers.has(j.title)).reduce((n, j) => n + j.works, 0);
  const chosen = open.filter((j) => picked.has(j.title));
  const say = async (of: readonly Journal[], refereed: 'yes' | 'no', since: number | null = null) => {
    const done = await answer(of.map(({ title, issns }) => ({ title, issns, refereed, since })));
    if (!done) return;
    setPicked(new Set());
    toast(`${count(of.length)} ${plural(of.length, 'journal is', 'journals are')} in the register; the works follow.`);
  };
  const pick = (title: string, on: boolean) => {
    const next = new Set(picked);
    if (on) next.add(title);
    else next.delete(title);
    setPicked(next);
  };
  const columns: TableColumn<Journal>[] = [
    {
      ...{ id: 'pick', header: 'Pick', width: 'w-8', hideHeader: true },
      cell: (j) =>
        !answers.has(j.title) && (
          <input
            type="checkbox"
            aria-label={`Pick ${j.title}`}
            className="size-4 accent-(--navy)"
            checked={picked.has(j.title)}
            onChange={(e) => pick(j.title, e.target.checked)}
          />
        ),
    },
    {
      ...{ id: 'journal', header: 'Journal', value: (j) => j.title },
      cell: (j) => (
        <>
          <span dir="auto" className="font-serif">
            {j.title}
          </span>
          <span className="block text-note text-slate">
            {j.issns.join(' ')}
            {j.entry && ` ${registerWords(j.entry)}`}
          </span>
        </>
      ),
    },
    {
      id: 'works',
      header: 'Works',
      width: 'w-[70px]',
      value: (j) => j.works,
      cell: (j) => <b className="font-semibold">{count(j.works)}</b>,
    },
    {
      ...{ id: 'answer', header: 'Is it refereed?', width: 'w-[350px]' },
      cell: (j) => (
        <Answer
          journal={j}
          answer={answers.get(j.title)}
          busy={busy}
          onSay={(refereed, since) => void say([j], refereed, since)}
          onTakeBack={() => void takeBack(j.title)}
        />
      ),
    },
  ];
  return (
    <main className="px-5 py-4">
      <BackLink reviewId={reviewId} to={retrieval ? 'sieve/parity' : 'sieve'}>
        {retrieval ? 'Is it even?' : 'The funnel'}
      </BackLink>
      <h1 className="text-title leading-tight">
        {count(journals.length)} {plural(journals.length, 'journal')} behind {count(works)} {plural(works, 'work')}
      </h1>
      <p className="max-w-[86ch] text-slate">
        {retrieval
          ? `Of these works the records of ${retrieval} do not say whether “${limiter}” holds.`
          : `“${limiter}” holds these works: it cannot tell.`}{' '}
        Say of a journal whether it is refereed, and all its research articles are told of, in every database. It is kept in the register of
        venues.{' '}
        <Link className="text-navy underline underline-offset-2" href={`/reviews/${reviewId}/classify/venues`}>
          Import a list of journals instead
        </Link>
      </p>
      <div className="my-3 flex flex-wrap items-center gap-2" role="group" aria-label="For the picked journals">
        <span className="text-slate" role="status">
          {chosen.length
            ? `${count(chosen.length)} picked`
            : `${count(answers.size)} answered, for ${count(covered)} ${plural(covered, 'work')}`}
        </span>
        <Button disabled={!chosen.length || busy} onClick={() => void say(chosen, 'yes')}>
          The picked are refereed
        </Button>
        <Button disabled={!chosen.length || busy} onClick={() => void say(chosen, 'no')}>
          They are not
        </Button>
        <Button
          look="quiet"
          disabled={open.length === 0}
          onClick={() => setPicked(new Set(chosen.length === open.length ? [] : open.map((j) => j.title)))}
        >
          {chosen.length && chosen.length === open.length ? 'Pick none' : 'Pick all'}
        </Button>
      </div>
      {journals.length === 0 && <p>No record of these works names a journal. Rule on the works themselves.</p>}
      <DataTable caption="Journals" rows={journals} rowKey={(j) => j.title} columns={columns} />
    </main>
  );
}

const registerWords = ({ refereed, from, to }: NonNullable<Journal['entry']>): string => {
  const years = from || to ? `, for ${from ?? '…'} to ${to ?? 'now'}` : '';
  return `the register says: ${refereed === 'yes' ? 'refereed' : refereed === 'no' ? 'not refereed' : 'unknown'}${years}`;
};

interface AnswerProps {
  journal: Journal;
  answer: JournalAnswer | undefined;
  busy: boolean;
  onSay(refereed: 'yes' | 'no', since: number | null): void;
  onTakeBack(): void;
}

function Answer({ journal, answer, busy, onSay, onTakeBack }: AnswerProps) {
  // What the register says of later years is the likeliest answer.
  const [since, setSince] = useState<number | null>(journal.entry?.refereed === 'yes' ? journal.entry.from : null);
  if (answer)
    return (
      <span className="flex items-center gap-2 text-small">
        <b className="font-semibold">
          {answer.refereed === 'yes' ? 'refereed' : 'not refereed'}
          {answer.since !== null && ` since ${answer.since}, not before`}
        </b>
        <Button look="quiet" aria-label={`Take back the answer for ${journal.title}`} onClick={onTakeBack}>
          Undo
        </Button>
      </span>
    );
  return (
    <span className="flex items-center gap-2 text-small">
      <Button className="min-h-7" disabled={busy} aria-label={`${journal.title} is refereed`} onClick={() => onSay('yes', since)}>
        Refereed
      </Button>
      <SinceField label={`First refereed year of ${journal.title}`} value={since} onChange={setSince} />
      <Button className="min-h-7" disabled={busy} aria-label={`${journal.title} is not refereed`} onClick={() => onSay('no', null)}>
        Not refereed
      </Button>
    </span>
  );
}
