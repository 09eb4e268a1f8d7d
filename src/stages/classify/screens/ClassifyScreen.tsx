'use client';
import { useEffect, useMemo, useState } from 'react';
import { ask } from '@/client/call';
import { useEngine } from '@/client/useEngine';
import { AXIS_LABELS, type WorkAxis } from '@/core/classify';
import { axisValues, type CensusAxis, type CensusCounts, KNOWN_AS, type MaskAxis, type ValueCounts } from '@/core/sieve';
import { ListWithSheet, RulingDialog, type RulingTarget } from '@/stages/works/screens';
import { Empty } from '@/ui/empty';
import { useUrlState } from '@/ui/use-url-state';
import { count } from '@/ui/words';
import type { ClassifyView, Dispute } from '../queries/classify-view';
import { Gaps, PageLink, Unmapped } from './ClassifyGaps';
import { captionOf } from './classify-caption';
import { Disputes } from './Disputes';
import { JobNote } from './JobNote';
import { AXES, KnownTable } from './KnownTable';
import { LikelyPanel } from './LikelyPanel';
import { useClassifyView } from './useClassifyView';
import { useWordedLike } from './useWordedLike';
import { ValueTable } from './ValueTable';
import { offerKey, WordedLike, WordedWorks } from './WordedLike';

