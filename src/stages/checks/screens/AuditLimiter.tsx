'use client';
import { stratumWords } from '@/core/checks';
import { STATE_WORDS } from '@/core/parity';
import { EVIDENCE_WORDS, type Fill } from '@/core/sieve';
import { Figure } from '@/stages/works/screens';
import { count, plural } from '@/ui/words';

import type { AuditLine } from '../queries/audit';

interface LimiterProps {
  reviewId: string;
  line: AuditLine;
  place: number;
  onList(numbers: number[], caption: string): void;
}

export function Limiter({ reviewId, line: l, place, onList }: LimiterProps) {
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
      <h2 className="text-lead">
        {place}.{' '}
        <a className="underline-offset-2 hover:underline" href={`/reviews/${reviewId}/sieve?limiter=${l.id}`}>
          {l.name}
        </a>{' '}
        <span className="font-normal text-small text-slate">{l.words}</span>
      </h2>
      <dl className="mt-1 grid grid-cols-[170px_1fr] gap-x-4 gap-y-1">
        <Row term="Why it is there">{l.rationale.trim() || <b className="font-medium text-copper">No reason is written down.</b>}</Row>
        <Row term="How it is set">
          <span className="inline-block first-letter:uppercase">{EVIDENCE_WORDS[l.evidence].taken}</span> counts; works of which it cannot
          tell are {UNKNOWN[l.whenUnknown]}.{l.exempt && ` Some types are exempt: ${l.exempt}`}
          {l.waived.map((w) => ` It does not apply to ${w.database}: ${w.reason}`).join('')}
          {l.overridden > 0 && ` A person chose otherwise for ${count(l.overridden)} ${plural(l.overridden, 'work')}.`}
        </Row>
        <Row term="What it costs">
          {cost(l.stopsHere, 'stopped-here', 'stopped here')}. Without it {cost(l.without.through, 'back-through', 'more would be through')}
          {l.without.heldNow > 0 && <> ({cost(l.without.heldNow, 'held-alone', 'of them held now')})</>} and{' '}
          {cost(l.without.held, 'back-held', 'would be held instead of stopped')}. By itself it would stop {cost(l.alone, 'alone', 'works')}
          . It holds {count(l.holds)}.
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
          <Row term="Leaks">{l.leaks.map((x) => `${count(x.works)} ${plural(x.works, 'work')} in ${x.where}`).join('; ')}.</Row>
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
      <dt className="text-small text-slate leading-6">{term}</dt>
      <dd className="max-w-[92ch]">{children}</dd>
    </>
  );
}

export const UNKNOWN = { hold: 'held for a person', 'let-through': 'let through', stop: 'stopped' } as const;
