'use client';
import { useEffect, useState } from 'react';
import { Dialog } from '@/ui/dialog';
import { RawText } from '@/ui/raw-text';

interface Rejected {
  ordinal: number;
  line: number;
  message: string;
  raw: string;
}

/** The entries of a file that are not records: where each begins, why it was rejected, and its text. */
export function RejectedList({ reviewId, file, onClose }: { reviewId: string; file: { id: string; name: string }; onClose(): void }) {
  const [rows, setRows] = useState<Rejected[] | null>(null);
  const [error, setError] = useState('');
  useEffect(() => {
    fetch(`/api/reviews/${reviewId}/rejected?file=${file.id}`)
      .then(async (r) => (r.ok ? setRows((await r.json()) as Rejected[]) : setError(`The list could not be read (${r.status}).`)))
      .catch(() => setError('The list could not be read: the server did not answer.'));
  }, [reviewId, file.id]);
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={`Rejected in ${file.name}`} sheet>
      {error && <p role="alert">{error}</p>}
      {!rows && !error && <p role="status">Reading …</p>}
      <ol className="flex flex-col gap-4">
        {rows?.map((row) => (
          <li key={row.ordinal}>
            <p>
              <b className="font-semibold">Line {row.line}</b> (entry {row.ordinal}): {row.message}
            </p>
            <RawText text={row.raw} label={`Text of the entry at line ${row.line}`} />
          </li>
        ))}
      </ol>
      {rows && rows.length >= 500 && <p className="mt-3 text-slate">The first 500 are shown.</p>}
    </Dialog>
  );
}
