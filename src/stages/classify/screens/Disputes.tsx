import { AXIS_LABELS } from '@/core/classify';
import { Button } from '@/ui/button';
import { Pill } from '@/ui/marks';
import { count, plural } from '@/ui/words';
import type { Dispute } from '../queries/classify-view';

interface DisputesProps {
  disputes: readonly Dispute[];
  onOpen(dispute: Dispute): void;
  onRule(dispute: Dispute): void;
}
const SHOWN = 12;

/** What contradicts what, those first with which one ruling settles most works. */
export function Disputes({ disputes, onOpen, onRule }: DisputesProps) {
  if (disputes.length === 0) return <p className="text-small text-slate">No database contradicts another here.</p>;
  return (
    <ol className="flex flex-col">
      {disputes.slice(0, SHOWN).map((d) => (
        <li key={`${d.kind}${d.key}`} className="border-rule border-t py-1.5 text-small">
          <div className="flex items-start justify-between gap-2">
            <span>
              <span className="text-slate">{AXIS_LABELS[d.axis]}: </span>
              {d.label}
            </span>
            <Pill
              look={d.kind === 'conflict' ? 'attention' : 'plain'}
              title={
                d.kind === 'conflict'
                  ? 'Equally strong claims: only a ruling settles it.'
                  : 'A weaker claim disagrees with the value that is shown.'
              }
            >
              {d.kind === 'conflict' ? 'conflict' : 'weaker evidence disagrees'}
            </Pill>
          </div>
          <div className="flex gap-1">
            <Button look="quiet" className="-ml-1.5" onClick={() => onOpen(d)}>
              {count(d.works)} {plural(d.works, 'work')}
            </Button>
            <Button look="quiet" onClick={() => onRule(d)}>
              {d.works === 1 ? 'Rule on it' : 'Rule on all'}
            </Button>
          </div>
        </li>
      ))}
      {disputes.length > SHOWN && (
        <li className="border-rule border-t py-1.5 text-small text-slate">and {disputes.length - SHOWN} more, with fewer works each</li>
      )}
    </ol>
  );
}
