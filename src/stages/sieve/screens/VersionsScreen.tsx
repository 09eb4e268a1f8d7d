'use client';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { ask } from '@/client/call';
import type { VersionComparison } from '@/client/types';
import type { EvidenceScheme } from '@/core/classify';
import { isoToDay } from '@/core/record';
import { limiterWords, readSieve } from '@/core/sieve';
import { Figure, ListWithSheet } from '@/stages/works/screens';
import { Button } from '@/ui/button';
import { Select } from '@/ui/field';
import { FileInput } from '@/ui/file-input';
import { count, NarrowingBar } from '@/ui/marks';
import type { VersionLine } from '../queries/sieve-versions';
import { SieveNav } from './SieveNav';
import { type SieveProps, useSieve } from './useSieve';

const WHAT = { added: 'added', removed: 'removed', changed: 'changed', moved: 'moved' } as const;

/** Saved versions: compared by the works they let through, restored, and handed on as files. */
export function VersionsScreen({ versions: given, ...props }: SieveProps & { versions: VersionLine[] }) {
  const { reviewId, scheme } = props;
  const { draft } = useSieve(props);
  const input = useRef<HTMLInputElement>(null);
  const [versions, setVersions] = useState(given);
  const [sides, setSides] = useState(() =>
    // What changed last: since the last version, or with it.
    props.versionEdited || given.length < 2
      ? { before: given[0]?.number ?? 0, after: 0 }
      : { before: given[1]!.number, after: given[0]!.number },
  );
  const [comparison, setComparison] = useState<VersionComparison | null>(null);
  const [list, setList] = useState<{ numbers: number[]; caption: string } | null>(null);
  const nameOf = (n: number) => (n === 0 ? 'the working sieve' : `version ${n}`);

  const compare = async () => {
    setList(null);
    const found = await ask(reviewId, 'compare-versions', sides);
    if (found.ok) return setComparison(found.comparison);
    setComparison(null);
    toast.error(found.message);
  };
  const restore = async (version: VersionLine) => {
    draft.change(version.limiters);
    await draft.settled();
    const number = await draft.freeze(`Restored from version ${version.number}.`);
    if (number === null) return;
    if (number === version.number) return void toast(`The working sieve is version ${number} again, which is the last.`);
    setVersions((old) => [
      { ...version, number, note: `Restored from version ${version.number}.`, decisions: 0, at: new Date().toISOString() },
      ...old.filter((v) => v.number !== number),
    ]);
    toast(`Version ${version.number} was restored as version ${number}.`);
  };
  const take = async (file: File) => {
    const read = readSieve(await file.text(), props.databases);
    if (typeof read === 'string') return void toast.error(`${file.name}: ${read}`);
    draft.change(read.sieve);
    for (const note of read.notes) toast.warning(note);
    if (read.basis && read.basis.scheme !== scheme.id)
      toast.warning(`It was made for the scheme ${read.basis.scheme}; this review uses ${scheme.id}.`);
    toast(`${count(read.sieve.length)} limiters were taken over from ${file.name}. Undo brings the old ones back.`, {
      action: { label: 'Undo', onClick: draft.undo },
    });
  };

  return (
    <main className="px-5 py-4">
      <div className="mb-1 flex items-baseline justify-between gap-4">
        <h1 className="text-[22px] leading-tight">Versions of the sieve</h1>
        <SieveNav reviewId={reviewId} current="/versions" />
      </div>
      <p className="mb-3 max-w-[90ch] text-slate">
        A version never changes. Every decision names the one it was made under.
        {draft.versionEdited ? ' The working sieve has changed since the last one.' : ''}
      </p>
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <a className="text-navy underline underline-offset-2" href={`/api/reviews/${reviewId}/sieve-file`}>
          The working sieve as a file
        </a>
        <FileInput ref={input} label="A sieve file" accept=".json,application/json" onFiles={([file]) => file && void take(file)} />
        <Button onClick={() => input.current?.click()}>Take over a sieve from a file …</Button>
      </div>
      <div className="grid grid-cols-[minmax(0,5fr)_minmax(0,6fr)] gap-8">
        <section aria-label="Saved versions">
          {versions.length === 0 && (
            <p className="text-slate">None is saved yet. The first decision saves one, or save it on the funnel.</p>
          )}
          <ol>
            {versions.map((v) => (
              <li key={v.number} className="border-rule border-t py-2">
                <div className="flex items-baseline gap-3">
                  <b className="font-semibold">v{v.number}</b>
                  <span className="text-[13px] text-slate">
                    {v.person}, {v.at.slice(0, 10)} · as of {v.asOf} · {count(v.decisions)} {v.decisions === 1 ? 'decision' : 'decisions'}
                  </span>
                  <span className="ml-auto flex items-baseline gap-1">
                    <Button look="quiet" aria-label={`Restore version ${v.number}`} onClick={() => void restore(v)}>
                      Restore
                    </Button>
                    <a
                      className="px-1.5 font-medium text-navy underline-offset-2 hover:underline"
                      href={`/api/reviews/${reviewId}/sieve-file?version=${v.number}`}
                    >
                      File
                    </a>
                  </span>
                </div>
                {v.note && <p className="font-serif">{v.note}</p>}
                <Limiters version={v} scheme={scheme} />
              </li>
            ))}
          </ol>
        </section>
        <section aria-label="Two versions side by side">
          <div className="flex items-end gap-3">
            {(['before', 'after'] as const).map((side) => (
              <div key={side} className="w-44">
                <Select
                  label={side === 'before' ? 'From' : 'To'}
                  value={sides[side]}
                  onChange={(e) => setSides({ ...sides, [side]: Number(e.target.value) })}
                >
                  <option value={0}>The working sieve</option>
                  {versions.map((v) => (
                    <option key={v.number} value={v.number}>
                      Version {v.number}
                    </option>
                  ))}
                </Select>
              </div>
            ))}
            <Button look="solid" disabled={sides.before === sides.after} onClick={() => void compare()}>
              Compare
            </Button>
          </div>
          {comparison && (
            <Compared
              comparison={comparison}
              from={nameOf(sides.before)}
              to={nameOf(sides.after)}
              onList={(numbers, caption) => setList({ numbers, caption })}
            />
          )}
        </section>
      </div>
      {list && (
        <div className="mt-4">
          <ListWithSheet reviewId={reviewId} numbers={list.numbers} caption={`${list.caption}: ${count(list.numbers.length)}`} />
        </div>
      )}
    </main>
  );
}

function Limiters({ version, scheme }: { version: VersionLine; scheme: EvidenceScheme }) {
  return (
    <details className="text-[13px]">
      <summary className="min-h-6 cursor-pointer text-slate leading-6">
        {count(version.limiters.length)} {version.limiters.length === 1 ? 'limiter' : 'limiters'}
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

function Compared({ comparison, from, to, onList }: ComparedProps) {
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
          <tr className="text-left text-[13px] text-slate">
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
        <p className="mt-2 text-[13px] text-slate">Between them changed: {basis.join('; ')}. Both are run on the works as they are now.</p>
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
        kept {noLonger.length === 1 ? 'work that is' : 'works that are'} not through.
      </p>
    </div>
  );
}
