'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { leadTo } from '@/ui/refresh-page';
import { count } from '@/ui/words';

import type { JudgedAgainView } from '../queries/samples-view';
import { anySeed } from './SamplePlan';

export function Draw({ reviewId, view }: { reviewId: string; view: JudgedAgainView }) {
  const router = useRouter();
  const [size, setSize] = useState(String(Math.min(30, view.decisions)));
  const [seed, setSeed] = useState('');
  const wanted = Number(size);
  const sound = Number.isInteger(wanted) && wanted >= 1;
  async function draw() {
    const input = { kind: 'own-decisions' as const, design: 'simple' as const, size: wanted, share: null, seed: Number(seed) || anySeed() };
    const answer = await call(reviewId, 'draw-sample', input);
    if (!answer.ok) return void toast.error(answer.message);
    leadTo(router, `/reviews/${reviewId}/checks/judge/${answer.number}`);
  }
  return (
    <form
      aria-label="Draw a sample"
      className="mt-3 flex items-start gap-4 rounded-[6px] border border-rule bg-surface px-4 py-3"
      onSubmit={(e) => {
        e.preventDefault();
        void draw();
      }}
    >
      <p className="max-w-[46ch] flex-1">
        {view.person} has kept or excluded <b className="font-semibold">{count(view.decisions)}</b> works by title and abstract. Thirty or
        more make the agreement worth reading.
      </p>
      <TextField
        label="Works to judge again"
        inputMode="numeric"
        value={size}
        error={sound ? undefined : 'A whole number, 1 or more'}
        onChange={(e) => setSize(e.target.value.trim())}
        className="w-[150px]"
      />
      <TextField
        label="Seed (empty: random)"
        inputMode="numeric"
        value={seed}
        onChange={(e) => setSeed(e.target.value.replace(/\D/g, '').slice(0, 6))}
        className="w-[170px]"
      />
      <Button type="submit" look="solid" className="mt-[22px]" disabled={!sound}>
        Draw {sound ? count(Math.min(wanted, view.decisions)) : ''}
      </Button>
    </form>
  );
}
