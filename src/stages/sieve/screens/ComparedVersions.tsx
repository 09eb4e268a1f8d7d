'use client';
import type { VersionComparison } from '@/client/types';
import type { EvidenceScheme } from '@/core/classify';
import { isoToDay } from '@/core/record';
import { limiterWords } from '@/core/sieve';
import { Figure } from '@/stages/works/screens';
import { NarrowingBar } from '@/ui/marks';
import { count, plural } from '@/ui/words';
import type { VersionLine } from '../queries/sieve-versions';

const WHAT = { added: 'added', removed: 'removed', changed: 'changed', moved: 'moved' } as const;

export function Limiters({ version, scheme }: { version: VersionLine; scheme: EvidenceScheme }) {
  return (
    <details className="text-small">
      <summary className="min-h-6 cursor-pointer text-slate leading-6">
        {count(version.limiters.length)} {plural(version.limiters.length, 'limiter')}
      </summary>
      <ol className="list-decimal pl-5">
        {version.limiters.map((l) => (
          <li key={l.id} className={l.on ? '' : 'text-slate line-through'}>
            {l.name}: {limiterWords(l, scheme, isoToDay(version.asOf))}
          </li>
        ))}
      </ol>
    </details>
  );
}

interface ComparedProps {
  comparison: VersionComparison;
  from: string;
  to: string;
  onList(numbers: number[], caption: string): void;
}

export function Compared({ comparison, from, to, onList }: ComparedProps) {
  const { before, after, changes, elsewhere, basis, noLonger } = comparison;
  const total = before.through + before.held + before.stopped;
  const row = (name: string, what: string, gained: number[], lost: number[]) => (
    <tr key={name + what} className="border-rule border-t">
      <th scope="row" className="py-1 text-left font-medium">
        {name} <span className="font-normal text-slate">{what}</span>
      </th>
      {(
        [
          ['gained', gained, '+'],
          ['lost', lost, '−'],
        ] as const
      ).map(([word, works, sign]) => (
        <td key={word} className="w-[80px] text-right">
          <Figure
            n={works.length}
            before={sign}
            label={`${count(works.length)} ${word}: ${name}`}
            active={false}
            onClick={() => onList(works, `${word === 'gained' ? 'Gained' : 'Lost'} by ${name}`)}
            className=""
          />
        </td>
      ))}
    </tr>
  ); // prettier-ignore
  return (
    <div className="mt-3">
      {[
        [from, before],
        [to, after],
      ].map(([name, o]) => {
        const outcome = o as VersionComparison['before'];
        return (
          <div key={name as string} className="mb-1 grid grid-cols-[150px_1fr_190px] items-center gap-3">
            <span>{name as string}</span>
            <NarrowingBar left={outcome.through} held={outcome.held} total={total} />
            <span>
              {count(outcome.through)} through{outcome.held > 0 && <b className="text-copper"> +{count(outcome.held)} held</b>}
            </span>
          </div>
        );
      })}
      <table className="mt-2 w-full">
        <thead>
          <tr className="text-left text-small text-slate">
            <th className="font-medium">Changed limiter</th>
            <th className="text-right font-medium">Gained</th>
            <th className="text-right font-medium">Lost</th>
          </tr>
        </thead>
        <tbody>
          {changes.map((c) => row(c.name, WHAT[c.what], c.gained, c.lost))}
          {elsewhere.gained.length + elsewhere.lost.length > 0 && row('By what outcomes rest on', '', elsewhere.gained, elsewhere.lost)}
        </tbody>
      </table>
      {changes.length === 0 && <p className="text-slate">The limiters are the same.</p>}
      {basis.length > 0 && (
        <p className="mt-2 text-small text-slate">Between them changed: {basis.join('; ')}. Both are run on the works as they are now.</p>
      )}
      <p className="mt-2">
        Decisions that {to} does not agree with:{' '}
        <Figure
          n={noLonger.length}
          label={`${count(noLonger.length)} kept works that are not through`}
          active={false}
          onClick={() => onList(noLonger, `Kept, and not through under ${to}`)}
          className="font-semibold"
        />{' '}
        kept {plural(noLonger.length, 'work that is', 'works that are')} not through.
      </p>
    </div>
  );
}
