'use client';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { toast } from 'sonner';
import type { Facet } from '@/core/classify';
import { type Fill, limiterWords } from '@/core/sieve';
import { ListWithSheet } from '@/stages/works/screens';
import { Empty } from '@/ui/empty';
import { useUrlState } from '@/ui/use-url-state';
import { count, many } from '@/ui/words';
import { captionOf, readAsked } from './asked';
import { ByLikely } from './ByLikely';
import { Costs } from './Costs';
import { FunnelTable } from './FunnelTable';
import { IntegrityNote } from './IntegrityNote';
import { IsItEven } from './IsItEven';
import { LimiterForm } from './LimiterForm';
import { Quotas } from './Quotas';
import { SieveNav } from './SieveNav';
import { SizeNote } from './SizeNote';
import { Toolbar } from './Toolbar';
import { type SieveProps, useSieve } from './useSieve';
import { useAsked } from './what-if/useAsked';

/** @param known numbers of the works that are known to belong */
export function SieveScreen({ known, ...props }: SieveProps & { known: number[] }) {
  const { reviewId, asOf, scheme } = props;
  const inHand = useSieve(props);
  const { draft, engine, databases, funnel, ran, revision, say } = inHand;
  const [params, setParams] = useUrlState();
  const [numbers, setNumbers] = useState<number[] | null>(null);
  const [near, setNear] = useState<{ numbers: number[]; caption: string } | null>(null);
  const lost = useAsked(
    inHand,
    async (engine) => new Map((await engine.lost(known)).map((numbers, i) => [draft.sieve[i]?.id ?? '', numbers])),
    [known.length],
  );
  const picked = draft.sieve.find((l) => l.id === params.get('limiter')) ?? null;
  const asked = readAsked(params);
  const askedKey = asked && `${asked.row}|${asked.database}|${asked.fill}`;

  useEffect(() => {
    if (engine.state !== 'ready' || ran === 0) return;
    const [row, database, fill] = askedKey?.split('|') ?? [];
    const index = row === 'all' ? -1 : draft.sieve.findIndex((l) => l.id === row);
    if (!row || (index < 0 && row !== 'all')) return setNumbers(null);
    let stale = false;
    engine.engine.works(index, Number(database), fill as Fill).then(
      (found) => !stale && setNumbers(found),
      (error: unknown) => toast.error(`The works could not be listed: ${String(error)}`),
    );
    return () => {
      stale = true;
    };
  }, [engine, ran, draft.sieve, askedKey]);

  const countsOf = useCallback(async (facet: Facet) => (engine.state === 'ready' ? engine.engine.facet(facet) : []), [engine]);
  const words = useMemo(
    () => Object.fromEntries(draft.sieve.map((l) => [l.id, limiterWords(l, scheme, asOf)])),
    [draft.sieve, scheme, asOf],
  );
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
    <div className="flex min-h-[calc(100vh-106px)] flex-col lg:flex-row">
      <main className="min-w-0 flex-1 px-5 py-4">
        <div className="mb-1 flex items-baseline justify-between gap-4">
          <h1 className="text-title leading-tight">What each limiter leaves, in every database</h1>
          <SieveNav reviewId={reviewId} current="" />
        </div>
        <p className="mb-2 text-slate" role="status">
          {engine.state === 'failed' && <span role="alert">{engine.message}</span>}
          {funnel ? (
            <>
              {many(funnel.works, 'work')} · {count(funnel.through)} through ·{' '}
              <b className="font-semibold text-copper">{count(funnel.held)} held</b> · {count(funnel.stopped)} stopped. A work in two
              databases counts in both columns; bars are shares of each.
            </>
          ) : (
            engine.state !== 'failed' && 'Reading the columns …'
          )}
        </p>
        {funnel && <SizeNote funnel={funnel} reviewId={reviewId} />}
        {inHand.late.map(({ name, works }) => (
          <p key={name} className="mb-2 border-copper border-l-2 pl-2 text-small">
            “{name}” can’t tell of {many(works, 'work')}: reading their text for it takes longer than a minute. Ask for fewer or plainer
            words.
          </p>
        ))}
        {engine.state === 'ready' && <IntegrityNote ask={engine.engine.flagsThrough} ran={ran} />}
        <FunnelTable
          sieve={draft.sieve}
          funnel={funnel}
          words={words}
          databases={databases}
          picked={picked?.id ?? null}
          asked={asked}
          lost={lost}
          onLost={(limiter, numbers) => {
            setParams({ limiter: limiter.id, row: null, fill: null, db: null });
            setNear({ numbers, caption: `Known to belong, and stopped by ${limiter.name}` });
          }}
          onPick={(id) => setParams({ limiter: id })}
          onAsk={(a) => {
            setNear(null);
            setParams({ row: a.row, db: String(a.database), fill: a.fill, limiter: a.row === 'all' ? params.get('limiter') : a.row });
          }}
          onReorder={draft.change}
        />
        <Toolbar draft={draft} picked={picked} scheme={scheme} countsOf={countsOf} onAdded={(id) => setParams({ limiter: id })} />
        {near && (
          <ListWithSheet
            reviewId={reviewId}
            numbers={near.numbers}
            caption={`${near.caption}: ${count(near.numbers.length)}`}
            onOverridden={say}
          />
        )}
        {!near && asked && numbers && (
          <ListWithSheet
            key={revision}
            reviewId={reviewId}
            numbers={numbers}
            onOverridden={say}
            caption={captionOf(asked, draft.sieve, databases, numbers.length)}
          />
        )}
      </main>
      <aside
        aria-label="The picked limiter"
        className="w-full shrink-0 border-rule border-t bg-surface lg:w-[352px] lg:border-t-0 lg:border-l px-4 py-4"
      >
        {picked ? (
          <>
            <h2 className="text-lead">{picked.name}</h2>
            <p className="mb-3 text-small text-slate">
              Number {draft.sieve.indexOf(picked) + 1} of {draft.sieve.length}
              {row && ` · stops ${count(row.whole.stoppedHere)} here`}
              {!picked.on && ' · switched off'}
            </p>
            {picked.on && picked.test.kind === 'coded' && picked.test.axis === 'peerReview' && row && row.whole.held > 0 && (
              <p className="mb-3 text-small">
                <a
                  className="text-navy underline underline-offset-2"
                  href={`/reviews/${reviewId}/sieve/journals?limiter=${encodeURIComponent(picked.id)}`}
                >
                  The journals behind what it holds
                </a>
                : say which are refereed
              </p>
            )}
            <LimiterForm
              key={picked.id}
              limiter={picked}
              scheme={scheme}
              asOf={asOf}
              databases={props.databases}
              countsOf={countsOf}
              onChange={(l) => draft.change(draft.sieve.map((old) => (old.id === l.id ? l : old)))}
            />
            <ByLikely
              reviewId={reviewId}
              limiter={picked}
              inHand={inHand}
              onList={(list, caption) => setNear({ numbers: list, caption })}
            />
            {row && (
              <Costs
                row={row}
                asked={asked?.row === picked.id ? asked : null}
                onAsk={(fill) => {
                  setNear(null);
                  setParams({ row: picked.id, db: '-1', fill });
                }}
              />
            )}
          </>
        ) : (
          <p className="text-slate">
            Pick a limiter to see and change what it allows, what evidence it uses, and what it does when it can't tell.
          </p>
        )}
        {picked?.on && (
          <IsItEven
            reviewId={reviewId}
            limiter={picked.id}
            saved={draft.saving === 'saved'}
            version={`${revision} ${ran} ${inHand.overrides.length}`}
          />
        )}
        <Quotas inHand={inHand} quotas={props.quotas} onList={(list, caption) => setNear({ numbers: list, caption })} />
      </aside>
    </div>
  );
}
