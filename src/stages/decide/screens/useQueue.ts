'use client';
import { useMemo, useState } from 'react';
import type { WorkState } from '@/core/flow';
import type { DecideQueue } from '../queries/decide-queue';

export interface Decided {
  state: WorkState;
  reasonCode: string;
}
const UNDECIDED: Decided = { state: 'undecided', reasonCode: '' };

/** The queue as the server gave it, with what was decided since on this screen. */
export interface Queue {
  numbers: readonly number[];
  has(no: number): boolean;
  of(no: number): Decided;
  /** Decided works that the sieve would now stop or hold. */
  against: ReadonlySet<number>;
  open: number;
}

export function useQueue(given: DecideQueue): [Queue, (no: number, decided: Decided) => void] {
  const [changes, setChanges] = useState<ReadonlyMap<number, Decided>>(new Map());
  const queue = useMemo(() => {
    const decided = new Map(given.decided.map(([no, state, reasonCode]) => [no, { state, reasonCode }] as const));
    const of = (no: number) => changes.get(no) ?? decided.get(no) ?? UNDECIDED;
    // Counted over the whole stage by the server; what changed since is set against it.
    let { open } = given;
    for (const [no, now] of changes)
      open += Number(now.state === 'undecided') - Number((decided.get(no)?.state ?? 'undecided') === 'undecided');
    const own = new Set(given.numbers);
    return { numbers: given.numbers, has: (no: number) => own.has(no) || changes.has(no), of, against: new Set(given.against), open };
  }, [given, changes]);
  return [queue, (no, decided) => setChanges((old) => new Map(old).set(no, decided))];
}
