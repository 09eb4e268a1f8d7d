'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import type { Coefficient } from '@/core/checks';
import { Button } from '@/ui/button';
import { Empty } from '@/ui/empty';
import { TextField } from '@/ui/field';
import { count, Pill } from '@/ui/marks';
import type { AgainLine, JudgedAgainView, SampleWork } from '../queries/samples-view';
import { ChecksNav } from './ChecksNav';
import { SampleHeadLine } from './SampleHeadLine';
import { anySeed } from './SamplePlan';

const VERDICT = { keep: 'keep', exclude: 'exclude', unsure: 'cannot tell', '': 'undecided' } as const;

/** One's own decisions looked at again by lot: agreement with oneself, and the differences to be settled. */
export function AgainScreen({ reviewId, view }: { reviewId: string; view: JudgedAgainView }) {
  return (
    <main className="max-w-[1180px] px-5 py-3">
      <ChecksNav reviewId={reviewId} current="/again" />
      <h1 className="mt-3 text-[22px]">Would you decide the same again?</h1>
      <p className="max-w-[80ch] text-slate">
        Some of your own decisions on title and abstract are drawn by lot and judged again without seeing them. What differs is a list of
        works to settle; nothing is changed by judging.
      </p>
      {view.decisions === 0 ? (
        <div className="mt-3">
          <Empty title={`${view.person} has kept or excluded nothing yet`}>
            <p>Decide some works first, and come back after a week or two: what is remembered is no second look.</p>
          </Empty>
        </div>
      ) : (
        <Draw reviewId={reviewId} view={view} />
      )}
      {view.checks.map((check) => (
        <Check key={check.number} reviewId={reviewId} check={check} />
      ))}
    </main>
  );
}

function Draw({ reviewId, view }: { reviewId: string; view: JudgedAgainView }) {
  const router = useRouter();
  const [size, setSize] = useState(String(Math.min(30, view.decisions)));
  const [seed, setSeed] = useState('');
  const wanted = Number(size);
  const sound = Number.isInteger(wanted) && wanted >= 1;
  async function draw() {
    const input = { kind: 'own-decisions' as const, design: 'simple' as const, size: wanted, share: null, seed: Number(seed) || anySeed() };
    const answer = await call(reviewId, 'draw-sample', input);
    if (!answer.ok) return void toast.error(answer.message);
    router.push(`/reviews/${reviewId}/checks/judge/${answer.number}`);
  }
  return (
    <form
      aria-label="Draw a sample"
      className="mt-3 flex items-start gap-4 rounded-[6px] border border-rule bg-surface px-4 py-3"
      onSubmit={(e) => {
        e.preventDefault();
        void draw();
      }}
    >
      <p className="max-w-[46ch] flex-1">
        {view.person} has kept or excluded <b className="font-semibold">{count(view.decisions)}</b> works by title and abstract. Thirty or
        more make the agreement worth reading.
      </p>
      <TextField
        label="Works to judge again"
        inputMode="numeric"
        value={size}
        error={sound ? undefined : 'A whole number, 1 or more'}
        onChange={(e) => setSize(e.target.value.trim())}
        className="w-[150px]"
      />
      <TextField
        label="Seed (empty: by chance)"
        inputMode="numeric"
        value={seed}
        onChange={(e) => setSeed(e.target.value.replace(/\D/g, '').slice(0, 6))}
        className="w-[170px]"
      />
      <Button type="submit" look="solid" className="mt-[22px]" disabled={!sound}>
        Draw {sound ? count(Math.min(wanted, view.decisions)) : ''}
      </Button>
    </form>
  );
}

const two = (x: number) => x.toFixed(2).replace('-', '−');
const coefficient = (c: Coefficient): string =>
  'words' in c ? c.words : `${two(c.value)} (95 % interval ${two(c.low)} to ${two(c.high)})`;

function Check({ reviewId, check }: { reviewId: string; check: AgainLine }) {
  const { agreement: a, table, unsure, differences } = check;
  const head = 'py-1 font-medium text-[12.5px] text-slate';
  return (
    <section aria-label={`Sample ${check.number}`} className="mt-5 border-ink border-t-2 pt-2">
      <SampleHeadLine reviewId={reviewId} head={check} version={null}>
        {count(check.drawn)} own decisions
      </SampleHeadLine>
      {a.observed === null ? (
        <p className="mt-1 text-slate">Nothing was judged again yet.</p>
      ) : (
        <div className="mt-1 grid grid-cols-[380px_1fr] gap-10">
          <table className="border-collapse self-start text-[13.5px]">
            <caption className="sr-only">What was decided, and what was said the second time</caption>
            <thead>
              <tr className="border-ink border-b-[1.5px]">
                <th scope="col" className={`${head} text-left`}>
                  Decided
                </th>
                <th scope="col" className={`${head} text-right`}>
                  Again: keep
                </th>
                <th scope="col" className={`${head} text-right`}>
                  Again: exclude
                </th>
              </tr>
            </thead>
            <tbody>
              {(['Kept', 'Excluded'] as const).map((name, i) => (
                <tr key={name} className="border-rule border-b">
                  <th scope="row" className="py-1 text-left font-normal">
                    {name}
                  </th>
                  {table[i]!.map((n, j) => (
                    <td key={j === 0 ? 'keep' : 'exclude'} className={i === j ? 'text-right font-semibold' : 'text-right text-copper'}>
                      {count(n)}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          <dl className="grid grid-cols-[210px_1fr] gap-y-0.5 self-start">
            <dt className="text-slate">Said the same of</dt>
            <dd>
              {count(table[0]![0]! + table[1]![1]!)} of {count(a.n)} ({Math.round(a.observed * 100)} %)
              {unsure > 0 && `; of ${unsure} it could not be told the second time`}
            </dd>
            <dt className="text-slate">Cohen's kappa</dt>
            <dd>{coefficient(a.kappa)}</dd>
            <dt className="text-slate">PABAK (no matter how common)</dt>
            <dd>{coefficient(a.pabak)}</dd>
            <dt className="text-slate">Gwet's AC1</dt>
            <dd>{coefficient(a.ac1)}</dd>
          </dl>
        </div>
      )}
      {differences.length > 0 && (
        <>
          <h3 className="mt-3 text-[15.5px]">Said differently, to be settled</h3>
          <ul>
            {differences.map((w) => (
              <Difference key={w.no} reviewId={reviewId} work={w} />
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function Difference({ reviewId, work: w }: { reviewId: string; work: SampleWork }) {
  const settled = w.state === 'gone' ? 'not in the review any more' : w.decidedSince ? `decided again: ${VERDICT[w.now]}` : '';
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_250px_150px] items-baseline gap-3 border-rule border-b py-1.5">
      <div className="min-w-0">
        <a className="font-serif leading-snug underline-offset-2 hover:underline" href={`/reviews/${reviewId}/decide?work=${w.no}`}>
          {w.title}
        </a>
        {w.note && <p className="text-[13px] text-slate">“{w.note}”</p>}
      </div>
      <p className="text-[13.5px]">
        then <b className="font-medium">{VERDICT[w.before]}</b>, again <b className="font-medium">{VERDICT[w.verdict]}</b>
      </p>
      <p>{settled ? <Pill>{settled}</Pill> : <Pill look="attention">to be settled</Pill>}</p>
    </li>
  );
}
