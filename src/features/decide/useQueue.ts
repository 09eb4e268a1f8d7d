'use client';
import { useMemo, useState } from 'react';
import type { WorkState } from '@/core/flow';
import type { DecideQueue } from '@/server/decide-queue';

export interface Decided {
  state: WorkState;
  reasonCode: string;
}
const UNDECIDED: Decided = { state: 'undecided', reasonCode: '' };

/** The queue as the server gave it, with what was decided since on this screen. */
export interface Queue {
  numbers: readonly number[];
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
    const open = given.numbers.reduce((n, no) => n + (of(no).state === 'undecided' ? 1 : 0), 0);
    return { numbers: given.numbers, of, against: new Set(given.against), open };
  }, [given, changes]);
  return [queue, (no, decided) => setChanges((old) => new Map(old).set(no, decided))];
}
