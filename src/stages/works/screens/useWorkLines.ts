'use client';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { ask } from '@/client/call';
import type { WorkLine } from '@/client/types';

const PAGE = 60;

/**
 * Lines of the works from one place of a list to another, fetched page by page and kept.
 * @param version of the works: when it changes they are fetched again; what is shown stays until they are there
 */
export function useWorkLines(
  reviewId: string,
  numbers: readonly number[],
  from: number,
  to: number,
  version = 0,
): ReadonlyMap<number, WorkLine> {
  const [lines, setLines] = useState<ReadonlyMap<number, WorkLine>>(new Map());
  const asked = useRef(new Set<number>());
  const first = Math.floor(from / PAGE);
  const last = Math.floor(to / PAGE);
  const fetched = useRef(version);
  useEffect(() => {
    if (fetched.current !== version) {
      fetched.current = version;
      asked.current.clear();
    }
    for (let page = first; page <= last; page++) {
      const wanted = numbers.slice(page * PAGE, (page + 1) * PAGE).filter((no) => !asked.current.has(no));
      if (wanted.length === 0) continue;
      for (const no of wanted) asked.current.add(no);
      void ask(reviewId, 'works', wanted).then((found) => {
        // What was asked of works as they were before may be answered after what was asked since.
        if (fetched.current !== version) return;
        if (found.ok) return setLines((old) => new Map([...old, ...found.works.map((w) => [w.no, w] as const)]));
        for (const no of wanted) asked.current.delete(no);
        toast.error(`The list could not be read: ${found.message}`);
      });
    }
  }, [reviewId, numbers, first, last, version]);
  return lines;
}
