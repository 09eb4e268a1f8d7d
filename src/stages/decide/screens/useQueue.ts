'use client';
import { useMemo, useState } from 'react';
import type { WorkState } from '@/core/flow';
import { textAsNumbers } from '@/core/numbers';
import type { PackedQueue } from '../queries/decide-queue';

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

export function useQueue(given: PackedQueue): [Queue, (no: number, decided: Decided) => void] {
  const [changes, setChanges] = useState<ReadonlyMap<number, Decided>>(new Map());
  // What the server gave is taken apart once, not with every decision: it may be hundreds of thousands of works.
  const stood = useMemo(() => {
    const numbers = textAsNumbers(given.numbers);
    const decided = new Map(given.decided.map(([no, state, reasonCode]) => [no, { state, reasonCode }] as const));
    const own = new Uint8Array(numbers.reduce((most, no) => Math.max(most, no), 0) + 1);
    for (const no of numbers) own[no] = 1;
    return { numbers, own, decided, against: new Set(given.against) };
  }, [given]);
  const queue = useMemo(() => {
    const { numbers, own, decided, against } = stood;
    const of = (no: number) => changes.get(no) ?? decided.get(no) ?? UNDECIDED;
    // Counted over the whole stage by the server; what changed since is set against it.
    let { open } = given;
    for (const [no, now] of changes)
      open += Number(now.state === 'undecided') - Number((decided.get(no)?.state ?? 'undecided') === 'undecided');
    return { numbers, has: (no: number) => own[no] === 1 || changes.has(no), of, against, open };
  }, [given, stood, changes]);
  return [queue, (no, decided) => setChanges((old) => new Map(old).set(no, decided))];
}
