'use client';
import { useState } from 'react';
import type { EvidenceScheme } from '@/core/classify';
import { STATE_WORDS } from '@/core/parity';
import type { Limiter } from '@/core/sieve';
import { Figure } from '@/stages/works/screens';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { DatabaseTag } from '@/ui/marks';
import { count } from '@/ui/words';
import type { CellLine, ParityView } from '../../queries/parity-view';
import { setWords, shareWords } from './cell-words';
import { tookWords } from './NativeTable';
import { Remedies } from './Remedies';

interface CellPanelProps {
  reviewId: string;
  row: ParityView['rows'][number];
  retrieval: ParityView['retrievals'][number];
  cell: CellLine;
  limiter: Limiter | null;
  scheme: EvidenceScheme;
  onList(what: 'closed' | 'blind' | 'leaks' | 'changes', caption: string): void;
  onRuled(): void;
  /** Lists works below the table. */
  onShow(works: number[], caption: string): void;
  onWaive(reason: string): void;
  onTakeBack(): void;
  onRerun(why: string): void;
  /** Counts on this sieve in place of what was set there; an empty reason takes it back. */
  onState(native: string, why: string): void;
}

/** One cell explained, with what can be done about it. */
export function CellPanel({
  reviewId,
  row,
  retrieval,
  cell,
  limiter,
  scheme,
  onRuled,
  onShow,
  onList,
  onWaive,
  onTakeBack,
  onRerun,
  onState,
}: CellPanelProps) {
  const words = STATE_WORDS[cell.state];
  const [asked, setAsked] = useState<'waive' | 'rerun' | 'state' | null>(null);
  const waived = limiter?.waivers?.some((w) => retrieval.databases.some((d) => d.id === w.database)) ?? false;
  const numbers = [
    { what: 'closed' as const, n: cell.closed, words: 'came in there and are closed here' },
    { what: 'blind' as const, n: cell.blind, words: 'cannot be told by its records alone' },
    { what: 'changes' as const, n: cell.changes, words: 'of them would be decided by this: nothing else stops or holds them' },
    { what: 'leaks' as const, n: cell.leaks, words: 'should have been kept out there' },
  ].filter(({ n }) => n > 0);
  return (
    <div>
      <h2 className="text-lead">
        {row.name}: {words.label}
      </h2>
      <p className="mb-2 flex items-center gap-1.5 text-small text-slate">
        {retrieval.tags.map((tag) => (
          <DatabaseTag key={tag} tag={tag} />
        ))}
        {retrieval.names}, retrieval {retrieval.number}
      </p>
      <p className="mb-2">{words.meaning}</p>
      <dl className="mb-2 grid grid-cols-[84px_1fr] gap-y-1 text-small">
        <dt className="text-slate">Here</dt>
        <dd>{cell.why}</dd>
        <dt className="text-slate">Set</dt>
        <dd>
          {setWords(cell)}
          {cell.level && `, at the level of the ${cell.level === 'venue' ? 'journal' : 'item'}`}
        </dd>
        {cell.reached > 0 && (
          <>
            <dt className="text-slate">Can't tell</dt>
            <dd>{shareWords(cell)}</dd>
          </>
        )}
        {cell.remedy && (
          <>
            <dt className="text-slate">Remedy</dt>
            <dd>{cell.remedy}</dd>
          </>
        )}
        {cell.took && (
          <>
            <dt className="text-slate">Did it take</dt>
            <dd>{tookWords(cell.took)}</dd>
          </>
        )}
      </dl>
      <ul className="mb-3">
        {numbers.map(({ what, n, words: told }) => (
          <li key={what}>
            <Figure
              n={n}
              label={`${count(n)} ${told}`}
              active={false}
              onClick={() => onList(what, `${row.name} in ${retrieval.names}: ${told}`)}
              className="text-left font-semibold"
            />{' '}
            {told}
          </li>
        ))}
      </ul>
      {limiter && cell.blind > 0 && (
        <Remedies reviewId={reviewId} limiter={limiter} retrieval={retrieval.id} scheme={scheme} onRuled={onRuled} onShow={onShow} />
      )}
      <div className="flex flex-wrap gap-2">
        {limiter && !waived && <Button onClick={() => setAsked('waive')}>Waive …</Button>}
        {limiter && waived && <Button onClick={onTakeBack}>Take the waiver back</Button>}
        {cell.state === 'not-taken' && cell.setBy[0] && <Button onClick={() => setAsked('state')}>Count on this sieve instead …</Button>}
        {cell.stated && <Button onClick={() => onState(cell.stated, '')}>Do not count on this sieve</Button>}
        {retrieval.rerun ? (
          <Button onClick={() => onRerun('')}>No re-run after all</Button>
        ) : (
          <Button onClick={() => setAsked('rerun')}>Mark for re-run …</Button>
        )}
      </div>
      {asked && (
        <Reason
          key={asked}
          {...ASKED[asked]}
          onDone={(reason) => {
            setAsked(null);
            if (!reason) return;
            if (asked === 'state') onState(cell.setBy[0]!.name, reason);
            else (asked === 'waive' ? onWaive : onRerun)(reason);
          }}
        />
      )}
      <ul className="mt-3 text-small [&_a]:inline-block [&_a]:leading-6">
        {limiter && (
          <li>
            <a className="text-navy underline underline-offset-2" href={`/reviews/${reviewId}/sieve?limiter=${limiter.id}`}>
              Change the limiter
            </a>
          </li>
        )}
        {retrieval.tags.map((tag) => (
          <li key={tag}>
            <a className="text-navy underline underline-offset-2" href={`/reviews/${reviewId}/retrieve/database/${tag}`}>
              What {tag} can limit
            </a>
          </li>
        ))}
        <li>
          <a className="text-navy underline underline-offset-2" href={`/reviews/${reviewId}/retrieve/${retrieval.number}`}>
            The steps of this retrieval
          </a>
        </li>
      </ul>
      {retrieval.rerun && <p className="mt-2 text-small text-copper">To be run again: {retrieval.rerun}</p>}
    </div>
  );
}

const ASKED = {
  waive: { label: 'Why it asks nothing of this database', act: 'Waive' },
  rerun: { label: 'Why and how it is to be run again', act: 'Mark for re-run' },
  state: { label: 'How it came about: the write-up says it', act: 'Count on this sieve' },
} as const;

function Reason({ label, act, onDone }: { label: string; act: string; onDone(reason: string | null): void }) {
  const [reason, setReason] = useState('');
  return (
    <form
      className="mt-2 flex flex-col gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (reason.trim()) onDone(reason.trim());
      }}
    >
      <TextField label={label} autoFocus value={reason} maxLength={2000} onChange={(e) => setReason(e.target.value)} />
      <span className="flex gap-2">
        <Button type="submit" look="solid" disabled={!reason.trim()}>
          {act}
        </Button>
        <Button look="quiet" onClick={() => onDone(null)}>
          Cancel
        </Button>
      </span>
    </form>
  );
}
