'use client';
import { useState } from 'react';
import { toast } from 'sonner';
import { ask, call } from '@/client/call';
import { useAsk } from '@/client/useAsk';
import type { ReasonLine } from '@/core/flow';
import { reasonWords, type Stage } from '@/core/flow';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { Select, TextArea } from '@/ui/field';
import { StateSquare } from '@/ui/marks';
import { count, many } from '@/ui/words';
import type { Queue } from './useQueue';

interface ManyDialogProps {
  reviewId: string;
  stage: Stage;
  queue: Queue;
  reasons: readonly ReasonLine[];
  onClose(): void;
  onDone(): void;
}
type Verdict = 'keep' | 'exclude' | 'wait' | 'background';
const VERDICTS: Record<Verdict, string> = { exclude: 'Exclude', keep: 'Keep', wait: 'Set to wait', background: 'Mark as background' };
const PREVIEWED = 12;
/** As many as the server takes at once. */
const MOST = 2000;

/** One decision on all works that are shown, with one reason and one text; before it is made, what it would change. */
export function ManyDialog({ reviewId, stage, queue, reasons, onClose, onDone }: ManyDialogProps) {
  const [verdict, setVerdict] = useState<Verdict>('exclude');
  const [reasonCode, setReason] = useState(reasons[0]?.code ?? '');
  const [grounds, setGrounds] = useState('');
  const [decidedToo, setDecidedToo] = useState(false);
  const [busy, setBusy] = useState(false);
  const decided = queue.numbers.filter((no) => queue.of(no).state !== 'undecided');
  const works = decidedToo ? queue.numbers : queue.numbers.filter((no) => queue.of(no).state === 'undecided');
  const shown = works.slice(0, PREVIEWED).join();
  const { data } = useAsk(reviewId, 'works', shown ? shown.split(',').map(Number) : []);
  const lines = data?.works ?? [];
  async function decideTogether() {
    const seen = await ask(reviewId, 'seen-decisions', { works: works.slice(0, MOST) });
    if (!seen.ok) return seen;
    return call(reviewId, 'decide-many', {
      ...{ stage, verdict, reasonCode: verdict === 'exclude' ? reasonCode : '', grounds },
      works: seen.seen.map(([workNo, seenSeq]) => ({ workNo, seenSeq })),
    });
  }
  async function decide() {
    setBusy(true);
    const answer = await decideTogether();
    setBusy(false);
    if (!answer.ok) return void toast.error(answer.message);
    const { act, left } = answer;
    onDone();
    toast(
      `${count(answer.decided)} decided together${left.length ? `; ${count(left.length)} were decided by somebody else meanwhile and left` : ''}.`,
      {
        action: {
          label: 'Undo',
          onClick: () =>
            void call(reviewId, 'undo-act', { act })
              .then((undone) => (undone.ok ? toast(`${count(undone.undone)} taken back.`) : toast.error(undone.message)))
              .then(onDone),
        },
      },
    );
  }
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={`Decide ${many(works.length, 'work')} together`} wide>
      <form
        className="grid grid-cols-[340px_1fr] gap-6"
        onSubmit={(e) => {
          e.preventDefault();
          void decide();
        }}
      >
        <div className="flex flex-col gap-3">
          <Select label="Decision" value={verdict} onChange={(e) => setVerdict(e.target.value as Verdict)}>
            {Object.entries(VERDICTS).map(([code, label]) => (
              <option key={code} value={code}>
                {label}
              </option>
            ))}
          </Select>
          {verdict === 'exclude' && (
            <Select label="Reason, for all of them" value={reasonCode} onChange={(e) => setReason(e.target.value)}>
              {reasons.map((r, i) => (
                <option key={r.code} value={r.code}>
                  {i + 1} {reasonWords(r.code, r.text)}
                </option>
              ))}
            </Select>
          )}
          <TextArea
            label="Grounds, for all of them"
            required
            rows={4}
            maxLength={10_000}
            value={grounds}
            onChange={(e) => setGrounds(e.target.value)}
            hint="They stand with each of these decisions, beside what each work was at the time."
          />
          {decided.length > 0 && (
            <label className="flex min-h-6 items-center gap-2 text-small">
              <input
                type="checkbox"
                className="size-4 accent-(--navy)"
                checked={decidedToo}
                onChange={(e) => setDecidedToo(e.target.checked)}
              />
              Also the {count(decided.length)} that are decided already
            </label>
          )}
          <div className="flex gap-2">
            <Button
              type="submit"
              look="solid"
              disabled={busy || works.length === 0 || works.length > MOST || (verdict === 'exclude' && !reasonCode)}
            >
              {busy ? 'Deciding …' : `${VERDICTS[verdict]}: ${many(works.length, 'work')}`}
            </Button>
            <Button onClick={onClose}>Cancel</Button>
          </div>
          {works.length > MOST && <p role="alert">At most {count(MOST)} at once: narrow the list by its filters.</p>}
        </div>
        <section aria-label="What would change">
          <p className="text-slate">
            {count(works.length)} would change
            {decidedToo && decided.length > 0 ? `, ${count(decided.length)} of them from another decision` : ''}
            {works.length > PREVIEWED && `; the first ${PREVIEWED}:`}
          </p>
          <ul className="mt-1">
            {lines.map((line) => (
              <li key={line.no} className="flex gap-2 border-rule border-t py-1">
                <span className="pt-0.5">
                  <StateSquare state={queue.of(line.no).state} />
                </span>
                <span className="min-w-0">
                  <span dir="auto" className="line-clamp-1 font-serif">
                    {line.title || `Work ${line.no}`}
                  </span>
                  <span className="text-note text-slate">{[line.date, line.container].filter(Boolean).join(' · ')}</span>
                </span>
              </li>
            ))}
          </ul>
        </section>
      </form>
    </Dialog>
  );
}
