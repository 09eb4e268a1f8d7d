import type { Sieve } from '@/core/sieve';

interface Held {
  work: number;
  limiters: number[];
}

export const rowsOf = (sieve: Sieve, held: readonly Held[]) =>
  sieve.flatMap((limiter, k) => {
    const works = held.filter((h) => h.limiters.includes(k));
    return works.length ? [{ limiter, works, only: works.filter((h) => h.limiters.length === 1).length }] : [];
  });
