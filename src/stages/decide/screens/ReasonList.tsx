'use client';
import { ChevronDown, ChevronUp, Plus, X } from 'lucide-react';
import { useState } from 'react';
import { call } from '@/client/call';
import { ChooseVersion } from '@/client/SaveStatus';
import { useEdit } from '@/client/useEdit';
import type { ReasonLine } from '@/core/flow';
import { Button } from '@/ui/button';
import { Select, TextArea, TextField } from '@/ui/field';
import { IconButton } from '@/ui/icon-button';
import { Pill } from '@/ui/marks';
import { count, many, plural } from '@/ui/words';
import type { ReasonsView } from '../queries/reasons-view';
import { useSaving } from './useSaving';

export function ReasonList({ reviewId, view }: { reviewId: string; view: ReasonsView }) {
  const saving = useSaving();
  const standing: ReasonLine[] = view.reasons
    .filter((r) => !r.archived && !r.mergedInto)
    .map(({ code, text, definition }) => ({ code, text, definition }));
  const save = (value: ReasonLine[], seen: ReasonLine[]) => call(reviewId, 'save-reasons', { value, seen });
  const edit = useEdit(standing, save, 'The reasons are saved.');
  const { value: list, setValue: setList, changed } = edit;
  const set = (at: number, fields: Partial<ReasonLine>) => setList((old) => old.map((r, i) => (i === at ? { ...r, ...fields } : r)));
  const move = (at: number, to: number) =>
    setList((old) => {
      const next = [...old];
      next.splice(to, 0, ...next.splice(at, 1));
      return next;
    });
  const usesOf = (code: string) => view.reasons.find((r) => r.code === code)?.uses ?? 0;
  const away = view.reasons.filter((r) => r.archived || r.mergedInto);
  return (
    <section aria-label="Reasons for excluding">
      <h1 className="text-title">Reasons for excluding</h1>
      <p className="text-slate">In this order they are picked by their number. A reason says which criterion a source does not meet.</p>
      <ol className="mt-2">
        {list.map((r, i) => (
          <li key={r.code} className="grid grid-cols-[26px_1fr_36px] gap-2 border-rule border-t py-2">
            <b className="pt-6 text-right font-mono">{i + 1}</b>
            <div className="grid grid-cols-[1fr_190px] gap-2">
              <TextField label="What is not met" value={r.text} maxLength={300} onChange={(e) => set(i, { text: e.target.value })} />
              <Select
                label="Make it part of"
                value=""
                disabled={changed || list.length < 2}
                onChange={(e) =>
                  saving(call(reviewId, 'merge-reasons', { code: r.code, into: e.target.value }), 'Merged; its decisions keep their code.')
                }
              >
                <option value="">nothing: it stands alone</option>
                {list
                  .filter((o) => o.code !== r.code)
                  .map((o) => (
                    <option key={o.code} value={o.code}>
                      {o.text}
                    </option>
                  ))}
              </Select>
              <TextArea label="Definition" value={r.definition} maxLength={2000} onChange={(e) => set(i, { definition: e.target.value })} />
              <p className="self-end pb-1 text-note text-slate">
                code {r.code}
                <br />
                {count(usesOf(r.code))} {plural(usesOf(r.code), 'decision')}
              </p>
            </div>
            <span className="flex flex-col pt-5">
              <IconButton label={`Move ${r.text} up`} disabled={i === 0} onClick={() => move(i, i - 1)}>
                <ChevronUp size={16} aria-hidden />
              </IconButton>
              <IconButton label={`Move ${r.text} down`} disabled={i === list.length - 1} onClick={() => move(i, i + 1)}>
                <ChevronDown size={16} aria-hidden />
              </IconButton>
              <IconButton label={`Archive ${r.text}`} onClick={() => setList((old) => old.filter((_, k) => k !== i))}>
                <X size={16} aria-hidden />
              </IconButton>
            </span>
          </li>
        ))}
      </ol>
      <AddReason taken={view.reasons.map((r) => r.code).concat(list.map((r) => r.code))} onAdd={(r) => setList((old) => [...old, r])} />
      {edit.conflict && <ChooseVersion {...edit.conflict} settle={edit.settle} />}
      <div className="mt-3 flex flex-wrap gap-2">
        <Button look="solid" disabled={!changed} onClick={() => edit.save()}>
          Save the reasons
        </Button>
        <Button disabled={changed} onClick={() => saving(call(reviewId, 'start-reasons', {}), 'What was missing is added.')}>
          Add those from the limiters and the question
        </Button>
      </div>
      {away.length > 0 && (
        <section aria-label="Archived or merged" className="mt-5">
          <h2 className="text-lead">Archived, or part of another</h2>
          <ul>
            {away.map((r) => (
              <li key={r.code} className="flex items-center gap-2 border-rule border-b py-1 text-small">
                {r.text} <span className="text-slate">{r.code}</span>
                <Pill>
                  {r.mergedInto ? `part of ${view.reasons.find((o) => o.code === r.mergedInto)?.text ?? r.mergedInto}` : 'archived'}
                </Pill>
                <span className="text-slate">{many(r.uses, 'decision')}</span>
                {r.mergedInto ? (
                  <Button
                    look="quiet"
                    className="ml-auto text-small"
                    onClick={() => saving(call(reviewId, 'merge-reasons', { code: r.code, into: null }), 'It stands alone again.')}
                  >
                    Part them again
                  </Button>
                ) : (
                  <Button
                    look="quiet"
                    className="ml-auto text-small"
                    disabled={list.some((o) => o.code === r.code)}
                    onClick={() => setList((old) => [...old, { code: r.code, text: r.text, definition: r.definition }])}
                  >
                    Restore it to the list
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
    </section>
  );
}

function AddReason({ taken, onAdd }: { taken: readonly string[]; onAdd(reason: ReasonLine): void }) {
  const [text, setText] = useState('');
  const base =
    text
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 34) || 'reason'; // prettier-ignore
  const code = taken.includes(base) ? `${base}-${taken.filter((t) => t.startsWith(base)).length + 1}` : base;
  return (
    <form
      className="flex items-end gap-2 border-rule border-t pt-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (!text.trim()) return;
        onAdd({ code, text: text.trim(), definition: '' });
        setText('');
      }}
    >
      <div className="flex-1">
        <TextField label="Another reason: what is not met" value={text} maxLength={300} onChange={(e) => setText(e.target.value)} />
      </div>
      <Button type="submit">
        <Plus size={15} aria-hidden /> Add
      </Button>
    </form>
  );
}
