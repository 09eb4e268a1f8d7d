'use client';
import { X } from 'lucide-react';
import { useState } from 'react';
import { type ActiveLimiter, SET_BY, type SearchStep, type StepFinding } from '@/core/parity';
import { Choice } from '@/ui/choice';
import { cx } from '@/ui/cx';
import { IconButton } from '@/ui/icon-button';

const BOX = 'w-full rounded-[4px] border border-edge bg-surface px-2 py-1 text-ink';

interface StepRowProps {
  step: SearchStep;
  findings: StepFinding[];
  onChange(step: SearchStep): void;
  onRemove(): void;
}

/** One step, every part of it editable, with what the check says of it below. */
export function StepRow({ step, findings, onChange, onRemove }: StepRowProps) {
  const [name, setName] = useState('');
  const [how, setHow] = useState<ActiveLimiter['how']>('control');
  const add = () => {
    if (name.trim() === '') return;
    onChange({ ...step, limiters: [...step.limiters, { name: name.trim(), how }], removed: step.removed.filter((r) => r !== name.trim()) });
    setName('');
  };
  return (
    <>
      <tr className="border-rule border-t align-top *:py-1.5">
        <td className="pt-2.5 text-slate">{step.number}</td>
        <td className="pr-2">
          <textarea
            aria-label={`Line ${step.number}: what was done`}
            rows={Math.min(4, 1 + Math.floor(step.done.length / 62))}
            maxLength={20_000}
            className={cx(BOX, 'font-mono text-note')}
            value={step.done}
            onChange={(e) => onChange({ ...step, done: e.target.value })}
          />
          <TabCounts step={step} onChange={onChange} />
        </td>
        <td className="pr-2">
          <ul className="flex flex-col gap-1">
            {step.limiters.map((l) => (
              <li key={l.name} className="flex items-center gap-1 text-small">
                <span>
                  {l.name} <span className="text-slate">by {SET_BY[l.how]}</span>
                </span>
                <IconButton
                  label={`${l.name} was taken off on purpose at line ${step.number}`}
                  onClick={() => onChange({ ...step, limiters: step.limiters.filter((x) => x !== l), removed: [...step.removed, l.name] })}
                >
                  <X size={13} aria-hidden />
                </IconButton>
              </li>
            ))}
            {step.removed.length > 0 && <li className="text-note text-slate">taken off on purpose: {step.removed.join(', ')}</li>}
          </ul>
          <div className="mt-1 flex gap-1">
            <input
              aria-label={`Line ${step.number}: add a limiter`}
              placeholder="add a limiter"
              maxLength={200}
              className={cx(BOX, 'h-7 text-small')}
              value={name}
              onChange={(e) => setName(e.target.value)}
              onBlur={add}
              onKeyDown={(e) => {
                if (e.key === 'Enter') {
                  e.preventDefault();
                  add();
                }
              }}
            />
            <Choice
              aria-label={`Line ${step.number}: how the limiter was set`}
              className="h-7 rounded-[4px] border border-edge bg-surface text-note"
              value={how}
              onChange={(e) => setHow(e.target.value as ActiveLimiter['how'])}
            >
              {Object.keys(SET_BY).map((h) => (
                <option key={h} value={h}>
                  {h}
                </option>
              ))}
            </Choice>
          </div>
        </td>
        <td>
          <input
            aria-label={`Line ${step.number}: count`}
            inputMode="numeric"
            className={cx(BOX, 'text-right')}
            value={step.count ?? ''}
            onChange={(e) => {
              const digits = e.target.value.replace(/\D/g, '').slice(0, 9);
              onChange({ ...step, count: digits === '' ? null : Number(digits) });
            }}
          />
        </td>
        <td className="pl-1">
          <IconButton label={`Remove line ${step.number}`} onClick={onRemove}>
            <X size={14} aria-hidden />
          </IconButton>
        </td>
      </tr>
      {findings.map((f) => (
        <tr key={f.message}>
          <td />
          <td colSpan={4} className={cx('pb-1.5 text-small', f.sure ? 'font-medium text-copper' : 'text-copper')}>
            {f.message}
          </td>
        </tr>
      ))}
    </>
  );
}

/** Where a platform splits its count over tabs of content, as "articles 300; books 102". */
function TabCounts({ step, onChange }: { step: SearchStep; onChange(step: SearchStep): void }) {
  const words = step.tabs.map((t) => `${t.name} ${t.count}`).join('; ');
  const [text, setText] = useState<string | null>(null);
  if (text === null && step.tabs.length === 0)
    return (
      <button type="button" className="min-h-6 text-note text-navy underline-offset-2 hover:underline" onClick={() => setText('')}>
        counts by tab of content
      </button>
    );
  const read = (given: string) =>
    given.split(';').flatMap((part) => {
      // A name, then a number, which may be written in groups: "reports 1 204".
      const at = part.trim().search(/\s\d[\d,. ]*$/);
      return at > 0 ? [{ name: part.trim().slice(0, Math.min(at, 100)), count: Number(part.trim().slice(at).replace(/\D/g, '')) }] : [];
    });
  return (
    <input
      aria-label={`Line ${step.number}: counts by tab of content`}
      placeholder="articles 300; books 102"
      className={cx(BOX, 'mt-1 h-7 text-note')}
      value={text ?? words}
      onChange={(e) => setText(e.target.value)}
      onBlur={() => {
        onChange({ ...step, tabs: read(text ?? words).slice(0, 20) });
        setText(null);
      }}
    />
  );
}
