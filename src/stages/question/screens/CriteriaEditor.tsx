'use client';
import { ChevronDown, ChevronUp, Plus, X } from 'lucide-react';
import { useCallback } from 'react';
import { call } from '@/client/call';
import { SaveStatus } from '@/client/SaveStatus';
import { useAutosave } from '@/client/useAutosave';
import type { EvidenceScheme } from '@/core/classify';
import type { QuotaLine } from '@/stages/works/screens';
import { Button } from '@/ui/button';
import { Select, TextArea, TextField } from '@/ui/field';
import { IconButton } from '@/ui/icon-button';
import type { CriterionInput } from '../store/criteria';
import { FIRST_QUOTA, QuotaFields } from './QuotaFields';
import { codeFor, freeCode } from './reason-code';

interface CriteriaEditorProps {
  reviewId: string;
  criteria: CriterionInput[];
  scheme: EvidenceScheme;
  quotas: QuotaLine[];
}

const JUDGED: Record<CriterionInput['judgedBy'], string> = {
  reader: 'a reader',
  limiter: 'a limiter',
  number: 'a minimum number',
};

/** The criteria, in order. Each that a source can be held against is also a reason for excluding, under its number. */
export function CriteriaEditor({ reviewId, criteria, scheme, quotas }: CriteriaEditorProps) {
  const save = useCallback(
    (value: CriterionInput[], seen: CriterionInput[]) => call(reviewId, 'save-criteria', { value, seen }),
    [reviewId],
  );
  const { value, change, state, settle } = useAutosave(`criteria:${reviewId}`, criteria, save);
  const set = (index: number, fields: Partial<CriterionInput>) => change(value.map((c, i) => (i === index ? { ...c, ...fields } : c)));
  const move = (from: number, to: number) => {
    const next = [...value];
    next.splice(to, 0, ...next.splice(from, 1));
    change(next);
  };
  const add = () => {
    const id = crypto.randomUUID();
    change([
      ...value,
      { id, text: '', definition: '', judgedBy: 'reader', reasonCode: freeCode(value.map((c) => c.reasonCode)), quota: null },
    ]);
  };
  return (
    <section aria-label="Criteria" className="flex flex-col gap-3">
      <div className="flex flex-wrap items-baseline justify-between gap-y-2">
        <h2 className="text-head">Criteria</h2>
        <SaveStatus state={state} settle={settle} />
      </div>
      <ol className="flex flex-col">
        {value.map((c, i) => (
          <li key={c.id} className="grid grid-cols-[24px_1fr_32px] gap-2 border-rule border-t py-3">
            <span className="pt-6 font-bold">{i + 1}</span>
            <div className="flex flex-col gap-2">
              <TextField
                label="Criterion"
                placeholder={c.judgedBy === 'number' ? 'At least five refereed articles' : 'What a source must be, report or be about'}
                hint={c.text.trim() === '' ? 'It counts as soon as it has words.' : undefined}
                value={c.text}
                maxLength={300}
                onChange={(e) => set(i, { text: e.target.value })}
                onBlur={() => set(i, { reasonCode: codeFor(c, value) })}
              />
              <TextArea label="Definition" value={c.definition} maxLength={2000} onChange={(e) => set(i, { definition: e.target.value })} />
              <div className="grid grid-cols-2 gap-2">
                <Select
                  label="Judged by"
                  value={c.judgedBy}
                  onChange={(e) => {
                    const judgedBy = e.target.value as CriterionInput['judgedBy'];
                    set(i, { judgedBy, ...(judgedBy === 'number' && !c.quota ? { quota: FIRST_QUOTA } : {}) });
                  }}
                >
                  {Object.entries(JUDGED).map(([code, words]) => (
                    <option key={code} value={code}>
                      {words}
                    </option>
                  ))}
                </Select>
                {c.judgedBy === 'number' ? (
                  <p className="self-end pb-1 text-note text-slate">Never a reason to exclude a source.</p>
                ) : (
                  <TextField
                    label="Exclusion reason if not met (a short code)"
                    value={c.reasonCode}
                    maxLength={40}
                    onChange={(e) => set(i, { reasonCode: e.target.value })}
                  />
                )}
              </div>
              {c.judgedBy !== 'number' && (
                <label className="flex min-h-6 items-center gap-2 text-small">
                  <input
                    type="checkbox"
                    className="size-4 accent-(--navy)"
                    checked={c.quota !== null}
                    onChange={(e) => set(i, { quota: e.target.checked ? FIRST_QUOTA : null })}
                  />
                  A minimum number of such sources is wanted
                </label>
              )}
              {c.quota && (
                <QuotaFields
                  quota={c.quota}
                  scheme={scheme}
                  live={quotas.find((q) => q.id === c.id)}
                  onChange={(quota) => set(i, { quota })}
                />
              )}
            </div>
            <div className="flex flex-col pt-6">
              <IconButton label={`Move criterion ${i + 1} up`} disabled={i === 0} onClick={() => move(i, i - 1)}>
                <ChevronUp size={16} aria-hidden />
              </IconButton>
              <IconButton label={`Move criterion ${i + 1} down`} disabled={i === value.length - 1} onClick={() => move(i, i + 1)}>
                <ChevronDown size={16} aria-hidden />
              </IconButton>
              <IconButton label={`Remove criterion ${i + 1}`} onClick={() => change(value.filter((_, at) => at !== i))}>
                <X size={16} aria-hidden />
              </IconButton>
            </div>
          </li>
        ))}
      </ol>
      {value.length === 0 && (
        <p className="text-slate">
          None yet. A criterion says what the review, the assignment or the protocol asks of a source; excluding needs one as its reason.
        </p>
      )}
      <div>
        <Button onClick={add}>
          <Plus size={15} aria-hidden /> Add criterion
        </Button>
      </div>
    </section>
  );
}
