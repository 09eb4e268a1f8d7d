'use client';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { AXIS_LABELS, type EvidenceScheme } from '@/core/classify';
import { axisValues } from '@/core/sieve';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { TextArea } from '@/ui/field';
import { count, many, plural } from '@/ui/words';
import { PreviewWords, usePreview } from './RulingPreview';
import type { RulingTarget } from './ruling-target';

interface RulingDialogProps {
  reviewId: string;
  scheme: EvidenceScheme;
  target: RulingTarget | null;
  onClose(): void;
  onRuled(revision: number, later: boolean): void;
}

/** A person's ruling: which values hold, for which works, and why. What it would change is shown before it is made. */
export function RulingDialog({ reviewId, scheme, target, onClose, onRuled }: RulingDialogProps) {
  return (
    <Dialog
      open={target !== null}
      onOpenChange={(open) => !open && onClose()}
      title={target ? `Rule on ${AXIS_LABELS[target.axis].toLowerCase()}` : ''}
    >
      {target && (
        <RulingForm
          key={`${target.axis}${target.work?.no}${target.works?.join()}${target.causes[0]?.key}`}
          {...{ reviewId, scheme, target, onClose, onRuled }}
        />
      )}
    </Dialog>
  );
}

function RulingForm({ reviewId, scheme, target, onClose, onRuled }: RulingDialogProps & { target: RulingTarget }) {
  const { axis, work, works, causes } = target;
  const values = axisValues(axis, scheme);
  const [codes, setCodes] = useState<string[]>(target.codes.length === 1 || target.works ? target.codes : []);
  const [reach, setReach] = useState(work || works ? -1 : 0);
  const [standing, setStanding] = useState(false);
  const [reason, setReason] = useState('');
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState('');
  const list = useRef<HTMLDivElement>(null);
  // What is chosen to begin with may stand far down.
  useEffect(() => {
    list.current?.querySelector('input:checked')?.scrollIntoView({ block: 'nearest' });
  }, []);
  const preview = usePreview(reviewId, axis, codes, reach >= 0 ? causes[reach]! : (works ?? null));

  async function rule() {
    if (codes.length === 0) return setError('Choose the value that holds, or several that may.');
    if (!reason.trim()) return setError('Give the reason: it stays with the ruling.');
    setBusy(true);
    const cause = reach >= 0 ? causes[reach]! : null;
    const answer = await call(reviewId, 'rule-axis', {
      axis,
      codes,
      ...(cause ? { workNo: null } : works ? { workNo: null, workNos: [...works] } : { workNo: work!.no }),
      cause,
      standing: cause !== null && standing,
      reason,
    });
    setBusy(false);
    if (!answer.ok) return setError(answer.message);
    onRuled(answer.revision, answer.later);
    onClose();
    toast.success(`Ruled on ${many(answer.works, 'work')}.`, {
      action: {
        label: 'Undo',
        onClick: () =>
          void call(reviewId, 'undo-ruling', { seq: answer.seq }).then((back) => {
            if (!back.ok) return void toast.error(back.message);
            onRuled(back.revision, back.later);
          }),
      },
    });
  }

  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        void rule();
      }}
    >
      <fieldset>
        <legend className="text-small text-slate">
          What holds{axis === 'level' && ': moving a level is a judgement, and wants its reason'}
        </legend>
        <div ref={list} className="grid max-h-[236px] grid-cols-2 gap-x-4 overflow-y-auto">
          {values.map((v) => (
            <label key={v.code} className="flex min-h-6 items-center gap-2" title={v.meaning}>
              <input
                type="checkbox"
                className="size-4 accent-(--navy)"
                checked={codes.includes(v.code)}
                onChange={(e) => setCodes(e.target.checked ? [...codes, v.code] : codes.filter((c) => c !== v.code))}
              />
              <span className={target.codes.includes(v.code) ? 'font-semibold' : ''}>{v.label}</span>
            </label>
          ))}
        </div>
      </fieldset>
      <fieldset>
        <legend className="text-small text-slate">For which works</legend>
        {work && (
          <label className="flex min-h-6 items-start gap-2">
            <input type="radio" name="reach" className="mt-1 accent-(--navy)" checked={reach === -1} onChange={() => setReach(-1)} />
            <span>
              This one:{' '}
              <span dir="auto" className="font-serif">
                {work.title}
              </span>
            </span>
          </label>
        )}
        {works && (
          <p>
            The {count(works.length)} picked {plural(works.length, 'work')}
          </p>
        )}
        {causes.map((c, i) => (
          <label key={c.key} className="flex min-h-6 items-start gap-2">
            <input type="radio" name="reach" className="mt-1 accent-(--navy)" checked={reach === i} onChange={() => setReach(i)} />
            <span>{c.kind === 'journal' ? `All whose journal is “${c.label}”` : `All in which ${c.label}`}</span>
          </label>
        ))}
        {reach >= 0 && (
          <label className="mt-1 flex min-h-6 items-center gap-2">
            <input type="checkbox" className="size-4 accent-(--navy)" checked={standing} onChange={(e) => setStanding(e.target.checked)} />
            Also for works that come later
          </label>
        )}
      </fieldset>
      {(reach >= 0 || works) && <PreviewWords preview={preview} scheme={scheme} chosen={codes.length > 0} />}
      <TextArea label="Reason" required maxLength={2000} value={reason} onChange={(e) => setReason(e.target.value)} />
      {error && (
        <p role="alert" className="font-medium text-copper">
          {error}
        </p>
      )}
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>Cancel</Button>
        <Button look="solid" type="submit" disabled={busy}>
          {busy ? 'Ruling …' : 'Rule'}
        </Button>
      </div>
    </form>
  );
}
