import { WORK_STATES, type WorkState } from './states';

/** What is counted of one imported file. */
export interface FileCounts {
  name: string;
  database: string;
  parsed: number;
  rejected: number;
  entries: number;
}

export interface Totals {
  files: FileCounts[];
  records: number;
  works: number;
  mergedAway: number;
  /** Records that could not be processed: they are in no work. */
  aside: number;
  states: Record<WorkState, number>;
  funnel: { through: number; held: number; stopped: number };
}

/** One statement that must hold between counts, with its numbers. */
export interface Identity {
  id: string;
  words: string;
  left: number;
  right: number;
  holds: boolean;
}

/** The identities between the counts of a review. One that does not hold is an error to be shown, never hidden. */
export function reconcile(t: Totals): Identity[] {
  const sum = (numbers: readonly number[]) => numbers.reduce((a, b) => a + b, 0);
  const identity = (id: string, words: string, left: number, right: number): Identity => ({
    id,
    words,
    left,
    right,
    holds: left === right,
  });
  return [
    ...t.files.map((f) => identity(`file:${f.name}`, `Entries in ${f.name} = records + rejected`, f.entries, f.parsed + f.rejected)),
    identity('records', 'Records = records of all files', t.records, sum(t.files.map((f) => f.parsed))),
    identity('works', 'Records = works + merged away + set aside', t.records, t.works + t.mergedAway + t.aside),
    identity('sieve', 'Works = through + held + stopped by the sieve', t.works, t.funnel.through + t.funnel.held + t.funnel.stopped),
    identity(
      'states',
      'Works = stopped + held + undecided + waiting + kept + excluded + background',
      t.works,
      sum(WORK_STATES.map((s) => t.states[s])),
    ),
  ];
}

export const emptyStates = (): Record<WorkState, number> => Object.fromEntries(WORK_STATES.map((s) => [s, 0])) as Record<WorkState, number>;
