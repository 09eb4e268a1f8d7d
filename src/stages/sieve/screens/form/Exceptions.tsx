'use client';
import { useState } from 'react';
import type { EvidenceScheme } from '@/core/classify';
import { axisValues, type Limiter } from '@/core/sieve';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { DatabaseTag } from '@/ui/marks';
import { CheckList } from './CheckList';

interface ExceptionsProps {
  limiter: Limiter;
  scheme: EvidenceScheme;
  databases: readonly { id: string; tag: string; name: string }[];
  onChange(limiter: Limiter): void;
}

/** Exempt publication types, and databases of which the limiter asks nothing: each with its reason. */
export function Exceptions({ limiter, scheme, databases, onChange }: ExceptionsProps) {
  const n = (limiter.exempt ? 1 : 0) + (limiter.waivers?.length ?? 0);
  return (
    <details open={n > 0} className="rounded-[4px] border border-rule px-2 py-1">
      <summary className="min-h-6 cursor-pointer text-small text-slate leading-6">Exceptions{n > 0 && `: ${n}`}</summary>
      <Exempt limiter={limiter} scheme={scheme} onChange={onChange} />
      <p className="mt-2 mb-1 text-small text-slate">Waived for a database: a work escapes when only waived ones retrieved it.</p>
      {databases.map((d) => (
        <Waiver key={`${limiter.id} ${d.id}`} database={d} limiter={limiter} onChange={onChange} />
      ))}
    </details>
  );
}

function Exempt({ limiter, scheme, onChange }: Omit<ExceptionsProps, 'databases'>) {
  const [types, setTypes] = useState(limiter.exempt?.types ?? []);
  const [reason, setReason] = useState(limiter.exempt?.reason ?? '');
  const set = (nextTypes: string[], nextReason: string) => {
    setTypes(nextTypes);
    setReason(nextReason);
    const { exempt: _, ...rest } = limiter;
    if (nextTypes.length === 0) {
      if (limiter.exempt) onChange(rest);
    } else if (nextReason.trim()) onChange({ ...rest, exempt: { types: nextTypes, reason: nextReason.trim() } });
  };
  return (
    <>
      <CheckList
        legend="Exempt publication types"
        values={axisValues('publicationType', scheme)}
        checked={types}
        onChange={(next) => set(next, reason)}
      />
      {types.length > 0 && (
        <TextField
          label="Why they are exempt"
          value={reason}
          maxLength={2000}
          error={reason.trim() ? undefined : 'It counts when a reason is given.'}
          onChange={(e) => setReason(e.target.value)}
          onBlur={() => set(types, reason)}
        />
      )}
    </>
  );
}

function Waiver({
  database,
  limiter,
  onChange,
}: {
  database: ExceptionsProps['databases'][number];
  limiter: Limiter;
  onChange(limiter: Limiter): void;
}) {
  const standing = limiter.waivers?.find((w) => w.database === database.id);
  const [reason, setReason] = useState<string | null>(null);
  const others = (limiter.waivers ?? []).filter((w) => w.database !== database.id);
  const { waivers: _, ...rest } = limiter;
  return (
    <div className="mb-1 flex min-h-7 flex-wrap items-center gap-2 text-small">
      <DatabaseTag tag={database.tag} name={database.name} />
      {standing ? (
        <>
          <span className="min-w-0 flex-1">waived: {standing.reason}</span>
          <Button look="quiet" onClick={() => onChange(others.length ? { ...rest, waivers: others } : rest)}>
            Take back
          </Button>
        </>
      ) : reason === null ? (
        <Button look="quiet" aria-label={`Waive for ${database.name}`} onClick={() => setReason('')}>
          Waive …
        </Button>
      ) : (
        <form
          className="flex w-full flex-col gap-1"
          onSubmit={(e) => {
            e.preventDefault();
            if (reason.trim()) onChange({ ...rest, waivers: [...others, { database: database.id, reason: reason.trim() }] });
            setReason(null);
          }}
        >
          <TextField
            label={`Why ${database.name} is waived`}
            autoFocus
            value={reason}
            maxLength={2000}
            onChange={(e) => setReason(e.target.value)}
          />
          <span className="flex gap-2">
            <Button type="submit" disabled={!reason.trim()}>
              Waive
            </Button>
            <Button look="quiet" onClick={() => setReason(null)}>
              Cancel
            </Button>
          </span>
        </form>
      )}
    </div>
  );
}
