'use client';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { type Said, useAsk } from '@/client/useAsk';
import { AXIS_LABELS } from '@/core/classify';
import { Button } from '@/ui/button';
import { Pill } from '@/ui/marks';
import { Segmented } from '@/ui/segmented';
import { count, many, plural } from '@/ui/words';

type Axis = Said<'likely-view'>['axes'][number];

const SHARES = [0.95, 0.99] as const;
const percent = (share: number): string => `${(100 * share).toFixed(0)} %`;

interface LikelyPanelProps {
  reviewId: string;
  ready: boolean;
  onList(numbers: number[], axis: Axis['axis']): void;
}

/** What likely sets do in this review, what they are proved on, and how more can be proved. */
export function LikelyPanel({ reviewId, ready, onList }: LikelyPanelProps) {
  const view = useAsk(reviewId, 'likely-view', {}, { wanted: ready }).data;
  if (!view) return null;
  async function set(share: (typeof SHARES)[number]) {
    const answer = await call(reviewId, 'set-likely', { share });
    if (!answer.ok) return void toast.error(answer.message);
    toast('The works are classified again; figures follow when that is done.');
  }
  const wanted = SHARES.find((s) => s === view.wanted) ?? SHARES[0];
  return (
    <section id="likely" aria-label="What is likely by the text" className="mt-6 scroll-mt-4 border-ink border-t-2 pt-2">
      <h2 className="text-lead">What is likely by the text</h2>
      <p className="max-w-[90ch] text-small text-slate">
        Of a work whose text tells what was done without naming it, a model gives the set of values that holds the true one in a stated
        share of works. It only narrows what the claims leave, and counts only at limiters for which it is chosen under “Evidence used”.{' '}
        <a className="text-navy underline underline-offset-2" href="/how-it-decides#likely">
          How it is done
        </a>
      </p>
      <p className="mt-1 text-small">
        {view.usedBy.length > 0 ? (
          <>
            Used by <b className="font-semibold">{view.usedBy.join(', ')}</b>.
          </>
        ) : (
          'No limiter uses it.'
        )}
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-4">
        <div className="w-[190px]">
          <Segmented
            label="To hold the true value in"
            value={String(wanted)}
            options={SHARES.map((s) => ({
              value: String(s),
              label: percent(s),
              meaning: `Wrong in at most ${Math.round(100 - 100 * s)} works of 100.`,
            }))}
            onChange={(s) => void set(Number(s) as (typeof SHARES)[number])}
          />
        </div>
        {view.since > 0 && (
          <p className="flex items-center gap-3 text-small">
            {many(view.since, 'ruling is', 'rulings are')} not among the proofs yet.
            <Button onClick={() => void set(wanted)}>Take {plural(view.since, 'it', 'them')} up</Button>
          </p>
        )}
      </div>
      <div className="relative mt-2 overflow-x-auto">
        <table className="w-full min-w-[720px] text-left text-small">
          <caption className="sr-only">Likely sets by axis</caption>
          <thead>
            <tr className="text-slate">
              <th scope="col" className="w-[150px] font-medium">
                Axis
              </th>
              <th scope="col" className="w-[160px] font-medium">
                Several values left
              </th>
              <th scope="col" className="font-medium">
                In this review
              </th>
              <th scope="col" className="font-medium">
                On labelled works not learnt from
              </th>
              <th scope="col" className="w-[150px] font-medium">
                To prove more
              </th>
            </tr>
          </thead>
          <tbody>
            {view.axes.map((a) => (
              <AxisRow key={a.axis} axis={a} wanted={view.wanted} enough={view.ownProofs} onList={() => onList(a.next, a.axis)} />
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

function AxisRow({ axis: a, wanted, enough, onList }: { axis: Axis; wanted: number; enough: number; onList(): void }) {
  return (
    <tr className="border-rule border-t align-top">
      <th scope="row" className="py-1.5 text-left font-medium">
        {AXIS_LABELS[a.axis]}
      </th>
      <td className="py-1.5 pr-3">
        {many(a.open, 'work')}; {count(a.narrower)} with a narrower likely set
      </td>
      <td className="py-1.5 pr-3">
        {a.of === 0 ? (
          <>Nothing is settled by people yet of what the claims leave open.</>
        ) : (
          <>
            <b className="font-semibold">
              {a.inside} of {many(a.of - a.decided, 'ruling')}
              {a.decided > 0 && <> and {many(a.decided, 'decision')}</>}
            </b>{' '}
            inside the set ({percent(a.low)} to {percent(a.high)}; stated: {percent(wanted)})
          </>
        )}
        {!a.on && (
          <span className="block">
            <Pill look="attention">switched off</Pill> fewer than stated, by more than chance
          </span>
        )}
        {a.on && a.of < enough && <span className="block text-slate">Our works count beside them until there are {enough}.</span>}
      </td>
      <td className="py-1.5 pr-3">
        {a.lots.covered} of {a.lots.works} inside ({percent(a.lots.low)} to {percent(a.lots.high)}), at 95 %; {a.lots.before.toFixed(1)}{' '}
        values left by the rules, {a.lots.after.toFixed(1)} likely
      </td>
      <td className="py-1.5">
        {a.next.length > 0 && (
          <Button look="quiet" className="-ml-1.5 text-left" onClick={onList}>
            Rule on {plural(a.next.length, 'this one', `these ${a.next.length}`)}
          </Button>
        )}
        {a.wouldNarrow > 0 && (
          <span className="block text-slate">and the sets of about {many(a.wouldNarrow, 'other')} narrow, if they fall as expected.</span>
        )}
      </td>
    </tr>
  );
}
