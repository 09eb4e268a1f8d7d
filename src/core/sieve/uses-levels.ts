import type { Sieve } from './limiter';

/** Whether a sieve has a limiter on evidence level: its codes belong to one scheme and cannot outlive it. */
export const usesLevels = (sieve: Sieve): boolean => sieve.some((l) => l.test.kind === 'coded' && l.test.axis === 'level');
