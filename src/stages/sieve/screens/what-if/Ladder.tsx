'use client';
import { useId, useMemo, useState } from 'react';
import type { EvidenceScheme } from '@/core/classify';
import { fromSample, GALLERY } from '@/core/sieve';
import { count } from '@/ui/words';

import type { SieveInHand } from '../useSieve';
import { OutcomeChart } from './OutcomeChart';
import { StepSlider } from './StepSlider';
import { useAsked } from './useAsked';

const WORDS = {
  through: 'certainly at this level',
  held: 'may be at this level or another',
  axis: 'level of evidence, the best first',
} as const;

/** The levels of evidence among what the other limiters leave: from the top down until there is enough. */
export function Ladder({ inHand, scheme }: { inHand: SieveInHand; scheme: EvidenceScheme }) {
  const { draft } = inHand;
  const id = useId();
  const [wanted, setWanted] = useState(20);
  const found = useAsked(inHand, (engine) => engine.ladder(wanted), [wanted]);
  const [dragged, setDragged] = useState<number | null>(null);
  const bars = useMemo(() => (found?.rungs ?? []).map((r) => ({ name: r.code, through: r.certain, held: r.possible })), [found]);
  if (!found || bars.length === 0) return null;
  const at = draft.sieve.findIndex((l) => l.test.kind === 'coded' && l.test.axis === 'level');
  const limiter = draft.sieve[at];
  const allowed = limiter?.test.kind === 'coded' ? limiter.test.allowed : [];
  const set = limiter?.on ? bars.findLastIndex((b) => allowed.includes(b.name)) : bars.length - 1;
  const current = dragged ?? set;
  const choose = (i: number) => {
    setDragged(null);
    const codes = bars.slice(0, i + 1).map((b) => b.name);
    if (codes.length === 0 || (limiter?.on && codes.join() === allowed.join())) return;
    const name = `Evidence ${codes[0]}${codes.length > 1 ? `–${codes.at(-1)}` : ''}`;
    const test = { kind: 'coded', axis: 'level', allowed: codes } as const;
    const sample = GALLERY.find((s) => s.key === 'levels')!;
    if (limiter)
      draft.change(
        draft.sieve.with(at, {
          ...limiter,
          name: /^Evidence \S+$/.test(limiter.name) ? name : limiter.name,
          on: true,
          test: { ...test, allowed: codes },
        }),
      );
    else draft.change([...draft.sieve, { ...fromSample(sample, scheme, crypto.randomUUID()), name, test: { ...test, allowed: codes } }]);
  };
  const { lowest, rungs } = found;
  return (
    <section aria-label="The ladder of evidence">
      <h2 className="text-lead">How far down the ladder</h2>
      <div className="flex flex-wrap items-center gap-x-2 text-small text-slate">
        <label htmlFor={id}>Wanted</label>
        <input
          id={id}
          type="number"
          min={1}
          max={100_000}
          value={wanted}
          className="h-6 w-20 rounded-[4px] border border-edge bg-surface px-1.5 text-ink"
          onChange={(e) => {
            const n = Math.trunc(Number(e.target.value));
            if (n >= 1 && n <= 100_000) setWanted(n);
          }}
        />
        <span aria-live="polite">
          {lowest === null
            ? `All levels together certainly give ${count(rungs.at(-1)!.upToHere)}: too few.`
            : `Down to level ${rungs[lowest]!.code} there are certainly ${count(rungs[lowest]!.upToHere)}.`}
        </span>
      </div>
      <OutcomeChart
        label="Works at each level of evidence among what other limiters leave"
        bars={bars}
        current={current}
        words={WORDS}
        onPick={choose}
        fileName="ladder"
      >
        <StepSlider
          label="Lowest level allowed"
          steps={bars.map((b) => `down to level ${b.name}`)}
          value={Math.max(0, current)}
          onSlide={setDragged}
          onSettle={choose}
        />
      </OutcomeChart>
    </section>
  );
}
