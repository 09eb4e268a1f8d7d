'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { call } from '@/client/call';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { DatabaseTag } from '@/ui/marks';
import { leadTo } from '@/ui/refresh-page';
import type { RetrieveView } from '../queries/retrieve-view';

/** A new retrieval: which databases were searched together. Everything else has its place in the log. */
export function RetrievalForm({
  reviewId,
  databases,
  onClose,
}: {
  reviewId: string;
  databases: RetrieveView['databases'];
  onClose(): void;
}) {
  const [chosen, setChosen] = useState<string[]>(databases.length === 1 ? [databases[0]!.id] : []);
  const [error, setError] = useState('');
  const router = useRouter();
  async function begin() {
    const result = await call(reviewId, 'add-retrieval', { databaseIds: chosen, updates: null });
    if (!result.ok) return setError(result.message);
    leadTo(router, `/reviews/${reviewId}/retrieve/${result.number}`);
  }
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="A new retrieval">
      <fieldset className="flex flex-col gap-2">
        <legend className="mb-2 text-slate">
          One search on one day on one platform. Choose several databases only if they were searched together; each record then has to say
          which it is from.
        </legend>
        {databases.map((d) => (
          <label key={d.id} className="flex items-center gap-2">
            <input
              type="checkbox"
              className="size-4 accent-(--navy)"
              checked={chosen.includes(d.id)}
              onChange={(e) => setChosen(e.target.checked ? [...chosen, d.id] : chosen.filter((c) => c !== d.id))}
            />
            <DatabaseTag tag={d.tag} /> {d.name}
          </label>
        ))}
      </fieldset>
      {error && (
        <p role="alert" className="mt-3 font-medium text-copper">
          {error}
        </p>
      )}
      <Button look="solid" className="mt-4" disabled={chosen.length === 0} onClick={() => void begin()}>
        Begin
      </Button>
    </Dialog>
  );
}
