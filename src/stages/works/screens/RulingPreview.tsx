'use client';
import { useEffect, useState } from 'react';
import { ask } from '@/client/call';
import { AXIS_LABELS, type EvidenceScheme, type WorkAxis } from '@/core/classify';
import { axisValues } from '@/core/sieve';
import { count, plural } from '@/ui/words';
import type { RulingTarget } from './ruling-target';

type Preview = { works: number; judged: number; changes: { axis: WorkAxis; from: string[]; to: string[]; works: number }[] };

export function usePreview(
  reviewId: string,
  axis: WorkAxis,
  codes: readonly string[],
  on: RulingTarget['causes'][number] | readonly number[] | null,
): Preview | null {
  const [preview, setPreview] = useState<Preview | null>(null);
  const asked = JSON.stringify([codes, on]);
  useEffect(() => {
    const [chosen, about] = JSON.parse(asked) as [string[], RulingTarget['causes'][number] | number[] | null];
    setPreview(null);
    if (!about) return;
    let stale = false;
    const timer = setTimeout(() => {
      void ask(reviewId, 'preview-ruling', { axis, codes: chosen, on: about })
        .then((answer) => !stale && answer.ok && setPreview(answer))
        .catch(() => {});
    }, 200);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
  }, [reviewId, axis, asked]);
  return preview;
}

export function PreviewWords({ preview, scheme, chosen }: { preview: Preview | null; scheme: EvidenceScheme; chosen: boolean }) {
  if (!preview) return <p role="status">Looking what it would change …</p>;
  const words = (axis: WorkAxis, list: readonly string[]) => {
    const values = axisValues(axis, scheme);
    if (list.length > 4) return `${list.length} possible`;
    return list.map((c) => values.find((v) => v.code === c)?.label.toLowerCase() ?? c).join(' or ');
  };
  return (
    <div role="status" className="rounded-[4px] border border-rule p-2 text-small">
      <p>
        {count(preview.works)} {plural(preview.works, 'work is', 'works are')} like that.
        {chosen && preview.changes.length === 0 && ' Nothing would change.'}
        {preview.judged < preview.works && ` The changes below are those of the first ${count(preview.judged)}.`}
      </p>
      <ul>
        {preview.changes.slice(0, 8).map((c) => (
          <li key={`${c.axis}${c.from}${c.to}`}>
            <b className="font-semibold">{count(c.works)}</b> {AXIS_LABELS[c.axis].toLowerCase()}: {words(c.axis, c.from)} →{' '}
            {words(c.axis, c.to)}
          </li>
        ))}
        {preview.changes.length > 8 && <li>and {preview.changes.length - 8} other kinds of change</li>}
      </ul>
    </div>
  );
}
