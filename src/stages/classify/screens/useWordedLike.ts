'use client';
import { useEffect, useState } from 'react';
import { call } from '@/client/call';
import type { WordedOffer } from '../queries/worded-like';

export interface Worded {
  offers: WordedOffer[];
  looked: number;
  open: number;
}

/** Open works that are worded like ruled ones, asked for once the screen stands, and again with every revision. */
export function useWordedLike(reviewId: string, revision: number | null): Worded | null {
  const [worded, setWorded] = useState<Worded | null>(null);
  useEffect(() => {
    if (revision === null) return;
    let gone = false;
    void call(reviewId, 'worded-like', {})
      .then((answer) => !gone && answer.ok && setWorded(answer))
      .catch(() => {});
    return () => {
      gone = true;
    };
  }, [reviewId, revision]);
  return worded;
}
