'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { Pill, StateSquare } from '@/ui/marks';
import { refreshPage } from '@/ui/refresh-page';
import type { SampleWork } from '../queries/samples-view';

/** Works of a sample that were stopped wrongly: each with the limiter that did it, what would let it through, and the way back. */
export function WronglyStopped({ reviewId, check, works }: { reviewId: string; check: number; works: SampleWork[] }) {
  return (
    <div className="mt-3">
      <h3 className="text-lead">Stopped wrongly, as judged</h3>
      <ul>
        {works.map((w) => (
          <li key={w.no} className="grid grid-cols-[18px_minmax(0,1fr)_auto] gap-2 border-rule border-b py-1.5">
            <span className="pt-0.5">{w.state !== 'gone' && <StateSquare state={w.state} />}</span>
            <div className="min-w-0">
              <p dir="auto" className="font-serif leading-snug">
                {w.title}
              </p>
              {w.note && <p className="text-small">“{w.note}”</p>}
              {w.stoppedBy.map((l) => (
                <p key={l.id} className="text-small text-slate">
                  Stopped by{' '}
                  <a className="text-navy underline underline-offset-2" href={`/reviews/${reviewId}/sieve?limiter=${l.id}`}>
                    {l.name}
                  </a>
                  . It would pass {l.passes}.
                </p>
              ))}
              {w.stoppedBy.length === 0 && w.state !== 'gone' && (
                <p className="text-small text-slate">
                  {w.limiterName} stopped it then. {w.state === 'held' ? 'Now it is held.' : 'Now no limiter stops it.'}
                </p>
              )}
              {w.state === 'gone' && <p className="text-small text-slate">It is not in the review any more.</p>}
            </div>
            {w.state === 'stopped' ? <Rescue reviewId={reviewId} check={check} work={w} /> : <Pill>{WORDS[w.state]}</Pill>}
          </li>
        ))}
      </ul>
    </div>
  );
}

const WORDS: Record<Exclude<SampleWork['state'], 'stopped'>, string> = {
  gone: 'gone',
  held: 'held',
  undecided: 'to decide',
  waiting: 'waiting',
  kept: 'kept',
  excluded: 'excluded',
  background: 'background',
};

function Rescue({ reviewId, check, work }: { reviewId: string; check: number; work: SampleWork }) {
  const router = useRouter();
  const [reason, setReason] = useState<string | null>(null);
  const changed = () => {
    refreshPage(router);
  };
  async function rescue() {
    const input = { works: [work.no], limiters: work.stoppedBy.map((l) => l.id), fate: 'pass' as const, reason: reason! };
    const said = await call(reviewId, 'override-works', input);
    if (!said.ok) return void toast.error(said.message);
    setReason(null);
    changed();
    toast('Rescued: it is among the works to decide.', {
      action: { label: 'Undo', onClick: () => void call(reviewId, 'undo-overrides', { seqs: said.seqs }).then(changed, () => {}) },
    });
  }
  if (reason === null)
    return (
      <Button className="self-start" onClick={() => setReason(`Found in sample ${check} of what was stopped.`)}>
        Rescue …
      </Button>
    );
  return (
    <form
      className="flex w-[360px] flex-col gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        void rescue();
      }}
    >
      <TextField
        label={`Why it passes at ${work.stoppedBy.map((l) => l.name).join(', ')}`}
        value={reason}
        maxLength={2000}
        autoFocus
        onChange={(e) => setReason(e.target.value)}
      />
      <span className="flex gap-2">
        <Button type="submit" look="solid" disabled={!reason.trim()}>
          Rescue
        </Button>
        <Button look="quiet" onClick={() => setReason(null)}>
          Cancel
        </Button>
      </span>
    </form>
  );
}
