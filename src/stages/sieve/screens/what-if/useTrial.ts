'use client';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import type { Sieve } from '@/core/sieve';
import { type SieveInHand, type SieveProps, useSieve } from '../useSieve';

/** What a sieve lets through and holds. */
export interface Sizes {
  through: number;
  held: number;
}

/** The sieve with what is tried on it, step by step: nothing of it is saved before it is applied. */
export function useTrial(props: SieveProps): {
  inHand: SieveInHand;
  /** Of the sieve as it is set; null until that is known. */
  asSet: Sizes | null;
  trial: {
    on: boolean;
    /** The sieve as it is set, whatever is tried. */
    asSet: Sieve;
    /** @param said to the person */
    apply(said?: string): void;
    back(): void;
    discard(): void;
    /** Sets the sieve at once, without trying. */
    put(next: Sieve): void;
  };
} {
  const [steps, setSteps] = useState<readonly Sieve[]>([]);
  const tried = steps.at(-1) ?? null;
  const given = useSieve(props, tried);
  const [asSet, setAsSet] = useState<Sizes | null>(null);
  const { funnel, ran } = given;
  useEffect(() => {
    if (!tried && funnel && ran > 0) setAsSet({ through: funnel.through, held: funnel.held });
  }, [tried, funnel, ran]);
  const draft = {
    ...given.draft,
    sieve: tried ?? given.draft.sieve,
    change: (next: Sieve) => setSteps((old) => [...old, next]),
  };
  return {
    inHand: { ...given, draft },
    asSet,
    trial: {
      on: tried !== null,
      asSet: given.draft.sieve,
      put: given.draft.change,
      apply(said = 'The sieve is set as it was tried.') {
        if (!tried) return;
        given.draft.change(tried);
        setSteps([]);
        toast(said, { action: { label: 'Undo', onClick: given.draft.undo } });
      },
      back: () => setSteps((old) => old.slice(0, -1)),
      discard: () => setSteps([]),
    },
  };
}
