'use client';
import { useEffect, useRef, useState } from 'react';
import { askAhead } from '@/client/useAsk';
import type { Queue } from './useQueue';

/** A work that was looked at for so long is being read. */
const READ_FOR_MS = 400;
/** So many of the next works are known before they are opened. */
export const AHEAD = 3;
/** The address follows when the work is painted: to change it makes the router look over the whole page. */
const ADDRESS_AFTER_MS = 120;

/**
 * Which work of the queue is shown: the one that was opened, that of the address, else the first undecided one.
 * @param asked number of the work in the address; not a number, or 0, when there is none
 */
export function useCurrentWork(
  reviewId: string,
  queue: Queue,
  asked: number,
  setAddress: (changes: Record<string, string>, options?: { step: boolean }) => void,
) {
  const { numbers } = queue;
  const [picked, setPicked] = useState<number | null>(null);
  const wanted = picked ?? asked;
  const current = wanted > 0 ? wanted : (numbers.find((no) => queue.of(no).state === 'undecided') ?? numbers[0] ?? null);
  const at = current === null ? -1 : numbers.indexOf(current);
  const address = useRef<ReturnType<typeof setTimeout>>(undefined);
  const open = (no: number) => {
    setPicked(no);
    clearTimeout(address.current);
    address.current = setTimeout(() => {
      // The way back leads to the work that was open, also when the address did not name it.
      if (!asked && current !== null) setAddress({ work: String(current) });
      setAddress({ work: String(no) }, { step: true });
    }, ADDRESS_AFTER_MS);
  };
  useEffect(() => {
    const back = () => {
      clearTimeout(address.current);
      setPicked(Number(new URLSearchParams(window.location.search).get('work')) || null);
    };
    window.addEventListener('popstate', back);
    return () => window.removeEventListener('popstate', back);
  }, []);
  // The next ones are asked for while this one is read. Who decides at once need not wait: a decision brings them along.
  useEffect(() => {
    const timer = setTimeout(() => {
      for (const no of numbers.slice(at + 1, at + 1 + AHEAD)) askAhead(reviewId, 'work', { no });
      if (numbers[at + 1] !== undefined) askAhead(reviewId, 'precedents', { workNo: numbers[at + 1]! });
    }, READ_FOR_MS);
    return () => clearTimeout(timer);
  }, [reviewId, numbers, at]);
  return { current, at, open, go: (index: number) => numbers[index] !== undefined && open(numbers[index]) };
}
