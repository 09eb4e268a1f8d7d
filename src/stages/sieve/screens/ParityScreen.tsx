'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { ask, call } from '@/client/call';
import type { ParityWorks } from '@/client/types';
import { ListWithSheet } from '@/stages/works/screens';
import { Choice } from '@/ui/choice';
import { Empty } from '@/ui/empty';
import { DatabaseTag } from '@/ui/marks';
import { refreshPage } from '@/ui/refresh-page';
import { useUrlState } from '@/ui/use-url-state';
import { count, many, plural } from '@/ui/words';
import type { ParityView } from '../queries/parity-view';
import { CellPanel } from './parity/CellPanel';
import { NativeTable } from './parity/NativeTable';
import { ParityTable } from './parity/ParityTable';
import { SettingsList } from './parity/SettingsList';
import { SieveNav } from './SieveNav';
import type { SieveProps } from './useSieve';
import { useSieveDraft } from './useSieveDraft';

/** Was each limiter applied evenly, where not, and what can be done: limiters by retrievals. */
export function ParityScreen({ view, ...props }: SieveProps & { view: ParityView }) {
  const { reviewId } = props;
  const router = useRouter();
  const draft = useSieveDraft(reviewId, props);
  const [params, setParams] = useUrlState();
  const [list, setList] = useState<{ numbers: number[]; caption: string } | null>(null);
  const [row, column] = (params.get('cell') ?? '').split('.').map(Number);
  const picked = params.has('cell') && view.rows[row!]?.cells[column!] ? { row: row!, column: column! } : null;
  const pickedRow = picked && view.rows[picked.row]!;
  const retrieval = picked && view.retrievals[picked.column]!;
  const limiter = pickedRow && (draft.sieve.find((l) => l.id === pickedRow.limiter) ?? null);

  const show = async (works: ParityWorks, caption: string) => {
    const found = await ask(reviewId, 'parity-works', works);
    if (found.ok) setList({ numbers: found.numbers, caption });
    else toast.error(found.message);
  };
  const after = async (what: Promise<{ ok: true } | { ok: false; message: string }>) => {
    const done = await what;
    if (!done.ok) return void toast.error(done.message);
    refreshPage(router);
  };
  const setWaivers = async (waivers: NonNullable<(typeof draft.sieve)[number]['waivers']>) => {
    const { waivers: _, ...rest } = limiter!;
    draft.change(draft.sieve.map((l) => (l.id === limiter!.id ? (waivers.length ? { ...rest, waivers } : rest) : l)));
    await draft.settled();
    refreshPage(router);
  };
  const othersOf = () => (limiter?.waivers ?? []).filter((w) => !retrieval!.databases.some((d) => d.id === w.database));

  if (view.rows.length === 0 || view.retrievals.length === 0)
    return (
      <div className="p-5">
        <SieveNav reviewId={reviewId} current="/parity" />
        <Empty title="Nothing to compare yet">
          <p>Parity needs a limiter and a retrieval with records.</p>
        </Empty>
      </div>
    );
  const share = (n: number, of: number) => (of === 0 ? '–' : `${Math.round((100 * n) / of)} %`);
  return (
    <div className="flex min-h-[calc(100vh-106px)] flex-col lg:flex-row">
      <main className="min-w-0 flex-1 px-5 py-4">
        <div className="mb-1 flex items-baseline justify-between gap-4">
          <h1 className="text-title leading-tight">Was each limiter applied evenly?</h1>
          <SieveNav reviewId={reviewId} current="/parity" />
        </div>
        <p className="mb-3 text-slate">
          <b className="font-semibold text-ink">{share(view.even, view.cells)}</b> of {many(view.cells, 'cell')} are even. On{' '}
          <b className="font-semibold text-ink">{share(view.told, view.works)}</b> of {many(view.works, 'work')} every limiter could tell.{' '}
          {view.hanging > 0 && (
            <>
              The outcome of <b className="font-semibold text-ink">{count(view.hanging)}</b> {plural(view.hanging, 'work')} hangs on a cell
              that is not even.{' '}
            </>
          )}
          <Tolerance
            key={view.tolerance}
            value={view.tolerance}
            onChange={(tolerance) => void after(call(reviewId, 'save-tolerance', { tolerance }))}
          />
        </p>
        <ParityTable view={view} picked={picked} onPick={(cell) => setParams({ cell: `${cell.row}.${cell.column}` })} />
        <StepFindings retrievals={view.retrievals} />
        <h2 className="mt-6 mb-1 text-lead">What limiters at the databases let in and hid</h2>
        <NativeTable
          retrievals={view.retrievals}
          onList={(id, native, what, caption) => void show({ retrieval: id, limiter: native, what }, caption)}
          onName={(databaseId, name, sample) => void after(call(reviewId, 'name-native', { databaseId, name, sample }))}
        />
        <h2 className="mt-6 mb-1 text-lead">For the next run at each database</h2>
        <SettingsList settings={view.settings} />
        {list && (
          <div className="mt-4">
            <ListWithSheet reviewId={reviewId} numbers={list.numbers} caption={`${list.caption}: ${count(list.numbers.length)}`} />
          </div>
        )}
      </main>
      <aside
        aria-label="The picked cell"
        className="w-full shrink-0 border-rule border-t bg-surface lg:w-[352px] lg:border-t-0 lg:border-l px-4 py-4"
      >
        {picked && pickedRow && retrieval ? (
          <CellPanel
            key={params.get('cell')}
            reviewId={reviewId}
            row={pickedRow}
            retrieval={retrieval}
            cell={pickedRow.cells[picked.column]!}
            limiter={limiter}
            scheme={props.scheme}
            onRuled={() => refreshPage(router)}
            onShow={(numbers, caption) => setList({ numbers, caption })}
            onList={(what, caption) => void show({ retrieval: retrieval.id, limiter: pickedRow.limiter ?? pickedRow.name, what }, caption)}
            onWaive={(reason) => void setWaivers([...othersOf(), ...retrieval.databases.map((d) => ({ database: d.id, reason }))])}
            onTakeBack={() => void setWaivers(othersOf())}
            onState={(native, why) => void after(call(reviewId, 'state-native', { id: retrieval.id, native, why }))}
            onRerun={(why) => void after(call(reviewId, 'mark-rerun', { id: retrieval.id, why }))}
          />
        ) : (
          <p className="text-slate">Pick a cell to see how its word came about, which works stand behind it, and what can be done.</p>
        )}
      </aside>
    </div>
  );
}

