'use client';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { Button } from '@/ui/button';
import { DateField } from '@/ui/date-field';
import { TextField } from '@/ui/field';
import type { FullTextLine } from '../store/full-text';

const DAYS = [
  ['asked', 'Asked'],
  ['promised', 'Promised'],
  ['arrived', 'Arrived'],
  ['refused', 'Refused'],
] as const;

/** When a full text was asked for, promised and had, and of whom. */
export function RequestForm({ reviewId, workNo, line }: { reviewId: string; workNo: number; line: FullTextLine }) {
  const [fields, setFields] = useState(line);
  useEffect(() => setFields(line), [line]);
  const changed = (Object.keys(line) as (keyof FullTextLine)[]).some((k) => fields[k] !== line[k]);
  const set = (change: Partial<FullTextLine>) => setFields((old) => ({ ...old, ...change }));
  async function save() {
    const { edit, ...rest } = fields;
    const answer = await call(reviewId, 'save-full-text', { workNo, ...rest, seenEdit: edit });
    if (!answer.ok) return void toast.error(answer.message);
    toast('The request is saved.');
  }
  return (
    <form
      className="mt-2 flex flex-col gap-1.5"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      {DAYS.map(([key, label]) => (
        <div key={key} className="grid grid-cols-[80px_1fr] items-center text-small text-slate">
          <span aria-hidden>{label}</span>
          <DateField
            aria-label={label}
            of={label}
            className="h-7 w-full rounded-[4px] border border-edge bg-surface px-2 text-ink"
            value={fields[key]}
            onChange={(e) => set({ [key]: e.target.value })}
          />
        </div>
      ))}
      <TextField
        label="Of whom, or where it is read"
        value={fields.source}
        maxLength={300}
        onChange={(e) => set({ source: e.target.value })}
      />
      {changed && (
        <div>
          <Button type="submit" className="min-h-7 text-small">
            Save the request
          </Button>
        </div>
      )}
    </form>
  );
}
