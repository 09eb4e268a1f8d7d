'use client';
import { call } from '@/client/call';
import type { ReasonLine } from '@/core/flow';
import { reasonWords } from '@/core/flow';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';

interface ReasonDialogProps {
  reviewId: string;
  reasons: readonly ReasonLine[];
  onClose(): void;
  onPick(reason: ReasonLine): void;
  /** The list was started: it is to be read anew. */
  onStarted(): void;
}

/** The review's reasons under their visible numbers; a digit picks one. */
export function ReasonDialog({ reviewId, reasons, onClose, onPick, onStarted }: ReasonDialogProps) {
  const byNumber = (event: { key: string; preventDefault(): void }) => {
    const reason = reasons[Number(event.key) - 1];
    if (!/^[1-9]$/.test(event.key) || !reason) return;
    event.preventDefault();
    onPick(reason);
  };
  const own = reasons.filter((r) => r.code !== 'not-retrieved');
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="Exclude for which reason?" onKeyDown={byNumber}>
      <ol className="flex flex-col gap-1">
        {reasons.map((reason, i) => (
          <li key={reason.code}>
            <button
              type="button"
              title={reason.definition}
              className="flex min-h-9 w-full items-baseline gap-3 rounded-[4px] px-2 py-1.5 text-left hover:bg-picked"
              onClick={() => onPick(reason)}
            >
              <b className="w-5 text-right font-mono">{i + 1}</b>
              <span>
                {reasonWords(reason.code, reason.text)} <span className="text-note text-slate">{reason.code}</span>
                {reason.definition && <span className="block text-note text-slate">{reason.definition}</span>}
              </span>
            </button>
          </li>
        ))}
      </ol>
      {own.length === 0 && (
        <div className="mt-2 flex flex-col items-start gap-2">
          <p>The review has no reasons yet. They can be started from the limiters and the parts of the question, and edited afterwards.</p>
          <Button onClick={async () => (await call(reviewId, 'start-reasons', {})).ok && onStarted()}>Start the list from them</Button>
        </div>
      )}
      <p className="mt-3 text-small">
        <a className="text-navy underline" href={`/reviews/${reviewId}/decide/reasons`}>
          Edit the reasons
        </a>
      </p>
    </Dialog>
  );
}
