import type { RefObject } from 'react';
import type { DecisionVerdict, WorkState } from '@/core/flow';
import { Button } from '@/ui/button';

interface DecideBarProps {
  grounds: string;
  edited: boolean;
  ready: boolean;
  state: WorkState;
  canUndo: boolean;
  keysOff: boolean;
  box: RefObject<HTMLTextAreaElement | null>;
  onType(text: string): void;
  onRedraft(): void;
  onDecide(verdict: Exclude<DecisionVerdict, 'undo'>): void;
  onUndo(): void;
  onKeys(): void;
}

const STATE_WORDS: Partial<Record<WorkState, string>> = {
  kept: 'Kept',
  excluded: 'Excluded',
  waiting: 'Waiting',
  background: 'Background, outside the counts',
};

/** The drafted grounds, to be edited, and what can be decided. */
export function DecideBar(props: DecideBarProps) {
  const key = (k: string) => (props.keysOff ? undefined : k);
  return (
    <div className="border-ink border-t-2 px-[30px] py-3">
      <div className="flex items-baseline justify-between">
        <label htmlFor="grounds" className="text-[13px] text-slate">
          Grounds, drafted from the evidence {props.edited && '· edited'}
        </label>
        <span className="flex">
          {props.edited && (
            <Button look="quiet" className="text-[13px]" onClick={props.onRedraft}>
              Draft again
            </Button>
          )}
          <Button look="quiet" className="text-[13px]" onClick={props.onKeys} hotkey={key('?')}>
            Keys
          </Button>
        </span>
      </div>
      <textarea
        id="grounds"
        ref={props.box}
        rows={4}
        maxLength={10_000}
        value={props.grounds}
        onChange={(e) => props.onType(e.target.value)}
        onKeyDown={(e) => e.key === 'Escape' && e.currentTarget.blur()}
        className="w-full resize-y rounded-[4px] border border-edge bg-surface px-2.5 py-1.5 font-serif text-[14.5px] leading-snug"
      />
      <div className="mt-1.5 flex flex-wrap items-center gap-2">
        <Button look="solid" disabled={!props.ready} onClick={() => props.onDecide('keep')} hotkey={key('A')}>
          Keep
        </Button>
        <Button disabled={!props.ready} onClick={() => props.onDecide('exclude')} hotkey={key('D')}>
          Exclude for…
        </Button>
        <Button disabled={!props.ready} onClick={() => props.onDecide('wait')} hotkey={key('W')}>
          Wait
        </Button>
        <Button disabled={!props.ready} onClick={() => props.onDecide('background')} hotkey={key('B')}>
          Background
        </Button>
        <Button look="quiet" disabled={!props.canUndo} onClick={props.onUndo} hotkey={key('U')}>
          Undo
        </Button>
        <span role="status" className="text-slate">
          {STATE_WORDS[props.state] ?? 'Undecided'}
        </span>
      </div>
    </div>
  );
}
