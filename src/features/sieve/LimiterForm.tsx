'use client';
import { AXIS_LABELS, type EvidenceScheme } from '@/core/classify';
import { axisValues, type DateKind, type Limiter, MASK_AXES, type MaskAxis } from '@/core/sieve';
import { Select, TextArea, TextField } from '@/ui/field';
import { Segmented } from '@/ui/segmented';

interface LimiterFormProps {
  limiter: Limiter;
  scheme: EvidenceScheme;
  onChange(limiter: Limiter): void;
}

/** Everything that can be set of one limiter; each change counts at once. */
export function LimiterForm({ limiter, scheme, onChange }: LimiterFormProps) {
  const { test } = limiter;
  return (
    <div className="flex flex-col gap-3">
      <TextField
        label="Name"
        value={limiter.name}
        maxLength={120}
        onChange={(e) => e.target.value.trim() && onChange({ ...limiter, name: e.target.value })}
      />
      {test.kind === 'coded' ? (
        <CodedValues test={test} scheme={scheme} onChange={(t) => onChange({ ...limiter, test: t })} />
      ) : (
        <RecencyWindow test={test} onChange={(t) => onChange({ ...limiter, test: t })} />
      )}
      {test.kind === 'coded' && (
        <Segmented
          label="Evidence used"
          value={limiter.evidence}
          options={[
            { value: 'stated', label: 'Stated', meaning: 'Only what a person, the item itself, a database or a register states.' },
            {
              value: 'stated-and-inferred',
              label: 'Stated and inferred',
              meaning: 'Also what is inferred from title, methods and headings.',
            },
          ]}
          onChange={(evidence) => onChange({ ...limiter, evidence })}
        />
      )}
      <Segmented
        label="When it can't tell"
        value={limiter.whenUnknown}
        options={[
          { value: 'let-through', label: 'Let through', meaning: 'Works of which it cannot tell go on.' },
          { value: 'hold', label: 'Hold', meaning: 'They wait for a person.' },
          { value: 'stop', label: 'Stop', meaning: 'They are stopped.' },
        ]}
        onChange={(whenUnknown) => onChange({ ...limiter, whenUnknown })}
      />
      <TextArea
        label="Why it is here"
        value={limiter.rationale}
        maxLength={2000}
        onChange={(e) => onChange({ ...limiter, rationale: e.target.value })}
      />
    </div>
  );
}

type Coded = Extract<Limiter['test'], { kind: 'coded' }>;
type Recency = Extract<Limiter['test'], { kind: 'recency' }>;

function CodedValues({ test, scheme, onChange }: { test: Coded; scheme: EvidenceScheme; onChange(test: Coded): void }) {
  const toggle = (code: string) => {
    const allowed = test.allowed.includes(code) ? test.allowed.filter((c) => c !== code) : [...test.allowed, code];
    // A limiter that lets nothing in would stop everything: the last value stays.
    if (allowed.length > 0) onChange({ ...test, allowed });
  };
  return (
    <fieldset>
      <legend className="text-[13px] text-slate">Lets in: {AXIS_LABELS[test.axis].toLowerCase()}</legend>
      <div className="mt-1 max-h-44 overflow-y-auto rounded-[4px] border border-edge bg-surface px-2 py-1">
        {axisValues(test.axis, scheme).map((v) => (
          <label key={v.code} title={v.meaning} className="flex min-h-6 items-center gap-2 text-[13.5px]">
            <input
              type="checkbox"
              className="size-4 accent-(--navy)"
              checked={test.allowed.includes(v.code)}
              onChange={() => toggle(v.code)}
            />
            {v.label}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

const DATES: { value: DateKind; label: string }[] = [
  { value: 'earliest', label: 'First public (online or issue)' },
  { value: 'online', label: 'First online' },
  { value: 'issue', label: 'Issue date' },
];

function RecencyWindow({ test, onChange }: { test: Recency; onChange(test: Recency): void }) {
  const { window } = test;
  const years = window.count === 'fixed' ? 10 : window.years;
  const recount = (count: Recency['window']['count']) =>
    onChange({
      ...test,
      window:
        count === 'fixed'
          ? { count, from: null, to: null }
          : count === 'to-the-day'
            ? { count, years: Math.max(1, years) }
            : { count, years },
    });
  return (
    <>
      <Select label="Which date" value={test.date} onChange={(e) => onChange({ ...test, date: e.target.value as DateKind })}>
        {DATES.map((d) => (
          <option key={d.value} value={d.value}>
            {d.label}
          </option>
        ))}
      </Select>
      <Segmented
        label="How the window is counted"
        value={window.count}
        options={[
          { value: 'to-the-day', label: 'To the day', meaning: 'The as-of date minus so many years, that day included.' },
          { value: 'calendar-years', label: 'By year', meaning: 'So many calendar years before the current one, and the current one.' },
          { value: 'fixed', label: 'Fixed', meaning: 'From one day to another.' },
        ]}
        onChange={recount}
      />
      {window.count === 'fixed' ? (
        <div className="grid grid-cols-2 gap-2">
          <TextField
            label="From"
            type="date"
            value={window.from ?? ''}
            onChange={(e) => onChange({ ...test, window: { ...window, from: e.target.value || null } })}
          />
          <TextField
            label="To"
            type="date"
            value={window.to ?? ''}
            onChange={(e) => onChange({ ...test, window: { ...window, to: e.target.value || null } })}
          />
        </div>
      ) : (
        <TextField
          label="Years"
          type="number"
          min={window.count === 'to-the-day' ? 1 : 0}
          max={200}
          value={window.years}
          onChange={(e) => {
            const next = Math.trunc(Number(e.target.value));
            if (next >= (window.count === 'to-the-day' ? 1 : 0) && next <= 200) onChange({ ...test, window: { ...window, years: next } });
          }}
        />
      )}
    </>
  );
}

/** A new limiter of a kind, with sensible values to start from. */
export function newLimiter(axis: MaskAxis | 'date', scheme: EvidenceScheme, id: string): Limiter {
  const base = { id, evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: '', on: true } as const;
  if (axis === 'date')
    return { ...base, name: 'Last 10 years', test: { kind: 'recency', date: 'earliest', window: { count: 'to-the-day', years: 10 } } };
  const START: Record<MaskAxis, { name: string; allowed: string[] }> = {
    sourceType: { name: 'Scholarly source types', allowed: ['scholarly-journal', 'proceedings', 'thesis'] },
    publicationType: {
      name: 'Studies and reviews',
      allowed: ['research-article', 'systematic-review', 'review-article', 'conference-paper', 'thesis'],
    },
    peerReview: { name: 'Refereed', allowed: ['refereed'] },
    design: {
      name: 'Randomised designs',
      allowed: ['meta-analysis', 'systematic-review', 'randomised-trial', 'cluster-randomised-trial', 'crossover-randomised-trial'],
    },
    level: { name: 'Evidence 1–3', allowed: scheme.levels.slice(0, 3).map((l) => l.code) },
  };
  return { ...base, name: START[axis].name, test: { kind: 'coded', axis, allowed: START[axis].allowed } };
}

export const LIMITER_KINDS: { value: MaskAxis | 'date'; label: string }[] = [
  ...MASK_AXES.map((a) => ({ value: a, label: AXIS_LABELS[a] })),
  { value: 'date', label: 'Recency' },
];
