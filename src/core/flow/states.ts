import { type Fate, HELD, LEFT, STOPPED } from '@/core/sieve';

export const VERDICTS = ['keep', 'exclude', 'wait', 'background', 'undo'] as const;
/** What a person says of a work. `undo` takes the last one back: a row like any other, since nothing is deleted. */
export type DecisionVerdict = (typeof VERDICTS)[number];

/** Every work is in exactly one of these: its latest decision, else what the sieve says. */
export const WORK_STATES = ['stopped', 'held', 'undecided', 'waiting', 'kept', 'excluded', 'background'] as const;
export type WorkState = (typeof WORK_STATES)[number];

const DECIDED: Record<Exclude<DecisionVerdict, 'undo'>, WorkState> = {
  keep: 'kept',
  exclude: 'excluded',
  wait: 'waiting',
  background: 'background',
};

export function stateOf(fate: Fate | number, verdict: DecisionVerdict | null): WorkState {
  if (verdict && verdict !== 'undo') return DECIDED[verdict];
  return fate === STOPPED ? 'stopped' : fate === HELD ? 'held' : 'undecided';
}

/** A decided work that the sieve would now stop or hold: it stays decided, and is shown as such. */
export const isAgainstSieve = (fate: Fate | number, verdict: DecisionVerdict | null): boolean =>
  verdict !== null && verdict !== 'undo' && fate !== LEFT;
