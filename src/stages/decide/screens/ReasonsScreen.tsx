'use client';
import { call } from '@/client/call';
import type { Templates } from '@/core/grounds';
import type { ReasonsView } from '../queries/reasons-view';
import { DecideNav } from './DecideNav';
import { History } from './ReasonHistory';
import { ReasonList } from './ReasonList';
import { TemplateForm } from './TemplateForm';
import { useSaving } from './useSaving';

interface ReasonsScreenProps {
  reviewId: string;
  view: ReasonsView;
  templates: Templates;
  ownTemplates: boolean;
  twoStages: boolean;
}

/** The ordered reasons with their history, how grounds are drafted, and at how many stages is judged. */
export function ReasonsScreen({ reviewId, view, templates, ownTemplates, twoStages }: ReasonsScreenProps) {
  const saving = useSaving();
  return (
    <main className="px-5 py-3">
      <DecideNav reviewId={reviewId} current="/reasons" />
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[1fr_460px] gap-10">
        <ReasonList key={JSON.stringify(view.reasons)} reviewId={reviewId} view={view} />
        <div className="flex flex-col gap-7">
          <section aria-label="Stages">
            <h2 className="text-head">Stages</h2>
            <label className="mt-1 flex min-h-7 items-center gap-2">
              <input
                type="checkbox"
                className="size-4 accent-(--navy)"
                checked={twoStages}
                onChange={(e) => saving(call(reviewId, 'save-stages', { twoStages: e.target.checked }), 'Saved.')}
              />
              Kept works are judged again by their full text
            </label>
            <p className="text-small text-slate">Switched off, what was decided on full texts is kept, and only the first stage counts.</p>
          </section>
          <TemplateForm key={JSON.stringify(templates)} reviewId={reviewId} templates={templates} own={ownTemplates} />
          <History view={view} />
        </div>
      </div>
    </main>
  );
}
