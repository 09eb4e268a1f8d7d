'use client';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { settledBy } from '@/core/sieve';
import { ListWithSheet, RulingDialog, type RulingTarget } from '@/stages/works/screens';
import { cx } from '@/ui/cx';
import { useUrlState } from '@/ui/use-url-state';
import { count, many, plural } from '@/ui/words';
import { rowsOf } from './held-rows';
import { SieveNav } from './SieveNav';
import { Speak } from './SpeakForm';
import { type SieveProps, useSieve } from './useSieve';
import { useAsked } from './what-if/useAsked';

/** Works that wait for a person, by the limiter that holds them, to be released or stopped one by one or together. */
export function HeldScreen(props: SieveProps) {
  const { reviewId } = props;
  const inHand = useSieve(props);
  const { draft, engine, say } = inHand;
  const held = useAsked(inHand, (e) => e.held(), []);
  const [params, setParams] = useUrlState();
  const [picked, setPicked] = useState<ReadonlySet<number>>(new Set());
  const [ruling, setRuling] = useState<RulingTarget | null>(null);
  const by = params.get('by');
  const rows = useMemo(() => rowsOf(draft.sieve, held ?? []), [draft.sieve, held]);
  const row = rows.find((r) => r.limiter.id === by);
  const numbers = useMemo(() => (row?.works ?? held ?? []).map((h) => h.work), [row, held]);
  const shown = [...picked].filter((no) => numbers.includes(no));

  const speak = async (fate: 'pass' | 'stop', reason: string) => {
    // Each work is overridden at the limiters that hold it; with one picked, at that one only: others still hold it.
    const limiters = new Map<string, number[]>();
    for (const h of held ?? []) {
      if (!shown.includes(h.work)) continue;
      const ids = row ? [row.limiter.id] : h.limiters.map((k) => draft.sieve[k]!.id);
      const key = JSON.stringify(ids);
      limiters.set(key, [...(limiters.get(key) ?? []), h.work]);
    }
    const seqs: number[] = [];
    let all = true;
    for (const [ids, works] of limiters) {
      const said = await call(reviewId, 'override-works', { works, limiters: JSON.parse(ids) as string[], fate, reason });
      if (!said.ok) {
        toast.error(said.message);
        all = false;
        break;
      }
      seqs.push(...said.seqs);
      say(said.spoken);
    }
    // What was saved before something failed is told, and can be taken back.
    if (seqs.length === 0) return false;
    setPicked(new Set());
    const undo = async () => {
      const undone = await call(reviewId, 'undo-overrides', { seqs });
      if (!undone.ok) return void toast.error(undone.message);
      say(undone.spoken);
    };
    toast(`${count(seqs.length)} ${plural(seqs.length, 'work was', 'works were')} ${fate === 'pass' ? 'released' : 'stopped'}.`, {
      action: { label: 'Undo', onClick: () => void undo() },
    });
    return all;
  };

  return (
    <main className="px-5 py-4">
      <div className="mb-1 flex items-baseline justify-between gap-4">
        <h1 className="text-title leading-tight">{held ? `${many(held.length, 'work is', 'works are')} held` : 'Works that are held'}</h1>
        <SieveNav reviewId={reviewId} current="/held" />
      </div>
      <p className="mb-3 max-w-[90ch] text-slate" role="status">
        {engine.state === 'failed' && <span role="alert">{engine.message}</span>}
        {held
          ? 'A limiter could not tell. Settle what is unknown, or choose yourself whether they pass; your choice lasts while the limiter is there.'
          : 'Reading the columns …'}
      </p>
      <table className="mb-3 w-full">
        <thead>
          <tr className="text-left text-small text-slate">
            <th className="w-[240px] font-medium">Held by</th>
            <th className="w-[80px] text-right font-medium">Works</th>
            <th className="w-[110px] text-right font-medium">By it alone</th>
            <th className="pl-6 font-medium">What would settle them</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ limiter, works, only }) => (
            <tr key={limiter.id} className={cx('border-rule border-t', by === limiter.id && 'bg-picked')}>
              <th scope="row" className="py-1 text-left font-medium">
                {limiter.name}
              </th>
              <td className="text-right">
                <button
                  type="button"
                  aria-pressed={by === limiter.id}
                  aria-label={`${count(works.length)} held by ${limiter.name}`}
                  className="min-h-6 min-w-6 font-semibold text-copper underline-offset-2 hover:underline"
                  onClick={() => setParams({ by: by === limiter.id ? null : limiter.id, work: null })}
                >
                  {count(works.length)}
                </button>
              </td>
              <td className="text-right">{count(only)}</td>
              <td className="pl-6 text-small text-slate">
                {settledBy(limiter)}{' '}
                {limiter.test.kind === 'coded' && limiter.test.axis === 'peerReview' && (
                  <>
                    <a
                      className="text-navy underline underline-offset-2"
                      href={`/reviews/${reviewId}/sieve/journals?limiter=${encodeURIComponent(limiter.id)}`}
                    >
                      The journals behind them
                    </a>
                    {' · '}
                  </>
                )}
                {limiter.test.kind === 'coded' && (
                  <a className="text-navy underline underline-offset-2" href={`/reviews/${reviewId}/classify`}>
                    Classify
                  </a>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {held && held.length > 0 && (
        <>
          <RulingDialog
            reviewId={reviewId}
            scheme={props.scheme}
            target={ruling}
            onClose={() => setRuling(null)}
            onRuled={(revision) => {
              setPicked(new Set());
              inHand.renew(revision);
            }}
          />
          <Speak
            axis={row?.limiter.test.kind === 'coded' ? row.limiter.test.axis : null}
            onRule={(axis) => setRuling({ axis, work: null, works: shown, causes: [], codes: [] })}
            n={shown.length}
            at={row?.limiter.name ?? null}
            onSpeak={speak}
          />
          <ListWithSheet
            reviewId={reviewId}
            numbers={numbers}
            caption={`Held${row ? ` by ${row.limiter.name}` : ''}: ${count(numbers.length)}`}
            picked={picked}
            onPicked={setPicked}
            onOverridden={say}
            version={inHand.revision}
          />
        </>
      )}
    </main>
  );
}
