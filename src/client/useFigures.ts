'use client';
import { usePathname } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { keyOf, queryClient } from './query-client';
import type { StripFigures } from './types';
import { useAsk } from './useAsk';

/** The figures of the strip: as the page came with them, then as each change brings them, and anew on each screen. */
export function useFigures(reviewId: string, given: StripFigures): StripFigures {
  const { data, refetch } = useAsk(reviewId, 'figures', {}, { given: { figures: given } });
  // A page that came anew brings newer figures than those known before.
  const before = useRef(given);
  useEffect(() => {
    if (before.current !== given) queryClient.setQueryData(keyOf(reviewId, 'figures', {}), { ok: true, figures: given });
    before.current = given;
  }, [reviewId, given]);
  const path = usePathname();
  const first = useRef(path);
  useEffect(() => {
    if (first.current !== path) void refetch();
    first.current = path;
  }, [path, refetch]);
  return data?.figures ?? given;
}
