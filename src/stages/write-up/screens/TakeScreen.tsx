'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { WORK_STATES } from '@/core/flow';
import { RECORD_FORMATS } from '@/stages/works/screens';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { TextField } from '@/ui/field';
import { refreshPage } from '@/ui/refresh-page';
import { Deletion, type DeletionProps } from './DeleteReview';
import { WriteUpNav } from './WriteUpNav';

interface TakeScreenProps extends DeletionProps {
  fileNames: string;
  archived: boolean;
}
const link = 'inline-flex min-h-8 items-center rounded-[4px] border border-ink bg-surface px-3 py-1 font-medium hover:bg-picked';

/** Everything that can be taken out of the application, and what becomes of the review in it. */
export function TakeScreen({ reviewId, title, fileNames, archived, sizes }: TakeScreenProps) {
  const router = useRouter();
  const [states, setStates] = useState('kept');
  const [pattern, setPattern] = useState(fileNames);
  const say = (answer: { ok: true } | { ok: false; message: string }, done: string) => {
    if (answer.ok) toast(done);
    else toast.error(answer.message);
    if (answer.ok) refreshPage(router);
  };
  return (
    <main className="px-5 py-3">
      <WriteUpNav reviewId={reviewId} current="/take" />
      <div className="mt-3 grid gap-10 lg:grid-cols-2">
        <div className="flex flex-col gap-6">
          <section aria-label="The write-up">
            <h1 className="text-title">The write-up</h1>
            <p className="text-slate">Methods, flow, search log, limiters, tables of kept and excluded, charts and references, in one.</p>
            <p className="mt-2 flex flex-wrap gap-2">
              <a className={link} href={`/api/reviews/${reviewId}/write-up/write-up.docx`} download>
                Word document (DOCX)
              </a>
              <a className={link} href={`/api/reviews/${reviewId}/write-up/write-up.html`} download>
                One page (HTML)
              </a>
              <a className={link} href={`/api/reviews/${reviewId}/write-up/tables.xlsx`} download>
                All tables (XLSX)
              </a>
            </p>
          </section>
          <section aria-label="Records for other programs">
            <h2 className="text-head">Records for other programs</h2>
            <label className="mt-1 flex items-center gap-2">
              Works that are
              <Choice
                className="h-8 rounded-[4px] border border-edge bg-surface px-2"
                value={states}
                onChange={(e) => setStates(e.target.value)}
              >
                <option value="decided">kept or excluded</option>
                <option value="all">anything: all works</option>
                {WORK_STATES.map((s) => (
                  <option key={s}>{s}</option>
                ))}
              </Choice>
            </label>
            <p className="mt-2 flex flex-wrap gap-2">
              {RECORD_FORMATS.map(([code, label]) => (
                <a
                  key={code}
                  className={link}
                  href={`/api/reviews/${reviewId}/export/${code}${states === 'decided' ? '' : `?states=${states}`}`}
                  download
                >
                  {label}
                </a>
              ))}
            </p>
            <p className="mt-1 text-small text-slate">
              Decision, reason and grounds go along in a note, or in columns of their own in CSV.
            </p>
          </section>
          <section aria-label="Names of the PDFs">
            <h2 className="text-head">Names of the PDFs</h2>
            <form
              className="mt-1 flex items-end gap-2"
              onSubmit={(e) => {
                e.preventDefault();
                void call(reviewId, 'save-write-up', { fileNames: pattern }).then((a) => say(a, 'Saved.'));
              }}
            >
              <div className="flex-1">
                <TextField
                  label="Pattern"
                  hint="{author} {year} {title} {container} {work}"
                  value={pattern}
                  maxLength={200}
                  onChange={(e) => setPattern(e.target.value)}
                />
              </div>
              <Button type="submit" disabled={pattern === fileNames} className="mb-5">
                Save the pattern
              </Button>
            </form>
            <p className="mt-2">
              <a className={link} href={`/api/reviews/${reviewId}/full-texts`} download>
                Full texts of what is kept (ZIP)
              </a>
            </p>
            <p className="mt-1 text-small text-slate">In one folder, under these names, with citations.ris whose links point to them.</p>
          </section>
        </div>
        <div className="flex flex-col gap-6">
          <section aria-label="The whole review">
            <h2 className="text-head">The whole review, as a bundle</h2>
            <p className="text-slate">
              A zip of open files: records raw and parsed, works, claims, rulings, versions of the sieve, decisions, the search log, PDFs,
              with checksums. It can be imported again on the page of reviews, here or elsewhere, to the same state.
            </p>
            <p className="mt-2">
              <a className={link} href={`/api/reviews/${reviewId}/bundle`} download>
                Export the bundle
              </a>
            </p>
          </section>
          <section aria-label="Archive">
            <h2 className="text-head">{archived ? 'Archived' : 'Archive'}</h2>
            <p className="text-slate">An archived review stays as it is, and is listed apart.</p>
            <Button
              className="mt-2"
              onClick={() =>
                void call(reviewId, 'archive', { archived: !archived }).then((a) =>
                  say(a, archived ? 'It is listed with the others again.' : 'It is archived.'),
                )
              }
            >
              {archived ? 'Restore the review' : 'Archive the review'}
            </Button>
          </section>
          <Deletion reviewId={reviewId} title={title} sizes={sizes} />
        </div>
      </div>
    </main>
  );
}
