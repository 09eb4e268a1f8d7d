import { intervalWords, readDate } from '@/core/record';

/** Made once: to make one for every number costs more than all else that a table of numbers does. */
const numbers = new Intl.NumberFormat('en-GB');

/** A number as people read it: 12,345. */
export const count = (n: number): string => numbers.format(n);

/** The word for so many: "work" for one, else the plural, which is the word with an s unless it is given. */
export const plural = (n: number, one: string, many = `${one}s`): string => (n === 1 ? one : many);

/** So many of something: "1 work", "12,345 works". */
export const many = (n: number, one: string, plurals = `${one}s`): string => `${count(n)} ${plural(n, one, plurals)}`;

/** A day as it is written everywhere: "15 Sep 2026". @param iso year-month-day, or '' */
export const dayWords = (iso: string): string => {
  const span = iso ? readDate(iso) : null;
  return span ? intervalWords(span) : iso;
};

/** The day of a moment, and the moment to the minute, in UTC: what a ledger says must be the same wherever it is read. */
export const day = (at: string): string => dayWords(at.slice(0, 10));
export const minute = (at: string): string => `${day(at)}, ${at.slice(11, 16)}`;
