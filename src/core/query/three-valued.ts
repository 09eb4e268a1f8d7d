/** Answers of Kleene's logic, ordered: the lesser of two is their "and", the greater their "or". */
export const NO = 0;
export const UNKNOWN = 1;
export const YES = 2;
export type Answer = typeof NO | typeof UNKNOWN | typeof YES;

/** @source S. C. Kleene, Introduction to Metamathematics (1952), section 64, the strong connectives */
export const both = (a: Answer, b: Answer): Answer => (a < b ? a : b);
export const either = (a: Answer, b: Answer): Answer => (a > b ? a : b);
export const opposite = (a: Answer): Answer => (2 - a) as Answer;
