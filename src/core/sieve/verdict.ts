/** Three-valued answers (Kleene 1952, §64), small enough for a byte each. */
export { NO as OUT, UNKNOWN, YES as IN } from '@/core/query';

/** What becomes of a work at a limiter, once its policy has answered for "can't tell". */
export const LEFT = 0;
export const HELD = 1;
export const STOPPED = 2;
export type Fate = typeof LEFT | typeof HELD | typeof STOPPED;

/** 1 for a word with any bit, 0 for none: without a branch, which over a million works costs more than the counting. */
export const any = (word: number): number => (word | (~word + 1)) >>> 31;
