'use client';
import { useEffect, useMemo, useState } from 'react';
import { toast } from 'sonner';
import type { EvidenceScheme } from '@/core/classify';
import { type Fill, type Funnel, limiterWords, type Sieve } from '@/core/sieve';
import { Empty } from '@/ui/empty';
import { count } from '@/ui/marks';
import { useEngine } from '../shell/useEngine';
import { useUrlState } from '../shell/useUrlState';
import { ListWithSheet } from '../works/ListWithSheet';
import { captionOf, readAsked } from './asked';
import { Costs } from './Costs';
import { FunnelTable } from './FunnelTable';
import { LimiterForm } from './LimiterForm';
import { Toolbar } from './Toolbar';
import { useSieveDraft } from './useSieveDraft';

interface SieveScreenProps {
  reviewId: string;
  revision: number;
  sieve: Sieve;
  edit: number;
  asOf: number;
  scheme: EvidenceScheme;
  version: number;
  versionEdited: boolean;
  databases: { id: string; tag: string; name: string }[];
}

/** The stack of limiters and what each leaves. Every change is answered by the worker at once and saved behind it. */
export function SieveScreen(props: SieveScreenProps) {
  const { reviewId, asOf, scheme } = props;
  const draft = useSieveDraft(reviewId, props.sieve, props.edit, { number: props.version, edited: props.versionEdited });
  // Records that came while this screen is open are counted from the next change on.
  const revision = Math.max(props.revision, draft.revision);
  const engine = useEngine(reviewId, revision, scheme);
  const [params, setParams] = useUrlState();
  const [funnel, setFunnel] = useState<Funnel | null>(null);
  const [numbers, setNumbers] = useState<number[] | null>(null);
  const picked = draft.sieve.find((l) => l.id === params.get('limiter')) ?? null;
  const asked = readAsked(params);
  const askedKey = asked && `${asked.row}|${asked.database}|${asked.fill}`;

  useEffect(() => {
    if (engine.state !== 'ready') return;
    let stale = false;
    (async () => {
      const next = await engine.engine.run(draft.sieve, asOf);
      if (stale) return;
      setFunnel(next);
      const [row, database, fill] = askedKey?.split('|') ?? [];
      const index = row === 'all' ? -1 : draft.sieve.findIndex((l) => l.id === row);
      if (!row || (index < 0 && row !== 'all')) return setNumbers(null);
      const found = await engine.engine.works(index, Number(database), fill as Fill);
      if (!stale) setNumbers(found);
    })().catch((error: unknown) => toast.error(`The sieve could not be run: ${error instanceof Error ? error.message : String(error)}`));
    return () => {
      stale = true;
    };
  }, [engine, draft.sieve, asOf, askedKey]);

  const words = useMemo(
    () => Object.fromEntries(draft.sieve.map((l) => [l.id, limiterWords(l, scheme, asOf)])),
    [draft.sieve, scheme, asOf],
  );
  const databases = engine.state === 'ready' ? engine.databases.flatMap((id) => props.databases.find((d) => d.id === id) ?? []) : [];
  const row = picked && funnel?.rows.find((r) => r.limiter === draft.sieve.indexOf(picked));

  if (engine.state === 'empty') {
    return (
      <div className="p-5">
        <Empty title="Nothing to sieve yet">
          <p>
            Import records first, under{' '}
            <a className="text-navy underline" href={`/reviews/${reviewId}/retrieve`}>
              Retrieve
            </a>
            . The limiters you add here then show at once what each one costs.
          </p>
        </Empty>
      </div>
    );
  }
  return (
    <div className="flex min-h-[calc(100vh-106px)]">
      <main className="min-w-0 flex-1 px-5 py-4">
        <h1 className="text-[22px] leading-tight">What each limiter leaves, in every database</h1>
        <p className="mb-2 text-slate" role="status">
          {engine.state === 'failed' && <span role="alert">{engine.message}</span>}
          {funnel ? (
            <>
              {count(funnel.works)} works · {count(funnel.through)} through ·{' '}
              <b className="font-semibold text-copper">{count(funnel.held)} held</b> · {count(funnel.stopped)} stopped. A work in two
              databases counts in both columns; bars are shares of each.
            </>
          ) : (
            engine.state !== 'failed' && 'Reading the columns …'
          )}
        </p>
        <FunnelTable
          sieve={draft.sieve}
          funnel={funnel}
          words={words}
          databases={databases}
          picked={picked?.id ?? null}
          asked={asked}
          onPick={(id) => setParams({ limiter: id })}
          onAsk={(a) =>
            setParams({ row: a.row, db: String(a.database), fill: a.fill, limiter: a.row === 'all' ? params.get('limiter') : a.row })
          }
          onReorder={draft.change}
        />
        <Toolbar draft={draft} picked={picked} scheme={scheme} onAdded={(id) => setParams({ limiter: id })} />
        {asked && numbers && (
          <ListWithSheet
            key={revision}
            reviewId={reviewId}
            numbers={numbers}
            caption={captionOf(asked, draft.sieve, databases, numbers.length)}
          />
        )}
      </main>
      <aside aria-label="The picked limiter" className="w-[352px] shrink-0 border-rule border-l bg-surface px-4 py-4">
        {picked ? (
          <>
            <h2 className="text-[17px]">{picked.name}</h2>
            <p className="mb-3 text-[13px] text-slate">
              Number {draft.sieve.indexOf(picked) + 1} of {draft.sieve.length}
              {row && ` · stops ${count(row.whole.stoppedHere)} here`}
              {!picked.on && ' · switched off'}
            </p>
            <LimiterForm
              limiter={picked}
              scheme={scheme}
              onChange={(l) => draft.change(draft.sieve.map((old) => (old.id === l.id ? l : old)))}
            />
            {row && (
              <Costs
                row={row}
                asked={asked?.row === picked.id ? asked : null}
                onAsk={(fill) => setParams({ row: picked.id, db: '-1', fill })}
              />
            )}
          </>
        ) : (
          <p className="text-slate">
            Pick a limiter to see and change what it lets in, what evidence it uses, and what it does when it can't tell.
          </p>
        )}
      </aside>
    </div>
  );
}
