'use client';
import Link from 'next/link';
import { useEffect, useMemo, useState } from 'react';
import { AXIS_LABELS } from '@/core/classify';
import type { Vocabulary } from '@/core/record';
import { type CensusAxis, type CensusCounts, KNOWN_AS, type KnownAs, MASK_AXES } from '@/core/sieve';
import { VOCABULARY_LABELS } from '@/core/vocabularies';
import { cx } from '@/ui/cx';
import { Empty } from '@/ui/empty';
import { Explained } from '@/ui/explained';
import { count, DatabaseTag } from '@/ui/marks';
import { useEngine } from '../shell/useEngine';
import { useUrlState } from '../shell/useUrlState';
import { ListWithSheet } from '../works/ListWithSheet';

const AXES: CensusAxis[] = [...MASK_AXES, 'date'];
const MEANING: Record<KnownAs, string> = {
  settled: 'One value, by what somebody states.',
  inferred: 'One value, but only by what is inferred from the text.',
  narrowed: 'Several values are still possible.',
  conflicting: 'Equally strong claims contradict each other.',
  unknown: 'Nothing is said about it.',
};

interface ClassifyScreenProps {
  reviewId: string;
  revision: number;
  schemeId: string;
  databases: { id: string; tag: string; name: string }[];
  unmapped: { tag: string; vocabulary: Vocabulary; term: string; records: number }[];
}

/** For each axis, how many works are settled, inferred, narrowed, conflicting or unknown, as a whole and per database. */
export function ClassifyScreen({ reviewId, revision, schemeId, databases, unmapped }: ClassifyScreenProps) {
  const engine = useEngine(reviewId, revision);
  const [params, setParams] = useUrlState();
  const [tables, setTables] = useState<Partial<Record<CensusAxis, { whole: CensusCounts; databases: CensusCounts[] }>>>({});
  const [numbers, setNumbers] = useState<number[] | null>(null);
  const axis = (AXES.find((a) => a === params.get('axis')) ?? 'publicationType') as CensusAxis;
  const asked = params.get('as') ?? '';
  const as = useMemo(() => KNOWN_AS.filter((k) => asked.split(',').includes(k)), [asked]);
  const database = Number(params.get('db') ?? -1);

  useEffect(() => {
    if (engine.state !== 'ready') return;
    let gone = false;
    void Promise.all(AXES.map(async (a) => [a, await engine.engine.census(a, schemeId)] as const)).then(
      (all) => !gone && setTables(Object.fromEntries(all)),
    );
    return () => {
      gone = true;
    };
  }, [engine, schemeId]);
  useEffect(() => {
    if (engine.state !== 'ready' || as.length === 0) return setNumbers(null);
    let gone = false;
    void engine.engine.known(axis, schemeId, database, as).then((found) => !gone && setNumbers(found));
    return () => {
      gone = true;
    };
  }, [engine, schemeId, axis, as, database]);

  if (engine.state === 'empty') {
    return (
      <main className="p-5">
        <Empty title="Nothing to classify yet">
          <p>
            Records are classified as soon as they are imported, under{' '}
            <a className="text-navy underline" href={`/reviews/${reviewId}/retrieve`}>
              Retrieve
            </a>
            .
          </p>
        </Empty>
      </main>
    );
  }
  const shown = engine.state === 'ready' ? engine.databases.flatMap((id) => databases.find((d) => d.id === id) ?? []) : [];
  const caption = as.length
    ? `${AXIS_LABELS[axis]} ${as.join(' or ')}${database >= 0 ? ` in ${shown[database]?.name ?? ''}` : ''}: ${count(numbers?.length ?? 0)}`
    : '';
  return (
    <main className="px-5 py-4">
      <h1 className="text-[22px]">What is known of each work, and how</h1>
      <p className="mb-3 text-slate">
        Every figure opens its works. Stated: by the item, a database or a register. Inferred: from the words of title, methods and
        headings.
      </p>
      {engine.state === 'failed' && <p role="alert">{engine.message}</p>}
      <table className="w-full max-w-[1240px] border-collapse">
        <thead>
          <tr className="h-8 text-left text-[13px] text-slate">
            <th scope="col" className="w-[150px] font-medium">
              Axis
            </th>
            {KNOWN_AS.map((k) => (
              <th key={k} scope="col" className="w-[92px] text-right font-medium">
                <Explained meaning={MEANING[k]}>{k}</Explained>
              </th>
            ))}
            {shown.map((d) => (
              <th key={d.tag} scope="col" className="pl-5 text-right font-medium">
                <Explained meaning={`Works of ${d.name} that are settled or inferred, of all its works.`}>
                  <DatabaseTag tag={d.tag} name={d.name} /> known
                </Explained>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {AXES.map((a) => (
            <tr key={a} className="h-10 border-rule border-t">
              <th scope="row" className="text-left font-medium">
                {AXIS_LABELS[a]}
              </th>
              {KNOWN_AS.map((k) => {
                const n = tables[a]?.whole[k] ?? 0;
                return (
                  <td key={k} className="text-right">
                    <button
                      type="button"
                      aria-label={`${AXIS_LABELS[a]}: ${n} ${k}`}
                      aria-pressed={a === axis && k === asked && database < 0}
                      disabled={n === 0}
                      onClick={() => setParams({ axis: a, as: k, db: null })}
                      className={cx(
                        'min-h-6 min-w-8 text-right enabled:underline-offset-2 enabled:hover:underline',
                        k === 'conflicting' && n > 0 ? 'font-bold text-copper' : k === 'settled' ? 'font-bold' : '',
                        a === axis && k === asked && database < 0 && 'underline',
                      )}
                    >
                      {count(n)}
                    </button>
                  </td>
                );
              })}
              {shown.map((d, i) => {
                const c = tables[a]?.databases[i];
                const total = c ? KNOWN_AS.reduce((n, k) => n + c[k], 0) : 0;
                return (
                  <td key={d.tag} className="whitespace-nowrap pl-5 text-right">
                    {c && (
                      <button
                        type="button"
                        className="min-h-6 underline-offset-2 hover:underline aria-pressed:underline"
                        aria-label={`${AXIS_LABELS[a]} settled or inferred in ${d.name}: ${c.settled + c.inferred}`}
                        aria-pressed={a === axis && asked === 'settled,inferred' && database === i}
                        onClick={() => setParams({ axis: a, as: 'settled,inferred', db: String(i) })}
                      >
                        {count(c.settled + c.inferred)} of {count(total)}
                      </button>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      {unmapped.length > 0 && (
        <section aria-label="Unmapped terms" className="mt-4 max-w-[70ch]">
          <h2 className="text-[16px]">Terms that no table knows</h2>
          <ul className="text-[13.5px]">
            {unmapped.map((u) => (
              <li key={`${u.tag}${u.vocabulary}${u.term}`} className="flex min-h-7 items-center gap-2">
                <DatabaseTag tag={u.tag} />
                <Link
                  className="inline-flex min-h-6 items-center underline-offset-2 hover:underline"
                  href={
                    u.tag === '--' ? `/reviews/${reviewId}/records?database=--` : `/reviews/${reviewId}/retrieve/database/${u.tag}#terms`
                  }
                >
                  {VOCABULARY_LABELS[u.vocabulary]}: {u.term}
                </Link>
                <span className="text-slate">in {count(u.records)} records</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {as.length > 0 && numbers && (
        <div className="mt-5">
          <ListWithSheet key={revision} reviewId={reviewId} numbers={numbers} caption={caption} />
        </div>
      )}
    </main>
  );
}
