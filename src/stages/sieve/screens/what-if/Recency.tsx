'use client';
import { useMemo, useState } from 'react';
import { type Limiter, withTest } from '@/core/sieve';
import { count, plural } from '@/ui/words';

import type { SieveInHand } from '../useSieve';
import { OutcomeChart } from './OutcomeChart';
import { StepSlider } from './StepSlider';
import { useAsked } from './useAsked';

const WORDS = { through: 'through', held: 'held', axis: 'years back' } as const;

/** What is left as the window moves; dragging the handle or a click on a bar sets it. */
export function Recency({ inHand, index }: { inHand: SieveInHand; index: number }) {
  const { draft } = inHand;
  const limiter = draft.sieve[index]!;
  const curve = useAsked(inHand, (engine) => engine.curve(index), [index]);
  const [dragged, setDragged] = useState<number | null>(null);
  const bars = useMemo(() => (curve ?? []).map((p) => ({ name: String(p.years), through: p.through, held: p.held })), [curve]);
  const test = limiter.test as Extract<Limiter['test'], { kind: 'recency' }>;
  if (!curve || test.window.count === 'fixed') return null;
  const set = test.window.years;
  const current = dragged ?? curve.findIndex((p) => p.years === set);
  const choose = (i: number) => {
    setDragged(null);
    const years = curve[i]?.years;
    if (!years || years === set || test.window.count === 'fixed') return;
    const moved = withTest(limiter, { ...test, window: { ...test.window, years } }, inHand.scheme, inHand.asOf);
    // A person's own name may hold the number too.
    draft.change(draft.sieve.with(index, moved.name === limiter.name ? { ...moved, name: renamed(limiter.name, set, years) } : moved));
  };
  const shown = curve[current] ?? null;
  return (
    <section aria-label={`Window of ${limiter.name}`}>
      <h2 className="text-lead">{limiter.name}: how far back</h2>
      <p className="text-small text-slate" aria-live="polite">
        {shown && `${shown.years} ${plural(shown.years, 'year')}: ${count(shown.through)} through, ${count(shown.held)} held.`}
      </p>
      <OutcomeChart
        label={`Works left as the window of ${limiter.name} moves`}
        bars={bars}
        current={current}
        words={WORDS}
        onPick={choose}
        fileName="recency"
      >
        <StepSlider
          label={`Years of ${limiter.name}`}
          steps={curve.map((p) => `${p.years} years`)}
          value={Math.max(0, current)}
          onSlide={setDragged}
          onSettle={choose}
        />
      </OutcomeChart>
    </section>
  );
}

/** A name that says the number of years goes on saying the right one. */
const renamed = (name: string, before: number, after: number): string =>
  name.replace(new RegExp(`\\b${before}(?= (?:calendar )?years?\\b)`), String(after));
