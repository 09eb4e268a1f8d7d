'use client';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { call, put } from '@/client/call';
import { forget } from '@/client/query-client';
import type { WorkDetail } from '@/client/types';
import { WaysTo } from '@/stages/works/screens';
import { Button } from '@/ui/button';
import { FileInput } from '@/ui/file-input';
import { plural } from '@/ui/words';
import { RequestForm } from './RequestForm';

interface FullTextPanelProps {
  reviewId: string;
  work: WorkDetail;
  onShow(pdf: { id: string; page: number }): void;
}

/** What is known of the way to the full text: what the records promise, what was asked for, and what is attached. */
export function FullTextPanel({ reviewId, work, onShow }: FullTextPanelProps) {
  const [busy, setBusy] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);
  async function attach(files: File[]) {
    setBusy(true);
    for (const file of files) {
      const answer = await put(`/api/reviews/${reviewId}/works/${work.no}/pdf?name=${encodeURIComponent(file.name)}`, file);
      if (!answer.ok) toast.error(`${file.name}: ${answer.message}`);
      else toast(`${file.name} is attached.`);
    }
    setBusy(false);
    forget(reviewId, ['each-work', 'decisions']);
  }
  async function remove(id: string, removed: boolean) {
    const answer = await call(reviewId, 'remove-attachment', { id, removed });
    if (!answer.ok) return void toast.error(answer.message);
    if (removed) toast('The PDF is taken away.', { action: { label: 'Undo', onClick: () => void remove(id, false) } });
  }
  return (
    <section aria-label="Full text" className="mb-3 border-rule border-b pb-3">
      <h2 className="mb-1 text-lead">Full text</h2>
      <p className="text-small text-slate">
        Access: {work.access.words}.{work.access.kind === 'request' && ' Allow from a day to a week (common practice).'}
      </p>
      <WaysTo reviewId={reviewId} work={work} />
      <ul className="my-1.5 flex flex-col gap-1">
        {work.pdfs.map((pdf) => (
          <li key={pdf.id} className="text-small">
            <span className="block truncate font-medium" title={pdf.name}>
              {pdf.name}
            </span>
            {pdf.holdsTitle === false && (
              <span className="block text-copper">
                Its first pages do not hold the title of this work: look whether it is the right one.
              </span>
            )}
            <span className="flex items-center text-slate">
              {pdf.pages} {plural(pdf.pages, 'page')}
              {!pdf.hasText && ', no text in it: a scan'}
              <Button look="quiet" className="text-small" onClick={() => onShow({ id: pdf.id, page: 1 })}>
                See it
              </Button>
              <a
                className="min-h-6 px-1 text-navy leading-6 underline-offset-2 hover:underline"
                href={`/api/reviews/${reviewId}/pdf/${pdf.id}?save`}
                download
              >
                Save it
              </a>
              <Button look="quiet" className="text-small" onClick={() => remove(pdf.id, true)}>
                Take away
              </Button>
            </span>
          </li>
        ))}
      </ul>
      <FileInput ref={chooser} label="PDF of the full text" accept=".pdf,application/pdf" multiple onFiles={attach} />
      <Button className="min-h-7 text-small" disabled={busy} onClick={() => chooser.current?.click()}>
        {busy ? 'Attaching …' : 'Attach a PDF'}
      </Button>
      <RequestForm reviewId={reviewId} workNo={work.no} line={work.fullText} />
    </section>
  );
}
