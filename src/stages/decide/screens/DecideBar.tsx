import type { RefObject } from 'react';
import { AXIS_LABELS, type WorkAxis } from '@/core/classify';
import { type DecisionVerdict, STAGE_WORDS, type Stage, type WorkState } from '@/core/flow';
import type { Clause } from '@/core/grounds';
import { Button } from '@/ui/button';
import type { Typed } from './useGrounds';

interface DecideBarProps {
  typed: Typed;
  stage: Stage;
  edited: boolean;
  ready: boolean;
  clauses: readonly Clause[];
  state: WorkState;
  canUndo: boolean;
  box: RefObject<HTMLTextAreaElement | null>;
  noteBox: RefObject<HTMLInputElement | null>;
  onType(fields: Partial<Typed>): void;
  onRedraft(): void;
  onDecide(verdict: Exclude<DecisionVerdict, 'undo'>): void;
  onUndo(): void;
  onKeys(): void;
  /** Shows the claims that a clause rests on. */
  onClause(axis: WorkAxis): void;
}

const STATE_WORDS: Partial<Record<WorkState, string>> = {
  kept: 'Kept',
  excluded: 'Excluded',
  waiting: 'Waiting',
  background: 'Background, outside the counts',
};
const SMALL = 'h-7 rounded-[4px] border border-edge bg-surface px-2 text-small';
const leave = (e: React.KeyboardEvent<HTMLElement>) => e.key === 'Escape' && e.currentTarget.blur();

/** The drafted grounds, to be edited, and what can be decided. */
export function DecideBar(props: DecideBarProps) {
  const resting = props.clauses.filter((c) => c.claims.length > 0);
  return (
    <div className="sticky bottom-0 border-ink border-t-2 bg-paper px-[30px] py-2.5 lg:static">
      <div className="flex items-baseline justify-between">
        <label htmlFor="grounds" className="text-small text-slate">
          Grounds, drafted from the evidence {props.edited && '· edited'}
        </label>
        <span className="flex items-baseline">
          <span className="mr-2 text-small text-slate">
            by {STAGE_WORDS[props.stage]}:{' '}
            <span role="status" className="font-medium text-ink">
              {STATE_WORDS[props.state] ?? 'Undecided'}
            </span>
          </span>
          {props.edited && (
            <Button look="quiet" className="text-small" onClick={props.onRedraft}>
              Draft again
            </Button>
          )}
          <Button look="quiet" className="text-small" onClick={props.onKeys} hotkey="?">
            Keys
          </Button>
        </span>
      </div>
      <textarea
        id="grounds"
        ref={props.box}
        rows={3}
        maxLength={10_000}
        value={props.typed.grounds}
        onChange={(e) => props.onType({ grounds: e.target.value })}
        onKeyDown={leave}
        className="w-full resize-y rounded-[4px] border border-edge bg-surface px-2.5 py-1.5 font-serif text-body leading-snug max-lg:h-[52px]"
      />
      <div className="hidden flex-wrap items-center gap-x-1 text-note text-slate lg:flex">
        {resting.length > 0 && <span>Claims behind it:</span>}
        {resting.map((c) => (
          <button
            key={c.axis}
            type="button"
            className="min-h-6 px-1 text-navy underline-offset-2 hover:underline"
            onClick={() => props.onClause(c.axis as WorkAxis)}
          >
            {AXIS_LABELS[c.axis as WorkAxis].toLowerCase()} {c.claims.length}
          </button>
        ))}
      </div>
      <div className="mt-1 flex flex-wrap items-center gap-2">
        <Button look="solid" disabled={!props.ready} onClick={() => props.onDecide('keep')} hotkey="A">
          Keep
        </Button>
        <Button disabled={!props.ready} onClick={() => props.onDecide('exclude')} hotkey="D">
          Exclude for…
        </Button>
        <Button disabled={!props.ready} onClick={() => props.onDecide('wait')} hotkey="W">
          Wait
        </Button>
        <Button disabled={!props.ready} onClick={() => props.onDecide('background')} hotkey="B">
          Background
        </Button>
        <Button look="quiet" disabled={!props.canUndo} onClick={props.onUndo} hotkey="U">
          Undo
        </Button>
        <span className="ml-auto flex items-center gap-2">
          {props.stage === 'full-text' && (
            <input
              aria-label="Page that it rests on"
              placeholder="page"
              maxLength={60}
              value={props.typed.page}
              onChange={(e) => props.onType({ page: e.target.value })}
              onKeyDown={leave}
              className={`${SMALL} w-[58px]`}
            />
          )}
          <input
            ref={props.noteBox}
            aria-label="Note for the people of the review"
            placeholder="note, not printed"
            maxLength={4000}
            value={props.typed.note}
            onChange={(e) => props.onType({ note: e.target.value })}
            onKeyDown={leave}
            className={`${SMALL} w-[120px]`}
          />
        </span>
      </div>
    </div>
  );
}
