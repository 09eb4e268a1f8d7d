'use client';
import { useState } from 'react';
import { checkSteps, readHistory, SET_BY, type SearchStep } from '@/core/parity';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { TextArea } from '@/ui/field';
import { count, plural } from '@/ui/words';

import { StepRow } from './StepRow';

/** The steps of a search: typed in, or read from a pasted history; their arithmetic is checked as they stand. */
export function StepsEditor({ steps, onChange }: { steps: SearchStep[]; onChange(steps: SearchStep[]): void }) {
  const [pasting, setPasting] = useState(false);
  const findings = checkSteps(steps);
  const sure = findings.filter((f) => f.sure).length;
  const add = () =>
    onChange([
      ...steps,
      { number: (steps.at(-1)?.number ?? 0) + 1, done: '', limiters: steps.at(-1)?.limiters ?? [], count: null, tabs: [], removed: [] },
    ]);
  return (
    <section id="steps" aria-label="Steps of the search" className="scroll-mt-4">
      <div className="mb-1 flex items-center gap-3">
        <h2 className="text-lead">Steps, with the count after each</h2>
        <Button look="quiet" onClick={() => setPasting(true)}>
          Paste a search history
        </Button>
        <Button look="quiet" onClick={add}>
          Add a step
        </Button>
      </div>
      {steps.length === 0 ? (
        <p className="text-slate">
          Paste the history that the platform prints, or add steps by hand: what was done, the limiters active after it, the count shown.
          Their arithmetic is checked, and a limiter that got lost between two steps is named.
        </p>
      ) : (
        <table className="w-full table-fixed text-left text-small">
          <thead>
            <tr className="text-note text-slate">
              <th className="w-[52px] font-medium">Line</th>
              <th className="font-medium">What was done</th>
              <th className="w-[250px] font-medium">Limiters active after it</th>
              <th className="w-[96px] text-right font-medium">Count</th>
              <th className="w-[36px]">
                <span className="sr-only">Remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {steps.map((step, i) => (
              <StepRow
                // biome-ignore lint/suspicious/noArrayIndexKey: a step has no name but its place
                key={i}
                step={step}
                findings={findings.filter((f) => f.step === step.number)}
                onChange={(next) => onChange(steps.map((s, at) => (at === i ? next : s)))}
                onRemove={() => onChange(steps.filter((_, at) => at !== i))}
              />
            ))}
          </tbody>
        </table>
      )}
      {steps.length > 0 && (
        <p role="status" className={sure > 0 ? 'mt-1 font-medium text-copper' : 'mt-1 text-small text-slate'}>
          {findings.length === 0
            ? 'Every count can be, and no limiter got lost.'
            : [
                sure > 0 && `${sure} ${plural(sure, 'line does', 'lines do')} not add up or lost a limiter`,
                findings.length > sure && `${findings.length - sure} worth a look`,
              ]
                .filter(Boolean)
                .join(', ')}
        </p>
      )}
      {pasting && <PasteDialog had={steps.length} onClose={() => setPasting(false)} onRead={onChange} />}
    </section>
  );
}

/** Reads a pasted history as it is typed, and shows what will become of it before it replaces anything. */
function PasteDialog({ had, onRead, onClose }: { had: number; onRead(steps: SearchStep[]): void; onClose(): void }) {
  const [text, setText] = useState('');
  const { steps, unread } = readHistory(text);
  const findings = checkSteps(steps);
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="Paste a search history" sheet>
      <TextArea
        label="As the platform prints it: numbered lines, combinations of lines, counts"
        rows={10}
        className="font-mono text-small"
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <div role="status" className="mt-3">
        {text.trim() !== '' && (
          <p className="mb-2">
            <b className="font-semibold">{steps.length} steps read.</b>{' '}
            {steps.filter((s) => s.count === null).length > 0 && `${steps.filter((s) => s.count === null).length} without a count. `}
            {unread.length > 0 && `${unread.length} ${plural(unread.length, 'line was', 'lines were')} not understood.`}
          </p>
        )}
      </div>
      <ol className="flex flex-col gap-1 text-small">
        {steps.map((s) => (
          <li key={s.number} className="grid grid-cols-[34px_1fr_90px] gap-2">
            <span className="text-slate">{s.number}</span>
            <span className="break-words">
              {s.done}
              {s.limiters.length > 0 && (
                <span className="text-slate"> · {s.limiters.map((l) => `${l.name} (${SET_BY[l.how]})`).join(', ')}</span>
              )}
              {findings
                .filter((f) => f.step === s.number)
                .map((f) => (
                  <span key={f.message} className="block text-copper">
                    {f.message}
                  </span>
                ))}
            </span>
            <span className="text-right">{s.count === null ? 'no count' : count(s.count)}</span>
          </li>
        ))}
      </ol>
      {unread.map((u) => (
        <p key={u.line} className="mt-1 text-small text-copper">
          Line {u.line} was not understood: {u.text.slice(0, 120)}
        </p>
      ))}
      <Button
        look="solid"
        className="mt-4"
        disabled={steps.length === 0}
        onClick={() => {
          onRead(steps);
          onClose();
        }}
      >
        {had > 0 ? `Replace the ${had} steps by these ${steps.length}` : `Take these ${steps.length} steps`}
      </Button>
    </Dialog>
  );
}
