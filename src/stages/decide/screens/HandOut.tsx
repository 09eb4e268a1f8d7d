'use client';
import type { ReadersSetting } from '@/core/readers';
import { Button } from '@/ui/button';
import { Select, TextField } from '@/ui/field';

type Hand = ReadersSetting['hand'];
interface HandOutProps {
  people: readonly { id: string; name: string }[];
  hand: Hand;
  disabled: boolean;
  onChange(hand: Hand): void;
}

/** Works given out by hand: from a number to a number, both included. */
export function HandOut({ people, hand, disabled, onChange }: HandOutProps) {
  const set = (at: number, more: Partial<Hand[number]>) => onChange(hand.map((h, i) => (i === at ? { ...h, ...more } : h)));
  return (
    <fieldset disabled={disabled} className="mt-2">
      <legend className="text-slate text-small">Who judges which works, by their numbers</legend>
      {hand.map((h, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: lines have nothing else that they are known by
        <div key={i} className="mb-1 flex items-end gap-2">
          <div className="w-[220px]">
            <Select hideLabel label={`Line ${i + 1}: who`} value={h.person} onChange={(e) => set(i, { person: e.target.value })}>
              {people.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
            </Select>
          </div>
          <div className="w-[110px]">
            <TextField label="From" type="number" min={1} value={h.from} onChange={(e) => set(i, { from: Number(e.target.value) || 1 })} />
          </div>
          <div className="w-[110px]">
            <TextField label="To" type="number" min={1} value={h.to} onChange={(e) => set(i, { to: Number(e.target.value) || 1 })} />
          </div>
          <Button look="quiet" onClick={() => onChange(hand.filter((_, j) => j !== i))}>
            Remove
          </Button>
        </div>
      ))}
      {people.length > 0 && (
        <Button look="quiet" className="-ml-1.5" onClick={() => onChange([...hand, { person: people[0]!.id, from: 1, to: 100 }])}>
          Add a line
        </Button>
      )}
    </fieldset>
  );
}
