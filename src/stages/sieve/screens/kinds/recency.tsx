import type { DateKind, LimiterTest } from '@/core/sieve';
import { DayField, Select, TextField } from '@/ui/field';
import { Segmented } from '@/ui/segmented';
import type { KindFormProps } from './form';

type Recency = LimiterTest<'recency'>;

const DATES: { value: DateKind; label: string }[] = [
  { value: 'earliest', label: 'First public (online or issue)' },
  { value: 'online', label: 'First online' },
  { value: 'issue', label: 'Issue date' },
  { value: 'added', label: 'Added to the database' },
  { value: 'version', label: 'Last version' },
];

/** Which date, how the window is counted, and how far it reaches. */
export function RecencyWindow({ test, onChange }: KindFormProps<'recency'>) {
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
          <DayField
            label="From"
            value={window.from ?? ''}
            onChange={(e) => onChange({ ...test, window: { ...window, from: e.target.value || null } })}
          />
          <DayField
            label="To"
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
