'use client';
import { ChevronDown, ChevronUp, Plus, X } from 'lucide-react';
import { useCallback } from 'react';
import { call } from '@/client/call';
import { SaveStatus } from '@/client/SaveStatus';
import { useAutosave } from '@/client/useAutosave';
import { AXIS_LABELS, type EvidenceScheme } from '@/core/classify';
import { axisValues, MASK_AXES, type MaskAxis } from '@/core/sieve';
import { Button } from '@/ui/button';
import { Select, TextArea, TextField } from '@/ui/field';
import { IconButton } from '@/ui/icon-button';
import type { CriterionInput } from '../store/criteria';

interface CriteriaEditorProps {
  reviewId: string;
  criteria: CriterionInput[];
  scheme: EvidenceScheme;
  quotas: { criterion: string; atLeast: number; kept: number; through: number }[];
}

/** What is asked of a source, in order. Each criterion is also a reason for excluding, under its number. */
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
    const n = value.length + 1;
    change([
      ...value,
      { id: crypto.randomUUID(), text: `Criterion ${n}`, definition: '', judgedBy: 'reader', reasonCode: `reason-${n}`, quota: null },
    ]);
  };
  return (
    <section aria-label="Criteria" className="flex flex-col gap-3">
      <div className="flex flex-wrap items-baseline justify-between gap-y-2">
        <h2 className="text-head">What is asked of a source</h2>
        <SaveStatus state={state} settle={settle} />
      </div>
      <ol className="flex flex-col">
        {value.map((c, i) => (
          <li key={c.id} className="grid grid-cols-[24px_1fr_32px] gap-2 border-rule border-t py-3">
            <span className="pt-6 font-bold">{i + 1}</span>
            <div className="flex flex-col gap-2">
              <TextField label="Criterion" value={c.text} maxLength={300} onChange={(e) => set(i, { text: e.target.value })} />
              <TextArea label="Definition" value={c.definition} maxLength={2000} onChange={(e) => set(i, { definition: e.target.value })} />
              <div className="grid grid-cols-2 gap-2">
                <Select label="Judged by" value={c.judgedBy} onChange={(e) => set(i, { judgedBy: e.target.value as 'limiter' })}>
                  <option value="reader">a reader</option>
                  <option value="limiter">a limiter</option>
                </Select>
                <TextField
                  label="Reason code when it fails"
                  value={c.reasonCode}
                  maxLength={40}
                  onChange={(e) => set(i, { reasonCode: e.target.value })}
                />
              </div>
              <QuotaFields
                criterion={c}
                scheme={scheme}
                live={quotas.find((q) => q.criterion === c.text)}
                onChange={(quota) => set(i, { quota })}
              />
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

interface QuotaFieldsProps {
  criterion: CriterionInput;
  scheme: EvidenceScheme;
  live?: { atLeast: number; kept: number; through: number };
  onChange(quota: CriterionInput['quota']): void;
}

function QuotaFields({ criterion, scheme, live, onChange }: QuotaFieldsProps) {
  const { quota } = criterion;
  const values = (axis: MaskAxis) => axisValues(axis, scheme);
  return (
    <div className="text-small">
      <label className="flex min-h-6 items-center gap-2">
        <input
          type="checkbox"
          className="size-4 accent-(--navy)"
          checked={quota !== null}
          onChange={(e) => onChange(e.target.checked ? { atLeast: 5, axis: 'peerReview', allowed: ['refereed'] } : null)}
        />
        A quota goes with it
      </label>
      {quota && (
        <div className="mt-1 grid grid-cols-[90px_1fr_1fr] items-end gap-2">
          <TextField
            label="At least"
            type="number"
            min={1}
            max={1000}
            value={quota.atLeast}
            onChange={(e) => Number(e.target.value) >= 1 && onChange({ ...quota, atLeast: Math.trunc(Number(e.target.value)) })}
          />
          <Select
            label="With"
            value={quota.axis}
            onChange={(e) =>
              onChange({ ...quota, axis: e.target.value as MaskAxis, allowed: [values(e.target.value as MaskAxis)[0]!.code] })
            }
          >
            {MASK_AXES.map((a) => (
              <option key={a} value={a}>
                {AXIS_LABELS[a]}
              </option>
            ))}
          </Select>
          <Select label="Being" value={quota.allowed[0]} onChange={(e) => onChange({ ...quota, allowed: [e.target.value] })}>
            {values(quota.axis).map((v) => (
              <option key={v.code} value={v.code}>
                {v.label}
              </option>
            ))}
          </Select>
          {live && (
            <p className="col-span-3 text-slate">
              Now <b className={live.kept < live.atLeast ? 'font-semibold text-copper' : 'font-semibold text-ink'}>{live.kept}</b> of{' '}
              {live.atLeast} kept; {live.through} came through the sieve.
            </p>
          )}
        </div>
      )}
    </div>
  );
}
