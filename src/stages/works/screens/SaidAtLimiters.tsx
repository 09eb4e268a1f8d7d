'use client';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import type { WorkDetail } from '@/client/types';
import type { SpokenWords } from '@/core/sieve';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { day } from '@/ui/words';

interface SaidProps {
  reviewId: string;
  work: WorkDetail;
  onSaid(spoken: SpokenWords): void;
}

/** What the sieve says of a work, and what a person says against it: released, stopped or rescued, with a reason. */
export function SaidAtLimiters({ reviewId, work, onSaid }: SaidProps) {
  const [asked, setAsked] = useState<'pass' | 'stop' | null>(null);
  const [reason, setReason] = useState('');
  const { limiters, overrides } = work;
  if (limiters.length === 0 && overrides.length === 0) return null;
  const stopped = limiters.some((l) => l.stops);
  const act = stopped ? 'Rescue' : 'Release';
  const say = async () => {
    const input = { works: [work.no], limiters: limiters.map((l) => l.id), fate: asked!, reason };
    const said = await call(reviewId, 'override-works', input);
    if (!said.ok) return void toast.error(said.message);
    setAsked(null);
    setReason('');
    onSaid(said.spoken);
  };
  const takeBack = async (seq: number) => {
    const undone = await call(reviewId, 'undo-overrides', { seqs: [seq] });
    if (!undone.ok) return void toast.error(undone.message);
    onSaid(undone.spoken);
  };
  return (
    <section aria-label="At the sieve">
      <h3 className="mb-1 border-rule border-b pb-1 text-lead">At the sieve</h3>
      <ul className="text-small">
        {limiters.map((l) => (
          <li key={l.id}>
            {l.stops ? 'Stopped' : 'Held'} by <b className="font-semibold">{l.name}</b> <span className="text-slate">({l.words})</span>
          </li>
        ))}
        {overrides.map((o) => (
          <li key={o.seq} className="flex items-baseline gap-2">
            <span className="min-w-0 flex-1">
              {o.person} {o.fate === 'pass' ? 'let it pass' : 'stopped it'} at {o.limiters.join(', ')}: {o.reason}{' '}
              <span className="text-slate">{day(o.at)}</span>
            </span>
            <Button look="quiet" onClick={() => void takeBack(o.seq)}>
              Take back
            </Button>
          </li>
        ))}
      </ul>
      {limiters.length > 0 &&
        (asked === null ? (
          <div className="mt-1.5 flex gap-2">
            <Button onClick={() => setAsked('pass')}>{act} …</Button>
            {!stopped && <Button onClick={() => setAsked('stop')}>Stop …</Button>}
          </div>
        ) : (
          <form
            className="mt-1.5 flex flex-col gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              void say();
            }}
          >
            <TextField
              label={`Why it is ${asked === 'stop' ? 'stopped' : stopped ? 'rescued' : 'released'}`}
              autoFocus
              value={reason}
              maxLength={2000}
              onChange={(e) => setReason(e.target.value)}
            />
            <span className="flex gap-2">
              <Button type="submit" look="solid" disabled={!reason.trim()}>
                {asked === 'stop' ? 'Stop' : act}
              </Button>
              <Button look="quiet" onClick={() => setAsked(null)}>
                Cancel
              </Button>
            </span>
          </form>
        ))}
    </section>
  );
}
