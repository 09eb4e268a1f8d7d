/** Three-valued answers (Kleene 1952, §64), small enough for a byte each. */
export const OUT = 0;
export const UNKNOWN = 1;
export const IN = 2;

/** What becomes of a work at a limiter, once its policy has answered for "can't tell". */
export const LEFT = 0;
export const HELD = 1;
export const STOPPED = 2;
export type Fate = typeof LEFT | typeof HELD | typeof STOPPED;
