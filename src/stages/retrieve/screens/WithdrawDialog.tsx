'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { TextArea } from '@/ui/field';
import { count } from '@/ui/words';
import type { RetrievalView } from '../queries/retrieval-view';

interface WithdrawProps {
  reviewId: string;
  view: RetrievalView;
  /** @param edit what the next change of the log has seen */
  onClose(): void;
}

export function WithdrawDialog({ reviewId, view, onClose }: WithdrawProps) {
  const [why, setWhy] = useState('');
  const [error, setError] = useState('');
  const router = useRouter();
  const records = count(view.line.parsed);
  async function go() {
    const result = await call(reviewId, 'withdraw-retrieval', { id: view.id, withdrawn: !view.withdrawn, why });
    if (!result.ok) return setError(result.message);
    toast(
      view.withdrawn ? `Retrieval ${view.number} counts again.` : `Retrieval ${view.number} is withdrawn. It can be brought back here.`,
    );
    onClose();
    // Its numbers are everywhere.
    router.refresh();
  }
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={view.withdrawn ? 'Bring it back' : 'Withdraw this retrieval'}>
      <p className="mb-3">
        {view.withdrawn
          ? `Its ${records} records come back into every count, and works find their decisions again.`
          : `Its ${records} records leave every count. The log keeps it, with its files, and it can be brought back.`}
      </p>
      {!view.withdrawn && <TextArea label="Why" value={why} maxLength={2000} onChange={(e) => setWhy(e.target.value)} />}
      {error && (
        <p role="alert" className="mt-2 font-medium text-copper">
          {error}
        </p>
      )}
      <Button look="solid" className="mt-3" onClick={() => void go()}>
        {view.withdrawn ? 'Bring it back' : 'Withdraw it'}
      </Button>
    </Dialog>
  );
}
