/** What a person may do in a review, each including those before it. */
export const RIGHTS = ['read', 'decide', 'edit', 'manage'] as const;
export type Right = (typeof RIGHTS)[number];

export interface Person {
  may(right: Right): boolean;
}

/** Until people sign in, whoever can reach the application may do everything. */
export const ANYBODY: Person = { may: () => true };

/** Parts of a review that change by themselves. A command says which it changes, a query which its answer rests on. */
export const TOPICS = [
  'question',
  'retrieval',
  'merging',
  'classification',
  'sieve',
  'decisions',
  'reasons',
  /** What is known of single works, when many are decided at once or what stands beside them changed. */
  'each-work',
  'checks',
  'write-up',
] as const;
export type Topic = (typeof TOPICS)[number];
