'use client';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { ask, call } from '@/client/call';
import { entryKey, entryName, type VenueEntry } from '@/core/venues';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { count, many } from '@/ui/words';

import type { VenuePreview } from '../queries/preview-venues';

interface VenueImportProps {
  reviewId: string;
  /** The table, as text; null when none was chosen. */
  text: string | null;
  onClose(): void;
  onTaken(entries: readonly VenueEntry[]): void;
}

/** What a table of venues would change, before it is taken in. */
export function VenueImport({ reviewId, text, onClose, onTaken }: VenueImportProps) {
  const [preview, setPreview] = useState<VenuePreview | null>(null);
  const [error, setError] = useState('');
  const [busy, setBusy] = useState(false);
  useEffect(() => {
    setPreview(null);
    setError('');
    if (text === null) return;
    let gone = false;
    void ask(reviewId, 'preview-venues', { text }).then((answer) => {
      // A table that was put away meanwhile shows nothing of it.
      if (gone) return;
      if (answer.ok) setPreview(answer.preview);
      else setError(answer.message);
    });
    return () => {
      gone = true;
    };
  }, [reviewId, text]);

  async function take() {
    setBusy(true);
    const answer = await call(reviewId, 'import-venues', { text: text! });
    setBusy(false);
    if (!answer.ok) return setError(answer.message);
    onTaken(answer.entries);
    toast.success(`${count(answer.added)} added, ${count(answer.changed)} changed. The works are classified again.`);
    onClose();
  }
  return (
    <Dialog open={text !== null} onOpenChange={(open) => !open && onClose()} title="Import a list of venues" wide>
      {error && (
        <p role="alert" className="font-medium text-copper">
          {error}
        </p>
      )}
      {!preview && !error && <p role="status">Reading the table …</p>}
      {preview && (
        <div className="flex flex-col gap-3">
          <p>
            {many(preview.entries, 'entry', 'entries')}: {count(preview.added.length)} new, {count(preview.changed.length)} changed,{' '}
            {count(preview.same)} as they are. They speak of {many(preview.records, 'record')} in {many(preview.journals, 'venue')} of this
            review.
          </p>
          {preview.problems.length > 0 && (
            <section aria-label="What could not be used">
              <h3 className="text-lead">What could not be used: {count(preview.problems.length)}</h3>
              <ul className="max-h-[150px] overflow-y-auto text-small">
                {preview.problems.map((p) => (
                  <li key={`${p.line}${p.column}${p.text}`}>
                    <b className="font-semibold">line {p.line}</b>
                    {p.column && `, ${p.column}`}: {p.message} {p.text && <q>{p.text.slice(0, 80)}</q>}{' '}
                    {p.rowLost ? 'The row is left out.' : ''}
                  </li>
                ))}
              </ul>
            </section>
          )}
          {preview.changed.length > 0 && (
            <section aria-label="Changes">
              <h3 className="text-lead">Changes</h3>
              <ul className="max-h-[150px] overflow-y-auto text-small">
                {preview.changed.map((c) => (
                  <li key={entryKey(c.after)}>
                    <span dir="auto" className="font-serif">
                      {entryName(c.after)}
                    </span>
                    : {c.fields.map((f) => `${f} ${said(c.before, f)} → ${said(c.after, f)}`).join('; ')}
                  </li>
                ))}
              </ul>
            </section>
          )}
          {preview.added.length > 0 && (
            <section aria-label="New entries">
              <h3 className="text-lead">New</h3>
              <p dir="auto" className="max-h-[110px] overflow-y-auto font-serif text-small">
                {preview.added.map(entryName).join(' · ')}
              </p>
            </section>
          )}
          <div className="flex justify-end gap-2">
            <Button onClick={onClose}>Cancel</Button>
            <Button look="solid" disabled={busy || preview.added.length + preview.changed.length === 0} onClick={take}>
              {busy ? 'Importing …' : 'Import it'}
            </Button>
          </div>
        </div>
      )}
    </Dialog>
  );
}

function said(entry: VenueEntry, field: string): string {
  const value = (entry as unknown as Record<string, unknown>)[field];
  return Array.isArray(value) ? value.join(' ') || 'none' : String(value ?? '') || 'unknown';
}
