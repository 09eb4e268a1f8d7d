'use client';
import Link from 'next/link';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { useAsk } from '@/client/useAsk';
import { shortAuthors } from '@/core/record';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { Segmented } from '@/ui/segmented';
import { count, many } from '@/ui/words';
import type { InsideView } from '../queries/look-inside';

const PRESS: Readonly<Record<string, string>> = {
  scholarly: 'a scholarly press',
  trade: 'a trade press',
  'self-publishing': 'a press for self-publishing',
  unknown: 'not known: no register of presses has it',
};

/** What a book or thesis is from within: contents, press, reviews of it that are here, chapters of it, and words in its text. */
export function InsideScreen({ reviewId, view }: { reviewId: string; view: InsideView }) {
  const link = (no: number, title: string) => (
    <Link dir="auto" className="font-serif text-navy underline-offset-2 hover:underline" href={`/reviews/${reviewId}/find?find=${no}`}>
      {title || `Work ${no}`}
    </Link>
  );
  return (
    <main className="px-5 py-3">
      <h1 dir="auto" className="max-w-[80ch] font-serif text-title">
        {view.title || `Work ${view.no}`}
      </h1>
      <p className="text-small text-slate">
        {[shortAuthors(view.authors), view.publisher, view.year, view.isbns[0] && `ISBN ${view.isbns[0]}`].filter(Boolean).join(' · ')}
        {!view.isBook && ' · what is known does not say that it is a book or a thesis'}
      </p>
      <div className="mt-3 grid gap-8 lg:grid-cols-[1fr_360px]">
        <TextHits reviewId={reviewId} view={view} />
        <div className="flex flex-col gap-4 text-small">
          <section aria-label="Press">
            <h2 className="text-lead">Its press</h2>
            <p>
              {PRESS[view.press.kind]}
              {view.press.why.length > 0 && <span className="text-slate">, by {view.press.why.join('; ')}</span>}
            </p>
          </section>
          <section aria-label="Contents">
            <h2 className="text-lead">Contents</h2>
            {view.contents.length === 0 && <p className="text-slate">No record gives a table of contents.</p>}
            {view.contents.map((c) => (
              <ol key={c.record} className="list-decimal pl-5">
                {c.parts.map((part) => (
                  <li key={part}>{part}</li>
                ))}
              </ol>
            ))}
          </section>
          <section aria-label="Chapters">
            <h2 className="text-lead">Chapters that are works here</h2>
            {view.chapters.length === 0 && <p className="text-slate">None.</p>}
            <ul>
              {view.chapters.map((c) => (
                <li key={c.no}>
                  {link(c.no, c.title)} {c.pages && <span className="text-slate">p. {c.pages}</span>}
                </li>
              ))}
            </ul>
          </section>
          <section aria-label="Reviews">
            <h2 className="text-lead">Reviews of it that are here</h2>
            {view.reviews.length === 0 && <p className="text-slate">None.</p>}
            <ul>
              {view.reviews.map((r) => (
                <li key={r.no}>
                  {link(r.no, r.title)} <span className="text-slate">{[r.authors, r.date].filter(Boolean).join(' · ')}</span>
                </li>
              ))}
            </ul>
          </section>
          {view.getIt && (
            <p>
              <a className="text-navy underline" href={view.getIt.url} target="_blank" rel="noreferrer">
                Get it
              </a>{' '}
              {view.holding && <span className="text-slate">{view.holding.words}</span>}
            </p>
          )}
        </div>
      </div>
    </main>
  );
}

function TextHits({ reviewId, view }: { reviewId: string; view: InsideView }) {
  const [typed, setTyped] = useState('');
  const [words, setWords] = useState('');
  const { data, error, isFetching } = useAsk(reviewId, 'find-in-book', { work: view.no, words }, { wanted: words.length > 1 });
  const withText = view.pdfs.filter((p) => p.hasText).length;
  async function mark(hit: NonNullable<typeof data>['hits'][number], about: boolean | null) {
    const { attachment, page, start } = hit;
    const answer = await call(reviewId, 'mark-hit', { attachment, page, start, words, about });
    if (!answer.ok) toast.error(answer.message);
  }
  const about = data?.hits.filter((h) => h.about === true).length ?? 0;
  const other = data?.hits.filter((h) => h.about === false).length ?? 0;
  return (
    <section aria-label="In its text" className="min-w-0">
      <h2 className="text-lead">In its text</h2>
      {withText === 0 ? (
        <p className="text-slate">
          {view.pdfs.length ? 'Its PDF has no text in it: a scan.' : 'No PDF of it is attached; attach one under Decide, by full text.'}
        </p>
      ) : (
        <form
          className="flex items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            setWords(typed.trim());
          }}
        >
          <div className="w-[300px]">
            <TextField label="Words to look for" value={typed} maxLength={200} onChange={(e) => setTyped(e.target.value)} />
          </div>
          <Button type="submit" disabled={typed.trim().length < 2}>
            Look
          </Button>
        </form>
      )}
      {error && <p role="alert">{error.message}</p>}
      {isFetching && !data && <p role="status">Looking …</p>}
      {data && (
        <>
          <p role="status" className="mt-2 text-small">
            {data.hits.length === 0 ? 'Nowhere.' : `${many(data.hits.length, 'place')}${data.more ? ' and more' : ''}: `}
            {data.hits.length > 0 &&
              `${count(about)} about it, ${count(other)} in another sense, ${count(data.hits.length - about - other)} not said.`}
          </p>
          <ul className="mt-1">
            {data.hits.map((hit) => (
              <li
                key={`${hit.attachment}${hit.page}/${hit.start}`}
                className="flex items-start gap-3 border-rule border-t py-1.5 text-small"
              >
                <span className="w-[64px] shrink-0 text-slate">page {hit.page}</span>
                <span dir="auto" className={`min-w-0 flex-1 font-serif ${hit.about === false ? 'text-slate' : ''}`}>
                  {hit.before}
                  <mark className="bg-picked font-semibold">{hit.found}</mark>
                  {hit.after}
                </span>
                <Segmented
                  label={`What it is about on page ${hit.page}`}
                  hideLabel
                  value={hit.about === null ? 'open' : hit.about ? 'about' : 'other'}
                  options={[
                    { value: 'about', label: 'About it' },
                    { value: 'other', label: 'Not' },
                    { value: 'open', label: '?' },
                  ]}
                  onChange={(said) => void mark(hit, said === 'open' ? null : said === 'about')}
                />
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
