'use client';
import { useState } from 'react';
import { ListWithSheet } from '@/stages/works/screens';
import { Button } from '@/ui/button';
import { count } from '@/ui/words';

import { SieveNav } from './SieveNav';
import type { SieveProps } from './useSieve';
import { AdviceList } from './what-if/AdviceList';
import { Edges } from './what-if/Edges';
import { Ladder } from './what-if/Ladder';
import { Recency } from './what-if/Recency';
import { Scopes } from './what-if/Scopes';
import { useTrial } from './what-if/useTrial';

/** What other settings would give: curves that can be dragged, scopes side by side, and dates at the edge. */
export function WhatIfScreen({ kept, ...props }: SieveProps & { kept: number[] }) {
  const { inHand, asSet, trial } = useTrial(props);
  const { draft, funnel, engine } = inHand;
  const [list, setList] = useState<{ numbers: number[]; caption: string } | null>(null);
  const windows = draft.sieve.flatMap((l, i) => (l.test.kind === 'recency' && l.on && l.test.window.count !== 'fixed' ? [i] : []));
  return (
    <main className="px-5 py-4">
      <div className="mb-1 flex items-baseline justify-between gap-4">
        <h1 className="text-title leading-tight">What other settings would give</h1>
        <SieveNav reviewId={props.reviewId} current="/what-if" />
      </div>
      <div className="mb-3 flex items-center gap-3">
        <p className="text-slate" role="status">
          {engine.state === 'failed' && <span role="alert">{engine.message}</span>}
          {!funnel || !asSet
            ? 'Reading the columns …'
            : trial.on
              ? `Tried: ${count(funnel.through)} through, ${count(funnel.held)} held. As the sieve is set: ${count(asSet.through)} and ${count(asSet.held)}.`
              : `${count(asSet.through)} through, ${count(asSet.held)} held as the sieve is set. What is tried here changes nothing until you apply it.`}
        </p>
        {trial.on && (
          <>
            <Button look="solid" onClick={() => trial.apply()}>
              Apply to the sieve
            </Button>
            <Button onClick={trial.back}>One step back</Button>
            <Button onClick={trial.discard}>Discard</Button>
          </>
        )}
      </div>
      <div className="grid gap-x-8 gap-y-6 lg:grid-cols-2">
        {windows.map((i) => (
          <Recency key={draft.sieve[i]!.id} inHand={inHand} index={i} />
        ))}
        <Ladder inHand={inHand} scheme={props.scheme} />
        <AdviceList inHand={inHand} />
        <Scopes inHand={inHand} />
        {windows.map((i) => (
          <Edges
            key={draft.sieve[i]!.id}
            inHand={inHand}
            index={i}
            kept={kept}
            onList={(numbers, caption) => setList({ numbers, caption })}
          />
        ))}
      </div>
      {list && (
        <div className="mt-4">
          <ListWithSheet reviewId={props.reviewId} numbers={list.numbers} caption={`${list.caption}: ${count(list.numbers.length)}`} />
        </div>
      )}
    </main>
  );
}
