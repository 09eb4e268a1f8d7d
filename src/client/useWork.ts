'use client';
import type { WorkDetail } from './types';
import { useAsk } from './useAsk';

export type WorkState = { state: 'loading' } | { state: 'failed'; message: string } | { state: 'ready'; work: WorkDetail };

/** One work with all that is known of it. */
export function useWork(reviewId: string, no: number | null): WorkState {
  const { data, error } = useAsk(reviewId, 'work', { no: no ?? 0 }, { wanted: no !== null });
  if (data) return { state: 'ready', work: data.work };
  return error ? { state: 'failed', message: error.message } : { state: 'loading' };
}
