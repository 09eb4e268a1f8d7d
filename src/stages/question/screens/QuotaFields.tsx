'use client';
import { Plus, X } from 'lucide-react';
import { AXIS_LABELS, type EvidenceScheme } from '@/core/classify';
import { axisValues, MASK_AXES, type MaskAxis, type Quota } from '@/core/sieve';
import { type QuotaLine, QuotaMeter } from '@/stages/works/screens';
import { Button } from '@/ui/button';
import { Select, TextField } from '@/ui/field';
import { IconButton } from '@/ui/icon-button';

export const FIRST_QUOTA: Quota = { atLeast: 5, all: [{ axis: 'peerReview', allowed: ['refereed'] }], years: null };
const YEARS = [1, 2, 3, 5, 10, 15, 20];

interface QuotaFieldsProps {
  quota: Quota;
  scheme: EvidenceScheme;
  live?: QuotaLine;
  onChange(quota: Quota): void;
}

/** How many sources are wanted, of which kind on each axis and how new, with how many there are. */
export function QuotaFields({ quota, scheme, live, onChange }: QuotaFieldsProps) {
  const values = (axis: MaskAxis) => axisValues(axis, scheme);
  const free = MASK_AXES.filter((axis) => !quota.all.some((a) => a.axis === axis));
  const put = (i: number, axis: MaskAxis, allowed: string[]) => onChange({ ...quota, all: quota.all.with(i, { axis, allowed }) });
  return (
    <fieldset className="flex flex-col gap-2 rounded-[4px] border border-rule px-3 py-2 text-small">
      <legend className="px-1 text-slate">Minimum number</legend>
      <div className="grid grid-cols-[90px_1fr] gap-2">
        <TextField
          label="At least"
          type="number"
          min={1}
          max={1000}
          value={quota.atLeast}
          onChange={(e) => Number(e.target.value) >= 1 && onChange({ ...quota, atLeast: Math.trunc(Number(e.target.value)) })}
        />
        <Select
          label="First public"
          value={quota.years ?? ''}
          onChange={(e) => onChange({ ...quota, years: e.target.value ? Number(e.target.value) : null })}
        >
          <option value="">at any time</option>
          {[...new Set([...YEARS, ...(quota.years ? [quota.years] : [])])]
            .sort((a, b) => a - b)
            .map((n) => (
              <option key={n} value={n}>
                in the last {n === 1 ? 'year' : `${n} years`}
              </option>
            ))}
        </Select>
      </div>
      {quota.all.map(({ axis, allowed }, i) => (
        <div key={axis} className="grid grid-cols-[1fr_1fr_28px] items-end gap-2">
          <Select
            label={i === 0 ? 'With' : 'and with'}
            value={axis}
            onChange={(e) => put(i, e.target.value as MaskAxis, [values(e.target.value as MaskAxis)[0]!.code])}
          >
            {[axis, ...free].map((a) => (
              <option key={a} value={a}>
                {AXIS_LABELS[a]}
              </option>
            ))}
          </Select>
          <Select
            label="being"
            value={allowed.length > 1 ? '' : allowed[0]}
            onChange={(e) => e.target.value && put(i, axis, [e.target.value])}
          >
            {allowed.length > 1 && (
              <option value="">{allowed.map((code) => values(axis).find((v) => v.code === code)?.label ?? code).join(' or ')}</option>
            )}
            {allowed.length === 1 && !values(axis).some((v) => v.code === allowed[0]) && (
              <option value={allowed[0]}>{allowed[0]} (not in use here)</option>
            )}
            {values(axis).map((v) => (
              <option key={v.code} value={v.code}>
                {v.label}
              </option>
            ))}
          </Select>
          <IconButton label={`Remove ${AXIS_LABELS[axis]}`} onClick={() => onChange({ ...quota, all: quota.all.toSpliced(i, 1) })}>
            <X size={15} aria-hidden />
          </IconButton>
        </div>
      ))}
      {free.length > 0 && (
        <div>
          <Button
            look="quiet"
            onClick={() => onChange({ ...quota, all: [...quota.all, { axis: free[0]!, allowed: [values(free[0]!)[0]!.code] }] })}
          >
            <Plus size={14} aria-hidden /> {quota.all.length ? 'And something else' : 'Of a certain kind'}
          </Button>
        </div>
      )}
      {live && (
        <p className="text-slate">
          Now <QuotaMeter quota={live} />.
        </p>
      )}
    </fieldset>
  );
}
