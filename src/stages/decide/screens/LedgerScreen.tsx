import { STAGE_WORDS, STAGES } from '@/core/flow';
import { Button } from '@/ui/button';
import { DayField, Select, TextField } from '@/ui/field';
import { count } from '@/ui/words';

import type { LedgerInput, LedgerKind, LedgerLine } from '../queries/ledger';
import { DecideNav } from './DecideNav';
import { LedgerTable } from './LedgerTable';

interface LedgerScreenProps {
  reviewId: string;
  input: LedgerInput;
  kinds: Record<LedgerKind, string>;
  people: string[];
  reasons: { code: string; text: string }[];
  lines: LedgerLine[];
  total: number;
  pages: number;
}

const addressOf = (input: LedgerInput, page?: number): string => {
  const params = new URLSearchParams();
  for (const [key, value] of Object.entries({ ...input, page: page ?? '' })) if (value) params.set(key, String(value));
  return params.toString();
};

/** Everything that people did to the review, newest first. Nothing in it is ever changed or taken out. */
export function LedgerScreen({ reviewId, input, kinds, people, reasons, lines, total, pages }: LedgerScreenProps) {
  return (
    <main className="px-5 py-3">
      <DecideNav reviewId={reviewId} current="/ledger" />
      <h1 className="mt-3 text-title">Ledger</h1>
      <form className="mt-1 flex flex-wrap items-end gap-2 *:min-w-[76px] *:max-w-[190px]">
        <Select label="What" name="kind" defaultValue={input.kind}>
          <option value="">everything</option>
          {Object.entries(kinds).map(([code, words]) => (
            <option key={code} value={code}>
              {words}
            </option>
          ))}
        </Select>
        <Select label="Who" name="person" defaultValue={input.person}>
          <option value="">anybody</option>
          {people.map((p) => (
            <option key={p}>{p}</option>
          ))}
        </Select>
        <Select label="Reason" name="reason" defaultValue={input.reason}>
          <option value="">any or none</option>
          {reasons.map((r) => (
            <option key={r.code} value={r.code}>
              {r.text}
            </option>
          ))}
        </Select>
        <Select label="Stage" name="stage" defaultValue={input.stage}>
          <option value="">both</option>
          {STAGES.map((s) => (
            <option key={s} value={s}>
              {STAGE_WORDS[s]}
            </option>
          ))}
        </Select>
        <DayField label="From" name="from" defaultValue={input.from} />
        <DayField label="To" name="to" defaultValue={input.to} />
        <TextField label="Work" name="work" type="number" min={1} defaultValue={input.work || ''} />
        <Button type="submit">Show</Button>
        <a
          className="ml-auto inline-flex min-h-8 items-center rounded-[4px] border border-ink bg-surface px-3 font-medium hover:bg-picked"
          href={`/api/reviews/${reviewId}/ledger?${addressOf(input)}`}
          download
        >
          CSV of these {count(total)}
        </a>
      </form>
      <div className="mt-1">
        <LedgerTable reviewId={reviewId} lines={lines} whole={pages <= 1} />
      </div>
      {lines.length === 0 && <p className="mt-2 text-slate">Nothing of this kind was done.</p>}
      {pages > 1 && (
        <nav aria-label="Pages" className="mt-3 flex items-center gap-3">
          {input.page > 1 && <a href={`?${addressOf(input, input.page - 1)}`}>Newer</a>}
          <span className="text-slate">
            page {input.page} of {pages}
          </span>
          {input.page < pages && <a href={`?${addressOf(input, input.page + 1)}`}>Older</a>}
        </nav>
      )}
    </main>
  );
}
