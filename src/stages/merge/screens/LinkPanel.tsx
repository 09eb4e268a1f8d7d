import { LINK_CODES, LINK_TYPES, type LinkType } from '@/core/merge';
import { Button } from '@/ui/button';
import { cx } from '@/ui/cx';
import type { PairSide } from '../queries/pair-view';

/** The keys that choose a type of link, in its fixed order. */
export const LINK_KEYS: readonly { key: string; type: LinkType }[] = LINK_CODES.map((type, i) => ({ key: '1234567890-'[i]!, type }));

interface LinkPanelProps {
  sides: readonly [PairSide, PairSide];
  forward: boolean;
  suggested: LinkType | null;
  onTurn(): void;
  onPick(index: number): void;
}

/** What one is of the other: by key or click. Linked works stay two works of one family. */
export function LinkPanel({ sides, forward, suggested, onTurn, onPick }: LinkPanelProps) {
  const [from, to] = forward ? sides : [sides[1], sides[0]];
  return (
    <fieldset className="mb-3">
      <legend className="mb-1 flex items-center gap-2">
        <span>
          Record {from.no} ({from.tag}) <b>is the …</b> record {to.no} ({to.tag})
        </span>
        <Button look="quiet" hotkey="R" onClick={onTurn}>
          Reverse it
        </Button>
      </legend>
      <div className="flex flex-wrap gap-1.5">
        {LINK_KEYS.map(({ key, type }, i) => (
          <button
            key={type}
            type="button"
            onClick={() => onPick(i)}
            className={cx(
              'inline-flex min-h-7 items-center gap-1.5 rounded-[4px] border bg-surface px-2 text-small hover:bg-picked',
              type === suggested ? 'border-ink font-semibold' : 'border-edge',
            )}
          >
            {LINK_TYPES[type].noun}
            <kbd className="font-mono text-tiny opacity-80">{key}</kbd>
          </button>
        ))}
      </div>
    </fieldset>
  );
}
