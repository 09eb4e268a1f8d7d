'use client';
import { useParams } from 'next/navigation';
import { useAsk } from '@/client/useAsk';
import { Button } from '@/ui/button';
import { count } from '@/ui/words';
import { Lines } from '../form/Lines';
import type { KindFormProps } from './form';

const MOST = 200;

/** Headings that are let in; with those below them, where a thesaurus of the review says which they are. */
export function HeadingList({ test, onChange }: KindFormProps<'heading'>) {
  const { id } = useParams<{ id: string }>();
  const { data } = useAsk(id, 'headings-below', { labels: test.headings });
  const add = (more: readonly string[]) => onChange({ ...test, headings: [...new Set([...test.headings, ...more])].slice(0, MOST) });
  const lacking = data?.below.filter((b) => b.below.some((h) => !test.headings.includes(h))) ?? [];
  const carried = data?.kept.filter((k) => !test.headings.includes(k.heading)) ?? [];
  return (
    <>
      <Lines
        label="Allow works under any of these headings"
        hint="One a line, without subheadings."
        lines={test.headings}
        onChange={(headings) => onChange({ ...test, headings })}
      />
      {lacking.map((b) => (
        <Button key={b.thesaurus + b.label} look="quiet" title={b.below.join(', ')} onClick={() => add(b.below)}>
          With the {b.below.length} below “{b.label}” ({b.thesaurus})
        </Button>
      ))}
      {carried.length > 0 && (
        <p className="text-small">
          <span className="text-slate">Kept works carry:</span>
          {carried.map((k) => (
            <Button key={k.heading} look="quiet" onClick={() => add([k.heading])}>
              {k.heading} ({count(k.n)})
            </Button>
          ))}
        </p>
      )}
    </>
  );
}
