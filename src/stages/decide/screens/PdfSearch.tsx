'use client';
import { useState } from 'react';
import { ask } from '@/client/call';
import { Button } from '@/ui/button';
import { Pill } from '@/ui/marks';
import { count } from '@/ui/words';
import type { PdfHit } from '../queries/search-pdfs';

export function PdfSearch({ reviewId }: { reviewId: string }) {
  const [found, setFound] = useState<{ words: string; hits: PdfHit[]; more: boolean; without: number } | { message: string } | null>(null);
  async function search(words: string) {
    const answer = await ask(reviewId, 'search-pdfs', { words });
    setFound(answer.ok ? { words, ...answer } : { message: answer.message });
  }
  return (
    <section aria-label="Search in all PDFs" className="mt-3">
      <form
        className="flex items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          void search(String(new FormData(e.currentTarget).get('words') ?? '').trim());
        }}
      >
        <label className="flex flex-col gap-1 text-small text-slate">
          Words or a phrase, in the text of every attached PDF
          <input
            name="words"
            minLength={2}
            maxLength={200}
            required
            className="h-8 w-[420px] rounded-[4px] border border-edge bg-surface px-2.5 text-ink"
          />
        </label>
        <Button type="submit">Search the PDFs</Button>
      </form>
      {found && 'message' in found && <p role="alert">{found.message}</p>}
      {found && 'hits' in found && (
        <div className="mt-2" role="status">
          <p className="text-small">
            {found.hits.length === 0 ? `“${found.words}” stands in none of them` : `${count(found.hits.length)} places`}
            {found.more && ', the first of more'}
            {found.without > 0 && `; ${found.without} have no text to be searched`}.
          </p>
          <ul>
            {found.hits.map((h, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: hits have nothing else to be told apart by, and never change places
              <li key={i} className="grid grid-cols-[220px_64px_1fr] gap-3 border-rule border-b py-1 text-small">
                <a
                  className="truncate text-navy underline-offset-2 hover:underline"
                  title={h.name}
                  href={`/reviews/${reviewId}/decide?stage=full-text&work=${h.workNo}`}
                >
                  {h.name}
                </a>
                <a
                  className="text-navy underline-offset-2 hover:underline"
                  href={`/api/reviews/${reviewId}/pdf/${h.attachment}#page=${h.page}`}
                  target="_blank"
                  rel="noreferrer"
                >
                  page {h.page}
                </a>
                <span dir="auto" className="min-w-0 font-serif">
                  {h.before}
                  <mark className="rounded-[2px] bg-picked font-semibold text-ink">{h.found}</mark>
                  {h.after}
                </span>
              </li>
            ))}
          </ul>
          {found.hits.length === 0 && <Pill>nothing found</Pill>}
        </div>
      )}
    </section>
  );
}
