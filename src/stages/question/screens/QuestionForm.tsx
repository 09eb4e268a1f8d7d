'use client';
import Link from 'next/link';
import { useCallback } from 'react';
import { call } from '@/client/call';
import { SaveStatus } from '@/client/SaveStatus';
import { useAutosave } from '@/client/useAutosave';
import { columnFor, type EvidenceScheme, QUESTION_KINDS } from '@/core/classify';
import { DayField, Select, TextArea, TextField } from '@/ui/field';
import type { ReviewSettings } from '../commands/save-settings';

interface QuestionFormProps {
  reviewId: string;
  settings: ReviewSettings;
  schemes: readonly EvidenceScheme[];
}

export function QuestionForm({ reviewId, settings, schemes }: QuestionFormProps) {
  const save = useCallback((value: ReviewSettings, seen: ReviewSettings) => call(reviewId, 'save-settings', { value, seen }), [reviewId]);
  const { value, change, state, settle } = useAutosave(`question:${reviewId}`, settings, save);
  const text = (name: keyof ReviewSettings) => ({
    value: value[name],
    onChange: (e: { target: { value: string } }) => change({ ...value, [name]: e.target.value }),
  });
  const scheme = schemes.find((s) => s.id === value.scheme) ?? schemes[0]!;
  const column = columnFor(scheme, value.kind, schemes);
  return (
    <section aria-label="The question" className="flex flex-col gap-3">
      <div className="flex flex-wrap items-baseline justify-between gap-y-2">
        <h1 className="text-title">The question</h1>
        <SaveStatus state={state} settle={settle} />
      </div>
      <TextField label="Title of the review" maxLength={300} {...text('title')} />
      <TextArea label="Question in words" rows={3} maxLength={4000} className="font-serif text-lead" {...text('question')} />
      <div className="grid grid-cols-2 gap-3">
        <Select label="Kind of question" {...text('kind')}>
          {Object.entries(QUESTION_KINDS).map(([code, kind]) => (
            <option key={code} value={code}>
              {kind.label}
            </option>
          ))}
        </Select>
        <Select label="Evidence scheme" hint={scheme.source.replace(/ \(from memory\)$/, '')} {...text('scheme')}>
          {schemes.map((s) => (
            <option key={s.id} value={s.id}>
              {s.label}
            </option>
          ))}
        </Select>
        {!column.fits && (
          <p role="status" className="col-span-2 text-small text-copper">
            {scheme.label} has no table for this kind of question: levels are read from its table for{' '}
            {scheme.kinds[column.kind]!.label.toLowerCase()}.{' '}
            {column.better && (
              <button type="button" className="min-h-6 underline" onClick={() => change({ ...value, scheme: column.better!.id })}>
                Use {column.better.label}, which has one
              </button>
            )}
          </p>
        )}
        <DayField label="As-of date" hint="Recency is counted from this day." {...text('asOf')} />
        <p className="col-span-2 -mt-2 text-small">
          <Link
            className="inline-flex min-h-6 items-center text-navy underline-offset-2 hover:underline"
            href={`/reviews/${reviewId}/classify/scheme`}
          >
            See the scheme as a table, or copy one and change it
          </Link>
        </p>
        <p className="col-span-2 -mt-2 text-small">
          <Link
            className="inline-flex min-h-6 items-center text-navy underline-offset-2 hover:underline"
            href={`/reviews/${reviewId}/people`}
          >
            Who works on this review, and what each may do
          </Link>
        </p>
      </div>
      <p className="mt-1 text-small text-slate">
        Parts of the question, as terms separated by commas. Where a text holds one it is quoted in drafted grounds; that says nothing about
        whether the work meets it.
      </p>
      <div className="grid grid-cols-2 gap-3">
        <TextField label="Population" maxLength={1000} {...text('population')} />
        <TextField label="Intervention or exposure" maxLength={1000} {...text('intervention')} />
        <TextField label="Comparison" maxLength={1000} {...text('comparison')} />
        <TextField label="Outcome" maxLength={1000} {...text('outcome')} />
      </div>
    </section>
  );
}
