'use client';
import { useActionState, useState } from 'react';
import { QUESTION_KINDS, SCHEMES } from '@/core/classify';
import { Button } from '@/ui/button';
import { DayField, Select, TextArea, TextField } from '@/ui/field';

export interface FormState {
  errors: Record<string, string>;
}

interface NewReviewProps {
  today: string;
  /** What a review can begin with. */
  starts: { name: string; label: string; meaning: string }[];
  /** Creates the review and goes to its question; errors come back beside their fields. */
  create(before: FormState, form: FormData): Promise<FormState>;
}

/** The few things a review cannot do without; the rest is asked on its Question screen. */
export function NewReviewForm({ today, starts, create }: NewReviewProps) {
  const [start, setStart] = useState(starts[0]!.name);
  const [state, action, busy] = useActionState<FormState, FormData>(create, { errors: {} });
  return (
    <form action={action} className="flex flex-col gap-3">
      <TextField label="Title" name="title" required maxLength={300} error={state.errors.title} />
      <TextArea label="Question in words" name="question" maxLength={4000} error={state.errors.question} />
      <Select
        label="Start from"
        name="start"
        value={start}
        hint={starts.find((s) => s.name === start)?.meaning}
        onChange={(e) => setStart(e.target.value)}
      >
        {starts.map((s) => (
          <option key={s.name} value={s.name}>
            {s.label}
          </option>
        ))}
      </Select>
      <div className="grid grid-cols-2 gap-3">
        <Select label="Kind of question" name="kind" error={state.errors.kind}>
          {Object.entries(QUESTION_KINDS).map(([code, kind]) => (
            <option key={code} value={code}>
              {kind.label}
            </option>
          ))}
        </Select>
        <Select label="Evidence scheme" name="scheme" error={state.errors.scheme}>
          {Object.values(SCHEMES).map((s) => (
            <option key={s.id} value={s.id}>
              {s.label}
            </option>
          ))}
        </Select>
        <DayField
          label="As-of date"
          name="asOf"
          required
          defaultValue={today}
          hint="Recency is counted from this day, not from today."
          error={state.errors.asOf}
        />
      </div>
      {['population', 'intervention', 'comparison', 'outcome'].map((part) => (
        <input key={part} type="hidden" name={part} value="" />
      ))}
      {state.errors.form && <p role="alert">{state.errors.form}</p>}
      <div>
        <Button look="solid" type="submit" disabled={busy}>
          Create the review
        </Button>
      </div>
    </form>
  );
}