const TOLERANCES = [0, 0.01, 0.02, 0.05, 0.1, 0.2];

/** How many works a limiter may leave undecided and still be called even. */
function Tolerance({ value, onChange }: { value: number; onChange(tolerance: number): void }) {
  return (
    <label className="inline-flex items-center gap-1.5 whitespace-nowrap">
      A cell counts as even up to
      <Choice
        aria-label="Share of works that may stay undecided in an even cell"
        className="h-7 rounded-[4px] border border-edge bg-surface px-1 text-ink"
        value={value}
        onChange={(e) => onChange(Number(e.target.value))}
      >
        {[...new Set([...TOLERANCES, value])]
          .sort((a, b) => a - b)
          .map((t) => (
            <option key={t} value={t}>
              {Math.round(t * 1000) / 10} %
            </option>
          ))}
      </Choice>
      that it can't tell.
    </label>
  );
}

/** What the steps of the searches say, before any record is looked at: this is where most lost limiters show. */
function StepFindings({ retrievals }: { retrievals: ParityView['retrievals'] }) {
  const found = retrievals.filter((r) => r.findings.length > 0);
  if (found.length === 0) return null;
  return (
    <section aria-label="What the steps of the searches say">
      <h2 className="mt-6 mb-1 text-lead">What the steps of the searches say</h2>
      <ul>
        {found.flatMap((r) =>
          r.findings.map((message) => (
            <li key={`${r.id} ${message}`} className="flex items-baseline gap-2 border-rule border-t py-1">
              {r.tags.map((tag) => (
                <DatabaseTag key={tag} tag={tag} />
              ))}
              {message}
            </li>
          )),
        )}
      </ul>
    </section>
  );
}
