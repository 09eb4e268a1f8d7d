import { minute } from '@/ui/words';
import type { ReasonsView } from '../queries/reasons-view';

const CHANGES: Record<ReasonsView['changes'][number]['kind'], string> = {
  added: 'added',
  renamed: 'renamed',
  defined: 'defined anew',
  merged: 'made part of',
  parted: 'parted from',
  archived: 'archived',
  restored: 'taken back',
};

export function History({ view }: { view: ReasonsView }) {
  if (view.changes.length === 0) return null;
  return (
    <section aria-label="History of the reasons">
      <h2 className="text-head">What was done to the list</h2>
      <ul className="mt-1 max-h-[320px] overflow-y-auto text-small">
        {view.changes.map((c) => (
          <li key={c.seq} className="border-rule border-b py-1">
            <b className="font-semibold">{c.code}</b> {CHANGES[c.kind]}
            {c.kind === 'merged'
              ? ` “${c.after}”`
              : c.before && c.after
                ? `: “${c.before}”, then “${c.after}”`
                : c.after && `: “${c.after}”`}
            <span className="block text-slate">
              {c.person}, {minute(c.at)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
