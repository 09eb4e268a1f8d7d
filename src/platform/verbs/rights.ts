/** What a person may do in a review, each including those before it. */
export const RIGHTS = ['read', 'decide', 'edit', 'manage'] as const;
export type Right = (typeof RIGHTS)[number];

/** What may be asked that is about no review. */
export const ADMISSIONS = ['anybody', 'signed-in', 'administrator'] as const;
export type Admission = (typeof ADMISSIONS)[number];

/** Whether one right includes another. */
export const includes = (own: Right, wanted: Right): boolean => RIGHTS.indexOf(own) >= RIGHTS.indexOf(wanted);

/** Who asks. */
export interface Person {
  /** Null: nobody in particular, such as a job, or a program at this machine. */
  readonly id: string | null;
  /** Null: what is done is done under the name that the review has had since before people signed in. */
  readonly name: string | null;
  readonly administrator: boolean;
  readonly admitted: boolean;
  /** What they may do in a review; null when it is none of theirs: to them it is not there. */
  rightIn(reviewId: string): Promise<Right | null>;
}

/** Programs of ours that nobody signs in to: jobs, the loader of the demo, tests. They may do everything. */
export const ANYBODY: Person = { id: null, name: null, administrator: true, admitted: true, rightIn: async () => 'manage' };

/** Who has not signed in. */
export const STRANGER: Person = { id: null, name: null, administrator: false, admitted: false, rightIn: async () => null };

/** Parts of a review that change by themselves. A command says which it changes, a query which its answer rests on. */
export const TOPICS = [
  'question',
  'search',
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
  'people',
] as const;
export type Topic = (typeof TOPICS)[number];
