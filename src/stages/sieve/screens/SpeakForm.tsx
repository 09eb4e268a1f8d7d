'use client';
import { useState } from 'react';
import { AXIS_LABELS } from '@/core/classify';
import type { MaskAxis } from '@/core/sieve';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { count } from '@/ui/words';

/** Releases or stops the picked works with one reason. */
export function Speak({
  n,
  at,
  axis,
  onRule,
  onSpeak,
}: {
  n: number;
  at: string | null;
  /** The axis of the limiter that is looked at: a ruling on it settles what it could not tell. */
  axis: MaskAxis | null;
  onRule(axis: MaskAxis): void;
  /** @returns whether it was said of all of them */
  onSpeak(fate: 'pass' | 'stop', reason: string): Promise<boolean>;
}) {
  const [reason, setReason] = useState('');
  const can = n > 0 && reason.trim() !== '';
  const speak = (fate: 'pass' | 'stop') => async () => {
    // What was refused can be sent again as it is.
    if (await onSpeak(fate, reason.trim())) setReason('');
  };
  return (
    <div className="mb-3 flex items-end gap-2">
      <div className="w-[420px]">
        <TextField
          label={
            n === 0
              ? 'Pick works, and say why they may pass or not'
              : `Why ${n === 1 ? 'the picked work' : `the ${count(n)} picked works`} may pass or not${at ? `, at ${at}` : ''}`
          }
          value={reason}
          maxLength={2000}
          onChange={(e) => setReason(e.target.value)}
        />
      </div>
      <Button disabled={!can} onClick={speak('pass')}>
        Release {n > 0 && count(n)}
      </Button>
      <Button disabled={!can} onClick={speak('stop')}>
        Stop {n > 0 && count(n)}
      </Button>
      {axis && (
        <Button disabled={n === 0} onClick={() => onRule(axis)}>
          Rule on {AXIS_LABELS[axis].toLowerCase()} …
        </Button>
      )}
    </div>
  );
}
