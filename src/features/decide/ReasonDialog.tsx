import { Dialog } from '@/ui/dialog';

export interface Reason {
  code: string;
  text: string;
}

interface ReasonDialogProps {
  reviewId: string;
  reasons: Reason[];
  onClose(): void;
  onPick(code: string): void;
}

/** The review's reasons under their visible numbers; a digit picks one. */
export function ReasonDialog({ reviewId, reasons, onClose, onPick }: ReasonDialogProps) {
  const byNumber = (event: { key: string; preventDefault(): void }) => {
    const reason = reasons[Number(event.key) - 1];
    if (!/^[1-9]$/.test(event.key) || !reason) return;
    event.preventDefault();
    onPick(reason.code);
  };
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="Exclude for which reason?" onKeyDown={byNumber}>
      {reasons.length === 0 ? (
        <p>
          The review has no reasons yet. Add criteria under{' '}
          <a className="text-navy underline" href={`/reviews/${reviewId}/question`}>
            Question
          </a>
          : each is a reason for excluding.
        </p>
      ) : (
        <ol className="flex flex-col gap-1">
          {reasons.map((reason, i) => (
            <li key={reason.code}>
              <button
                type="button"
                className="flex min-h-9 w-full items-baseline gap-3 rounded-[4px] px-2 py-1.5 text-left hover:bg-picked"
                onClick={() => onPick(reason.code)}
              >
                <b className="w-5 text-right font-mono">{i + 1}</b>
                <span>
                  Not met: {reason.text} <span className="text-[12.5px] text-slate">{reason.code}</span>
                </span>
              </button>
            </li>
          ))}
        </ol>
      )}
    </Dialog>
  );
}
