'use client';
import { useRouter } from 'next/navigation';
import { toast } from 'sonner';
import { refreshPage } from '@/ui/refresh-page';

/** Saves, says what was refused, and reads the page anew. */
export function useSaving() {
  const router = useRouter();
  return async (asked: Promise<{ ok: true } | { ok: false; message: string }>, done: string): Promise<boolean> => {
    const answer = await asked;
    if (!answer.ok) {
      toast.error(answer.message);
      return false;
    }
    toast(done);
    refreshPage(router);
    return true;
  };
}
