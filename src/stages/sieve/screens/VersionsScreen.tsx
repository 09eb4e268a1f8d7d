'use client';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { ask } from '@/client/call';
import type { VersionComparison } from '@/client/types';
import { type ReadSieve, readSieve } from '@/core/sieve';
import { ListWithSheet } from '@/stages/works/screens';
import { Button } from '@/ui/button';
import { Select } from '@/ui/field';
import { FileInput } from '@/ui/file-input';
import { count, day, dayWords, plural } from '@/ui/words';

import type { VersionLine } from '../queries/sieve-versions';
import { Compared, Limiters } from './ComparedVersions';
import { SieveNav } from './SieveNav';
import { TakeSieve } from './TakeSieve';
import type { SieveProps } from './useSieve';
import { useTrial } from './what-if/useTrial';

/** Saved versions: compared by the works they let through, restored, and handed on as files. */
export function VersionsScreen({ versions: given, ...props }: SieveProps & { versions: VersionLine[] }) {
  const { reviewId, scheme } = props;
  const { inHand, asSet, trial } = useTrial(props);
  const { draft } = inHand;
  const [offered, setOffered] = useState<{ name: string; read: ReadSieve } | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const [own, setVersions] = useState(given);
  // A version that was saved elsewhere comes with the page.
  const versions = (given[0]?.number ?? 0) > (own[0]?.number ?? 0) ? given : own;
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
    trial.put(version.limiters);
    await draft.settled();
    const number = await draft.freeze(`Restored from version ${version.number}.`);
    if (number === null) return;
    if (number === version.number) return void toast(`The working sieve is version ${number} again, which is the last.`);
    setVersions([
      { ...version, number, note: `Restored from version ${version.number}.`, decisions: 0, at: new Date().toISOString() },
      ...versions.filter((v) => v.number !== number),
    ]);
    toast(`Version ${version.number} was restored as version ${number}.`);
  };
  const take = async (file: File) => {
    const read = readSieve(await file.text(), props.databases);
    if (typeof read === 'string') return void toast.error(`${file.name}: ${read}`);
    setOffered({ name: file.name, read });
    // Counted as it would be, and nothing changed yet.
    draft.change(read.sieve);
  };

  return (
    <main className="px-5 py-4">
      <div className="mb-1 flex items-baseline justify-between gap-4">
        <h1 className="text-title leading-tight">Versions of the sieve</h1>
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
        <Button onClick={() => input.current?.click()}>Load a sieve from a file …</Button>
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
                  <span className="text-small text-slate">
                    {v.person}, {day(v.at)} · as of {dayWords(v.asOf)} · {count(v.decisions)} {plural(v.decisions, 'decision')}
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
                {v.note && (
                  <p dir="auto" className="font-serif">
                    {v.note}
                  </p>
                )}
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
      {offered && (
        <TakeSieve
          {...offered}
          now={trial.asSet}
          scheme={scheme}
          asOf={props.asOf}
          before={asSet}
          after={inHand.ran > 0 && inHand.funnel ? inHand.funnel : null}
          onTake={() => {
            setOffered(null);
            trial.apply(`The sieve of ${offered.name} is the working sieve now.`);
          }}
          onClose={() => {
            setOffered(null);
            trial.discard();
          }}
        />
      )}
    </main>
  );
}
