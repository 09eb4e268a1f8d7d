'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { FileInput } from '@/ui/file-input';
import { RawText } from '@/ui/raw-text';
import { refreshPage } from '@/ui/refresh-page';
import { upload } from './upload';

interface Rejected {
  ordinal: number;
  line: number;
  message: string;
  raw: string;
}

interface RejectedListProps {
  reviewId: string;
  retrievalId: string;
  file: { id: string; name: string };
  withdrawn: boolean;
  onSent(): void;
  onClose(): void;
}

/** The entries of a file that are not records: where each begins, why, its text, and the way to correct them. */
export function RejectedList({ reviewId, retrievalId, file, withdrawn, onSent, onClose }: RejectedListProps) {
  const [rows, setRows] = useState<Rejected[] | null>(null);
  const [error, setError] = useState('');
  const input = useRef<HTMLInputElement>(null);
  const router = useRouter();
  useEffect(() => {
    fetch(`/api/reviews/${reviewId}/rejected?file=${file.id}`)
      .then(async (r) => (r.ok ? setRows((await r.json()) as Rejected[]) : setError(`The list could not be read (${r.status}).`)))
      .catch(() => setError('The list could not be read: the server did not answer.'));
  }, [reviewId, file.id]);
  async function send(corrected: File) {
    const result = await upload(reviewId, { retrieval: retrievalId, corrects: file.id }, corrected, '', () => {});
    if (!result.ok) return setError(result.message);
    toast(`${corrected.name} was received as a correction of ${file.name}.`);
    onSent();
    refreshPage(router);
    onClose();
  }
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={`Rejected in ${file.name}`} sheet>
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <a
          className="text-navy underline underline-offset-2"
          href={`/api/reviews/${reviewId}/rejected?file=${file.id}&download=1`}
          download
        >
          Download them
        </a>
        {!withdrawn && (
          <>
            <span className="text-slate">to correct them in an editor, then</span>
            <Button onClick={() => input.current?.click()}>Import the corrected file</Button>
            <FileInput ref={input} label={`Correction of ${file.name}`} onFiles={([chosen]) => void send(chosen!)} />
          </>
        )}
      </div>
      {error && (
        <p role="alert" className="mb-3 font-medium text-copper">
          {error}
        </p>
      )}
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
