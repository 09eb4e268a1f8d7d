'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type QuotaLine, QuotaList } from '@/stages/works/screens';
import { Button } from '@/ui/button';
import { Select, TextField } from '@/ui/field';
import { leadTo } from '@/ui/refresh-page';
import { count } from '@/ui/words';

import type { KindChoice, KindFilter, QueueInput, QueueShow } from '../queries/decide-queue';
import type { QueueOrder } from '../queries/queue-orders';

export interface QueueChoices {
  orders: Record<QueueOrder, string>;
  shows: Record<QueueShow, string>;
  databases: { tag: string; name: string }[];
}

const KIND_NAMES: Record<KindFilter, string> = { source: 'every source type', publication: 'every publication type' };
/** What the address says of the queue beside stage and order. */
const FILTERS = ['show', 'database', 'source', 'publication', 'reason', 'find'] as const;
export const isFiltered = (input: QueueInput): boolean => FILTERS.some((f) => input[f] !== (f === 'show' ? 'all' : ''));
/** The address without any of the filters. */
export function withoutFilters(search: string): string {
  const next = new URLSearchParams(search);
  for (const f of [...FILTERS, 'work']) next.delete(f);
  return `?${next}`;
}

const ORDER_NAMES: Record<QueueOrder, string> = {
  level: 'best evidence first',
  nearest: 'nearest to the kept first',
  newest: 'newest first',
  oldest: 'oldest first',
  database: 'database by database',
  random: 'random',
};

interface QueueHeadProps {
  input: QueueInput;
  choices: QueueChoices;
  kinds: Record<KindFilter, readonly KindChoice[]>;
  open: number;
  shown: number;
  total: number;
  pace: { today: number; week: number };
  /** Criteria that ask for a number of sources. */
  quotas: readonly QuotaLine[];
  onMany(): void;
}

/** What is shown of the queue and in which order; how many are left. The address holds all of it. */
export function QueueHead({ input, choices, kinds, open, shown, total, pace, quotas, onMany }: QueueHeadProps) {
  const router = useRouter();
  const [more, setMore] = useState(isFiltered(input));
  const go = (changes: Partial<Record<keyof QueueInput, string>>) => {
    const next = new URLSearchParams(window.location.search);
    next.delete('work');
    for (const [key, value] of Object.entries(changes)) {
      if (value) next.set(key, value);
      else next.delete(key);
    }
    leadTo(router, `?${next}`, { scroll: false });
  };
  const filtered = shown !== total;
  return (
    <div className="flex flex-col gap-1.5 border-rule border-b px-3 py-2 text-small">
      <p className="flex items-baseline justify-between text-slate">
        <span title={`Decided today: ${pace.today}. In the last seven days: ${pace.week}.`}>
          <b className="font-semibold text-ink">{count(open)}</b> to decide{pace.today > 0 && ` · ${count(pace.today)} today`}
        </span>
        <Button look="quiet" className="min-h-6 px-1 text-small" aria-expanded={more} onClick={() => setMore(!more)}>
          Filters
        </Button>
      </p>
      {quotas.length > 0 && <QuotaList quotas={quotas} small />}
      <Select
        label="Order"
        hideLabel
        value={input.order}
        title={choices.orders[input.order]}
        onChange={(e) => go({ order: e.target.value })}
      >
        {Object.entries(ORDER_NAMES).map(([code, name]) => (
          <option key={code} value={code} title={choices.orders[code as QueueOrder]}>
            {name}
          </option>
        ))}
      </Select>
      {input.order === 'random' && (
        <TextField
          label="Seed"
          type="number"
          min={1}
          max={999_999}
          defaultValue={input.seed}
          onBlur={(e) => e.target.value !== String(input.seed) && go({ seed: e.target.value })}
        />
      )}
      {more && (
        <>
          <Select label="Show" hideLabel value={input.show} onChange={(e) => go({ show: e.target.value === 'all' ? '' : e.target.value })}>
            {Object.entries(choices.shows).map(([code, name]) => (
              <option key={code} value={code}>
                {name}
              </option>
            ))}
          </Select>
          <Select label="Database" hideLabel value={input.database} onChange={(e) => go({ database: e.target.value })}>
            <option value="">every database</option>
            {choices.databases.map((d) => (
              <option key={d.tag} value={d.tag}>
                {d.tag} {d.name}
              </option>
            ))}
          </Select>
          {(Object.keys(KIND_NAMES) as KindFilter[]).map((filter) => (
            <Select
              key={filter}
              label={KIND_NAMES[filter]}
              hideLabel
              value={input[filter]}
              onChange={(e) => go({ [filter]: e.target.value })}
            >
              <option value="">{KIND_NAMES[filter]}</option>
              {input[filter] && !kinds[filter].some((k) => k.code === input[filter]) && (
                <option value={input[filter]}>{input[filter].replaceAll('-', ' ')} (0)</option>
              )}
              {kinds[filter].map((k) => (
                <option key={k.code} value={k.code}>
                  {k.label} ({count(k.works)})
                </option>
              ))}
            </Select>
          ))}
          <form
            className="flex gap-1.5"
            onSubmit={(e) => {
              e.preventDefault();
              go({ find: String(new FormData(e.currentTarget).get('find') ?? '').trim() });
            }}
          >
            <input
              name="find"
              aria-label="Find in titles, authors and abstracts"
              placeholder="find in the text"
              maxLength={200}
              defaultValue={input.find}
              className="h-8 min-w-0 flex-1 rounded-[4px] border border-edge bg-surface px-2"
            />
            <Button type="submit">Find</Button>
          </form>
          <Button className="min-h-7 text-small" disabled={shown === 0} onClick={onMany}>
            Decide {filtered ? 'these' : 'all'} {count(shown)} together…
          </Button>
        </>
      )}
      {filtered && (
        <p className="text-slate">
          {count(shown)} of {count(total)} shown
        </p>
      )}
      <p className="sr-only">{choices.orders[input.order]}</p>
    </div>
  );
}
