'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { useAsk } from '@/client/useAsk';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { TextArea } from '@/ui/field';
import { refreshPage } from '@/ui/refresh-page';
import { count, many } from '@/ui/words';
import type { RetrievalView } from '../queries/retrieval-view';
import type { WithdrawalEffect } from '../store/withdrawal';

interface WithdrawProps {
  reviewId: string;
  view: RetrievalView;
  /** @param edit what the next change of the log has seen */
  onClose(): void;
}

export function WithdrawDialog({ reviewId, view, onClose }: WithdrawProps) {
  const effect = useAsk(reviewId, 'withdrawal-effect', { id: view.id });
  const [why, setWhy] = useState('');
  const [error, setError] = useState('');
  const router = useRouter();
  const records = count(view.line.parsed);
  async function go() {
    const result = await call(reviewId, 'withdraw-retrieval', { id: view.id, withdrawn: !view.withdrawn, why });
    if (!result.ok) return setError(result.message);
    toast(view.withdrawn ? `Retrieval ${view.number} counts again.` : `Retrieval ${view.number} is withdrawn. It can be restored here.`);
    onClose();
    // Its numbers are everywhere.
    refreshPage(router);
  }
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={view.withdrawn ? 'Restore this retrieval' : 'Withdraw this retrieval'}>
      <p className="mb-3">
        {view.withdrawn
          ? `Its ${records} records come back into every count, and works find their decisions again.`
          : `Its ${records} records leave every count. The log keeps it, with its files, and it can be restored.`}
      </p>
      {effect.data ? (
        <Effect effect={effect.data.effect} withdrawn={view.withdrawn} reviewId={reviewId} />
      ) : (
        <p role="status">Counting …</p>
      )}
      {!view.withdrawn && <TextArea label="Why" value={why} maxLength={2000} onChange={(e) => setWhy(e.target.value)} />}
      {error && (
        <p role="alert" className="mt-2 font-medium text-copper">
          {error}
        </p>
      )}
      <Button look="solid" className="mt-3" onClick={() => void go()}>
        {view.withdrawn ? 'Restore it' : 'Withdraw it'}
      </Button>
    </Dialog>
  );
}

const VERDICTS: Record<string, string> = { keep: 'kept', exclude: 'excluded', wait: 'waiting', background: 'background' };
const SHOWN = 8;

/** What becomes of works and of what was decided, in numbers and names, before it is done. */
function Effect({ effect, withdrawn, reviewId }: { effect: WithdrawalEffect; withdrawn: boolean; reviewId: string }) {
  const { works, shared, decided } = effect;
  const verdicts = Object.entries(VERDICTS).flatMap(([verdict, words]) => {
    const n = decided.filter((d) => d.verdict === verdict).length;
    return n ? `${count(n)} ${words}` : [];
  });
  return (
    <div className="mb-3">
      <p>
        {withdrawn ? `${many(works, 'work')} will come back` : `${many(works, 'work')} will leave the review`}
        {shared > 0 && `; ${many(shared, 'work')} that other retrievals found too ${shared === 1 ? 'stays' : 'stay'}`}.{' '}
        {decided.length > 0
          ? `${many(decided.length, 'decision')} ${withdrawn ? 'will count again' : 'will count no more'}: ${verdicts.join(', ')}.`
          : 'No decision is touched.'}
      </p>
      <ul className="mt-1 text-small">
        {decided.slice(0, SHOWN).map((d) => (
          <li key={d.no} className="truncate">
            <a dir="auto" className="font-serif underline-offset-2 hover:underline" href={`/reviews/${reviewId}/slip/${d.no}`}>
              {d.title || `Work ${d.no}`}
            </a>
            , {VERDICTS[d.verdict]}
          </li>
        ))}
        {decided.length > SHOWN && <li className="text-slate">and {count(decided.length - SHOWN)} more</li>}
      </ul>
    </div>
  );
}
