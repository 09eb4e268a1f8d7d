'use client';
import Link from 'next/link';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { ask } from '@/client/call';
import { stratumWords, wholeWords } from '@/core/checks';
import { STATE_WORDS } from '@/core/parity';
import type { Fill } from '@/core/sieve';
import { Figure, ListWithSheet } from '@/stages/works/screens';
import { Empty } from '@/ui/empty';
import { count } from '@/ui/marks';
import type { AuditLine, AuditView, Unevenness } from '../queries/audit';
import { ChecksNav } from './ChecksNav';

const UNKNOWN = { hold: 'held for a person', 'let-through': 'let through', stop: 'stopped' } as const;

/** For each limiter: why it is there, how it is set, what it cost, where it is not even, and what the checks say of it. */
export function AuditScreen({ reviewId, given }: { reviewId: string; given: AuditView }) {
  const view = useWhole(reviewId, given);
  const [list, setList] = useState<{ numbers: number[]; caption: string } | null>(null);
  const { lines, spot } = view;
  return (
    <main className="max-w-[1180px] px-5 py-3">
      <ChecksNav reviewId={reviewId} current="/audit" />
      <div className="mt-3 flex items-baseline justify-between gap-4">
        <h1 className="text-[22px]">What each limiter is for, and what it cost</h1>
        <p className="text-[13.5px]">
          <a className="text-navy underline underline-offset-2" href={`/api/reviews/${reviewId}/write-up/audit.csv`}>
            Take it as CSV
          </a>{' '}
          <span className="text-slate">
            · it stands in the{' '}
            <Link className="text-navy underline underline-offset-2" href={`/reviews/${reviewId}/write-up/methods`} prefetch={false}>
              methods
            </Link>{' '}
            and tables of the write-up
          </span>
        </p>
      </div>
      {spot ? (
        <p className="mt-1 max-w-[90ch] font-serif text-[16px]">
          Sample {spot.number}, under version {spot.sieveVersion}
          {spot.sieveVersion !== view.version && ` (the sieve is at version ${view.version} now)`}: {wholeWords(spot.result, spot.design)}
        </p>
      ) : (
        <p className="mt-1 text-slate">
          No sample of what was stopped was judged yet:{' '}
          <Link className="text-navy underline underline-offset-2" href={`/reviews/${reviewId}/checks/spot`} prefetch={false}>
            draw one
          </Link>
          .
        </p>
      )}
      {lines.length === 0 && (
        <div className="mt-3">
          <Empty title="No limiter is on">
            <p>Limiters are set under Sieve.</p>
          </Empty>
        </div>
      )}
      {lines.map((line, i) => (
        <Limiter key={line.id} {...{ reviewId, line }} place={i + 1} onList={(numbers, caption) => setList({ numbers, caption })} />
      ))}
      {list && <ListWithSheet reviewId={reviewId} numbers={list.numbers} caption={`${list.caption}: ${count(list.numbers.length)}`} />}
    </main>
  );
}

/** With what the databases did, once that is there. */
function useWhole(reviewId: string, given: AuditView): AuditView {
  const [whole, setWhole] = useState<{ given: AuditView; uneven: Record<string, Unevenness> } | null>(null);
  useEffect(() => {
    let gone = false;
    // Asked anew for each page that comes.
    ask(reviewId, 'audit-unevenness', {}).then(
      (answer) => {
        if (gone) return;
        if (answer.ok) setWhole({ given, uneven: answer.uneven });
        else toast.error(answer.message);
      },
      () => !gone && toast.error('What the databases did could not be read: the server did not answer. Reload the page.'),
    );
    return () => {
      gone = true;
    };
  }, [reviewId, given]);
  // What was said of the limiters of an earlier page is not said of these.
  if (whole?.given !== given) return given;
  return { ...given, lines: given.lines.map((line) => ({ ...line, ...whole.uneven[line.id] })) };
}

