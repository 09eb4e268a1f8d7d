'use client';
import { usePathname, useSearchParams } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { post } from '@/client/call';

/** Long enough that going from work to work is not written down at each step. */
const SETTLED_MS = 4000;

/** Remembers where one is in a review, with the filters and the work shown, so that one goes on there next time. */
export function PlaceKeeper({ reviewId }: { reviewId: string }) {
  const path = usePathname();
  const search = useSearchParams().toString();
  const kept = useRef('');
  useEffect(() => {
    const here = path.replace(new RegExp(`^/reviews/${reviewId}/?`), '') + (search ? `?${search}` : '');
    if (!here || here === kept.current) return;
    const timer = setTimeout(() => {
      kept.current = here;
      void post(`/api/reviews/${reviewId}/place`, { path: here.slice(0, 600) });
    }, SETTLED_MS);
    return () => clearTimeout(timer);
  }, [reviewId, path, search]);
  return null;
}
