'use client';
import { useRouter } from 'next/navigation';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { Button } from '@/ui/button';
import { leadTo } from '@/ui/refresh-page';
import type { RetrievalView } from '../queries/retrieval-view';

export function LaterRunButton({ reviewId, view }: { reviewId: string; view: RetrievalView }) {
  const router = useRouter();
  async function begin() {
    const result = await call(reviewId, 'add-retrieval', { databaseIds: view.log.databaseIds, updates: view.id });
    if (!result.ok) return toast.error(result.message);
    leadTo(router, `/reviews/${reviewId}/retrieve/${result.number}`);
  }
  return <Button onClick={() => void begin()}>Update this search</Button>;
}