interface LimiterProps {
  reviewId: string;
  line: AuditLine;
  place: number;
  onList(numbers: number[], caption: string): void;
}

function Limiter({ reviewId, line: l, place, onList }: LimiterProps) {
  /** A number that opens its works under Sieve, where they stand with all else. */
  const cost = (n: number, fill: Fill, words: string) => (
    <a
      className="underline-offset-2 hover:underline"
      href={`/reviews/${reviewId}/sieve?limiter=${l.id}&row=${l.id}&db=-1&fill=${fill}`}
      aria-label={`${count(n)} ${words}: ${l.name}`}
    >
      <b className="font-semibold">{count(n)}</b> {words}
    </a>
  );
  return (
    <section aria-label={l.name} className="mt-5 border-ink border-t-2 pt-2">
      <h2 className="text-[17px]">
        {place}.{' '}
        <a className="underline-offset-2 hover:underline" href={`/reviews/${reviewId}/sieve?limiter=${l.id}`}>
          {l.name}
        </a>{' '}
        <span className="font-normal text-[13.5px] text-slate">{l.words}</span>
      </h2>
      <dl className="mt-1 grid grid-cols-[170px_1fr] gap-x-4 gap-y-1">
        <Row term="Why it is there">{l.rationale.trim() || <b className="font-medium text-copper">No reason is written down.</b>}</Row>
        <Row term="How it is set">
          {l.evidence === 'stated' ? 'Only what is stated counts' : 'What is stated and what can be inferred counts'}; works of which it
          cannot tell are {UNKNOWN[l.whenUnknown]}.{l.exempt && ` Some types are exempt: ${l.exempt}`}
          {l.waived.map((w) => ` Waived for ${w.database}: ${w.reason}`).join('')}
          {l.overridden > 0 && ` A person spoke otherwise on ${count(l.overridden)} ${l.overridden === 1 ? 'work' : 'works'}.`}
        </Row>
        <Row term="What it costs">
          {cost(l.stopsHere, 'stopped-here', 'stopped here')}. Without it {cost(l.backThrough, 'back-through', 'more would be through')} and{' '}
          {cost(l.backHeld, 'back-held', 'more held')}. By itself it would stop {cost(l.alone, 'alone', 'works')}. It holds {count(l.holds)}
          .
        </Row>
        <Row term="Where it is not even">
          {l.exceptions === null ? (
            <span className="text-slate">Reading …</span>
          ) : l.exceptions.length === 0 ? (
            'Nowhere.'
          ) : (
            <ul>
              {l.exceptions.map((e) => (
                <li key={e.where}>
                  <b className="font-medium">{e.where}</b>, {STATE_WORDS[e.state].label}: {e.why}{' '}
                  <span className="text-slate">{e.remedy}</span>
                </li>
              ))}
            </ul>
          )}
        </Row>
        {l.leaks !== null && l.leaks.length > 0 && (
          <Row term="Leaks">{l.leaks.map((x) => `${count(x.works)} ${x.works === 1 ? 'work' : 'works'} in ${x.where}`).join('; ')}.</Row>
        )}
        <Row term="Spot check">
          {l.spot ? stratumWords(l.spot.result) : <span className="text-slate">None of what it stopped was judged.</span>}
        </Row>
        <Row term="Known relevant lost">
          {l.known === null ? (
            <span className="text-slate">No list of known works was brought.</span>
          ) : l.known.length === 0 ? (
            'None.'
          ) : (
            <Figure
              n={l.known.length}
              label={`${l.known.length} known works stopped by ${l.name}`}
              active={false}
              onClick={() => onList(l.known!, `Known works that ${l.name} stops`)}
              className="font-semibold text-copper"
            />
          )}
        </Row>
      </dl>
    </section>
  );
}

function Row({ term, children }: { term: string; children: React.ReactNode }) {
  return (
    <>
      <dt className="text-[13px] text-slate leading-6">{term}</dt>
      <dd className="max-w-[92ch]">{children}</dd>
    </>
  );
}
