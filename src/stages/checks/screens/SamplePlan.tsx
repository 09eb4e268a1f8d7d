'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { boundOfNone, percent, plannedSize, type SampleDesign } from '@/core/checks';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { leadTo } from '@/ui/refresh-page';
import { Segmented } from '@/ui/segmented';
import { count, many } from '@/ui/words';

const DESIGNS: readonly { value: SampleDesign; label: string; meaning: string }[] = [
  { value: 'stratified', label: 'A figure for each limiter', meaning: 'Every limiter gets its share of the sample by what it stopped' },
  { value: 'simple', label: 'One figure for all', meaning: 'One sample over all that was stopped: the fewest works to judge' },
];

export const anySeed = () => 1 + Math.floor(Math.random() * 999_998);

/** How large a sample has to be, worked out while a person chooses; and the lot itself. */
export function SamplePlan({ reviewId, strata }: { reviewId: string; strata: { name: string; size: number }[] }) {
  const router = useRouter();
  const [design, setDesign] = useState<SampleDesign>('stratified');
  const [share, setShare] = useState('5');
  const [own, setOwn] = useState<string | null>(null);
  const [seed, setSeed] = useState('');
  const [busy, setBusy] = useState(false);
  const sizes = strata.map((s) => s.size);
  const all = sizes.reduce((a, b) => a + b, 0);
  const wanted = Number(share.replace(',', '.')) / 100;
  const planned = wanted >= 0 && wanted < 1 && share.trim() !== '' ? plannedSize(sizes, wanted, design) : null;
  const size = own === null ? planned : Math.min(all, Number(own));
  const sound = size !== null && Number.isInteger(size) && size >= 1;
  const least = design === 'stratified' && sound ? Math.max(size, sizes.length) : size;
  const bound = sound ? boundOfNone(sizes, least!, design) : null;
  async function draw() {
    setBusy(true);
    const input = { kind: 'stopped' as const, design, size: least!, share: own === null ? wanted : null, seed: Number(seed) || anySeed() };
    const answer = await call(reviewId, 'draw-sample', input);
    setBusy(false);
    if (!answer.ok) return void toast.error(answer.message);
    leadTo(router, `/reviews/${reviewId}/checks/judge/${answer.number}`);
  }
  return (
    <section aria-label="Draw a sample" className="mt-3 rounded-[6px] border border-rule bg-surface px-4 py-3">
      <h2 className="text-lead">Draw a sample</h2>
      <p className="text-slate">
        {many(all, 'work is', 'works are')} stopped and undecided: {strata.map((s) => `${count(s.size)} by ${s.name}`).join(', ')}.
      </p>
      <form
        className="mt-2 flex flex-wrap items-start gap-4 lg:grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[330px_190px_130px_160px_1fr]"
        onSubmit={(e) => {
          e.preventDefault();
          void draw();
        }}
      >
        <Segmented<SampleDesign> label="What it is to show" value={design} options={DESIGNS} onChange={setDesign} />
        <TextField
          label="With none found, at most (%)"
          inputMode="decimal"
          value={share}
          error={planned === null ? 'A number from 0 to 99' : undefined}
          onChange={(e) => {
            setShare(e.target.value);
            setOwn(null);
          }}
        />
        <TextField
          label="Works to judge"
          inputMode="numeric"
          value={own ?? (planned === null ? '' : String(planned))}
          error={own !== null && !sound ? 'A whole number, 1 or more' : undefined}
          onChange={(e) => setOwn(e.target.value.trim())}
        />
        <TextField
          label="Seed (empty: random)"
          inputMode="numeric"
          value={seed}
          onChange={(e) => setSeed(e.target.value.replace(/\D/g, '').slice(0, 6))}
        />
        <Button type="submit" look="solid" className="mt-[22px] justify-self-start" disabled={!sound || busy}>
          Draw {sound ? count(least!) : ''}
        </Button>
      </form>
      {bound !== null && (
        <p className="mt-2 text-small" role="status">
          With none of {count(least!)} found to be stopped wrongly, at most {count(bound)} of the {count(all)} ({percent(bound / all)})
          would be, with 95 % confidence.{' '}
          <span className="text-slate">
            {design === 'stratified'
              ? 'Each limiter is bounded a little more strictly, so that all bounds hold together; one figure for all needs fewer works.'
              : 'The sample says little of a limiter that stopped few.'}
          </span>
        </p>
      )}
    </section>
  );
}
