'use client';
import { useState } from 'react';
import { type Advice, type Limiter, USUAL_SIZE, withTest } from '@/core/sieve';
import { Button } from '@/ui/button';
import { Segmented } from '@/ui/segmented';
import { count } from '@/ui/words';
import type { SieveInHand } from '../useSieve';
import { useAsked } from './useAsked';

function words({ move, years }: Advice, { name }: Limiter): string {
  switch (move) {
    case 'remove':
      return `Switch off ${name}`;
    case 'let-through':
      return `Let through what ${name} can't tell`;
    case 'stop':
      return `Stop what ${name} can't tell`;
    case 'years':
      return `${name}: ${years} years instead`;
  }
}

function changed({ move, years }: Advice, limiter: Limiter, { scheme, asOf }: Pick<SieveInHand, 'scheme' | 'asOf'>): Limiter {
  if (move === 'remove') return { ...limiter, on: false };
  if (move !== 'years') return { ...limiter, whenUnknown: move };
  const { test } = limiter;
  if (test.kind !== 'recency' || test.window.count === 'fixed') return limiter;
  return withTest(limiter, { ...test, window: { ...test.window, years: years! } }, scheme, asOf);
}

/** Single changes that would give more or fewer works, those that change most first. */
export function AdviceList({ inHand }: { inHand: SieveInHand }) {
  const { draft, funnel } = inHand;
  const [asked, setAsked] = useState<'more' | 'fewer' | null>(null);
  const towards = asked ?? (funnel && funnel.through >= USUAL_SIZE.tooMany ? 'fewer' : 'more');
  const found = useAsked(inHand, (engine) => engine.advice(towards), [towards]);
  if (!funnel) return null;
  return (
    <section aria-label="What to change first">
      <h2 className="mb-1 text-lead">What to change first</h2>
      <Segmented
        label="To have"
        value={towards}
        options={[
          { value: 'more', label: 'More works' },
          { value: 'fewer', label: 'Fewer works' },
        ]}
        onChange={(v) => setAsked(v)}
      />
      <ul className="mt-2">
        {(found ?? []).slice(0, 8).map((a) => {
          const limiter = draft.sieve[a.limiter];
          if (!limiter) return null;
          return (
            <li key={`${a.limiter} ${a.move}`} className="flex items-baseline gap-3 border-rule border-t py-1">
              <span className="min-w-0 flex-1">{words(a, limiter)}</span>
              <span className="whitespace-nowrap text-right">
                <b className="font-semibold">
                  {count(funnel.through)} → {count(a.through)}
                </b>
                {(a.held !== funnel.held || funnel.held > 0) && (
                  <span className="text-copper text-note">
                    {' '}
                    · held {count(funnel.held)} → {count(a.held)}
                  </span>
                )}
              </span>
              <Button
                look="quiet"
                aria-label={`Try: ${words(a, limiter)}`}
                onClick={() => draft.change(draft.sieve.with(a.limiter, changed(a, limiter, inHand)))}
              >
                Try
              </Button>
            </li>
          );
        })}
      </ul>
      {found?.length === 0 && <p className="mt-2 text-slate">No single change would give {towards === 'more' ? 'more' : 'fewer'}.</p>}
      <p className="mt-1 text-note text-slate">
        Common practice: {USUAL_SIZE.tooFew} or fewer are too few, drop a limiter or a term; thousands are too many, add one.
      </p>
    </section>
  );
}