/** What is known of the works on each axis, how, and what one ruling or one entry of the register would settle. */
export function ClassifyScreen({ reviewId, initial }: { reviewId: string; initial: ClassifyView }) {
  const { view, job, refresh } = useClassifyView(reviewId, initial);
  const { revision, scheme } = view;
  const engine = useEngine(reviewId, revision, scheme);
  // A job that ended between the page and its columns is seen by nobody: then the columns are the newer ones.
  const behind = engine.state === 'ready' && engine.revision > revision;
  useEffect(() => {
    if (behind) refresh();
  }, [behind, refresh]);
  const [params, setParams] = useUrlState();
  const [tables, setTables] = useState<Partial<Record<CensusAxis, { whole: CensusCounts; databases: CensusCounts[] }>>>({});
  const [values, setValues] = useState<ValueCounts | null>(null);
  const [numbers, setNumbers] = useState<readonly number[] | null>(null);
  const [proof, setProof] = useState<{ numbers: number[]; axis: WorkAxis } | null>(null);
  const [target, setTarget] = useState<RulingTarget | null>(null);
  const axis = (AXES.find((a) => a === params.get('axis')) ?? 'publicationType') as CensusAxis;
  const asked = params.get('as') ?? '';
  const as = useMemo(() => KNOWN_AS.filter((k) => asked.split(',').includes(k)), [asked]);
  const database = Number(params.get('db') ?? -1);
  const value = params.get('value') ?? '';
  const cause = params.get('cause') ?? '';
  const like = params.get('like') ?? '';
  const worded = useWordedLike(reviewId, engine.state === 'ready');
  const offer = worded?.offers.find((o) => offerKey(o) === like);

  useEffect(() => {
    if (engine.state !== 'ready') return;
    let gone = false;
    void Promise.all(AXES.map(async (a) => [a, await engine.engine.census(a)] as const)).then(
      (all) => !gone && setTables(Object.fromEntries(all)),
    );
    if (axis === 'date') setValues(null);
    else void engine.engine.values(axis).then((found) => !gone && setValues(found));
    return () => {
      gone = true;
    };
  }, [engine, axis]);
  useEffect(() => {
    let gone = false;
    const show = (found: readonly number[]) => !gone && setNumbers(found);
    if (cause) {
      const kind = { kind: 'claims' as const, key: cause, label: cause };
      void ask(reviewId, 'preview-ruling', { axis: axis === 'date' ? 'publicationType' : axis, codes: [], on: kind }).then((answer) =>
        show(answer.ok ? answer.numbers : []),
      );
    } else if (engine.state !== 'ready') return;
    else if (value && axis !== 'date') {
      const [code, how] = value.split(':');
      const bit = axisValues(axis, scheme).findIndex((v) => v.code === code);
      if (bit >= 0) void engine.engine.withValue(axis, bit, database, how === 'possible' ? 'possible' : 'settled').then(show);
    } else if (as.length > 0) void engine.engine.known(axis, database, as).then(show);
    else setNumbers(null);
    return () => {
      gone = true;
    };
  }, [engine, reviewId, scheme, axis, as, database, value, cause]);

  if (engine.state === 'empty') {
    return (
      <main className="p-5">
        <Empty title="Nothing to classify yet">
          <p>
            Records are classified as soon as they are imported, under{' '}
            <a className="text-navy underline" href={`/reviews/${reviewId}/retrieve`}>
              Retrieve
            </a>
            . A register of venues can be taken in before, under{' '}
            <a className="text-navy underline" href={`/reviews/${reviewId}/classify/venues`}>
              Venues
            </a>
            .
          </p>
        </Empty>
      </main>
    );
  }
  const shown = engine.state === 'ready' ? engine.databases.flatMap((id) => view.databases.find((d) => d.id === id) ?? []) : [];
  const disputes = view.disputes.filter((d) => axis === 'date' || axis === 'level' || d.axis === axis);
  const show = (next: Record<string, string | null>) =>
    setParams({ as: null, db: null, value: null, cause: null, like: null, work: null, ...next });
  const rule = (d: Dispute) => setTarget({ axis: d.axis, work: null, causes: [{ kind: 'claims', key: d.key, label: d.label }], codes: [] });
  return (
    <main className="px-5 py-4">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <h1 className="text-title">What is known of each work, and how</h1>
        <nav aria-label="Classify" className="flex gap-5 text-small">
          <PageLink href={`/reviews/${reviewId}/classify/venues`}>Venues: {count(view.venues)}</PageLink>
          <PageLink href={`/reviews/${reviewId}/classify/scheme`}>Scheme: {scheme.label}</PageLink>
          <PageLink href={`/reviews/${reviewId}/classify/rulings`}>Rulings</PageLink>
          <PageLink href="/how-it-decides">How it decides</PageLink>
        </nav>
      </div>
      <JobNote job={job} />
      {engine.state === 'failed' && <p role="alert">{engine.message}</p>}
      <div className="mt-2 grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[minmax(0,1fr)_352px] gap-6">
        <div className="min-w-0">
          <KnownTable
            tables={tables}
            databases={shown}
            axis={axis}
            asked={as.length ? { axis, as, database } : null}
            onAxis={(a) => show({ axis: a })}
            onAsk={(a) => show({ axis: a.axis, as: a.as.join(), db: a.database < 0 ? null : String(a.database) })}
          />
          {axis !== 'date' && values && (
            <div className="mt-5">
              <ValueTable
                axis={axis as MaskAxis}
                values={axisValues(axis as MaskAxis, scheme)}
                counts={values}
                databases={shown}
                onAsk={(v) =>
                  show({
                    value: `${axisValues(axis as MaskAxis, scheme)[v.bit]!.code}:${v.as}`,
                    db: v.database < 0 ? null : String(v.database),
                  })
                }
              />
            </div>
          )}
          <LikelyPanel reviewId={reviewId} ready={engine.state === 'ready'} onList={(numbers, axis) => setProof({ numbers, axis })} />
        </div>
        <aside className="min-w-0">
          <WordedLike worded={worded} scheme={scheme} onOpen={(o) => show({ axis: o.axis, like: offerKey(o) })} />
          <h2 className="text-lead">Questions that settle several works</h2>
          <Disputes disputes={disputes} onRule={rule} onOpen={(d) => show({ axis: d.axis, cause: d.key })} />
          <Gaps reviewId={reviewId} view={view} />
          <Unmapped reviewId={reviewId} unmapped={view.unmapped} />
        </aside>
      </div>
      {numbers && (as.length > 0 || value || cause) && (
        <div className="mt-5">
          <ListWithSheet
            key={revision}
            reviewId={reviewId}
            numbers={numbers}
            caption={captionOf(axis, as, value, cause, shown[database]?.name ?? '', numbers.length, view)}
            onRuled={refresh}
          />
        </div>
      )}
      {proof && (
        <div className="mt-5">
          <ListWithSheet
            reviewId={reviewId}
            numbers={proof.numbers}
            caption={`Open works drawn evenly, to be ruled on: ${AXIS_LABELS[proof.axis].toLowerCase()}`}
            onRuled={refresh}
          />
        </div>
      )}
      {offer && (
        <WordedWorks
          key={offerKey(offer)}
          {...{ reviewId, scheme, offer }}
          onRule={(works) => setTarget({ axis: offer.axis, work: null, works, causes: [], codes: offer.codes })}
          onRuled={refresh}
        />
      )}
      <RulingDialog reviewId={reviewId} scheme={scheme} target={target} onClose={() => setTarget(null)} onRuled={refresh} />
    </main>
  );
}
