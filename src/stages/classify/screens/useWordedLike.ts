'use client';
import { type Said, useAsk } from '@/client/useAsk';

export type Worded = Said<'worded-like'>;

/** Open works that are worded like ruled ones, asked for once the columns are there. */
export const useWordedLike = (reviewId: string, ready: boolean): Worded | null =>
  useAsk(reviewId, 'worded-like', {}, { wanted: ready }).data ?? null;
