import type { WorkDetail } from '@/client/types';
import { intervalWords, shortAuthors } from '@/core/record';
import { Button } from '@/ui/button';
import { DatabaseTag } from '@/ui/marks';
import { decisionWords } from './decision-words';
import { FamilyTimeline } from './FamilyTimeline';
import { FlagNotes } from './FlagNotes';
import { LookAgain } from './LookAgain';
import { placeOf } from './labels';
import { MarkedAbstract, MarkedText } from './MarkedText';
import { MergedFields } from './MergedFields';
import { marksFor } from './marks';
import { WaysTo } from './WaysTo';

interface ReadingPaneProps {
  reviewId: string;
  work: WorkDetail;
  marks: boolean;
  onMarks(on: boolean): void;
  /** Whether the way to it stands here: not where it stands beside it. */
  withWay?: boolean;
}

/** The citation and the text, and nothing that says what was made of them: to be judged without being led. */
export function BlindPane({ work }: { work: WorkDetail }) {
  const { shown } = work;
  return (
    <article className="max-w-[68ch]">
      <Origin work={work} />
      <div className="mt-2 empty:hidden">
        <FlagNotes flags={work.classification.flags} family={work.family} no={work.no} />
      </div>
      <h1 dir="auto" className="mt-2 break-words text-title leading-[1.25]">
        {shown.title || '(no title)'}
      </h1>
      <p dir="auto" className="mt-1 text-small text-slate">
        {shortAuthors(shown.authors)}
      </p>
      {shown.abstract ? (
        <div className="mt-4 flex flex-col gap-2.5">
          <MarkedAbstract text={shown.abstract} marks={[]} show={false} className="font-serif text-lead leading-[1.6]" />
        </div>
      ) : (
        <p className="mt-4 text-slate">No record of this work has an abstract.</p>
      )}
    </article>
  );
}

/** Where it was found, and where it stands. */
function Origin({ work: { records, shown } }: { work: WorkDetail }) {
  return (
    <p className="flex flex-wrap items-center gap-1.5 text-small text-slate">
      {[...new Map(records.map((r) => [r.tag, r])).values()].map((r) => (
        <DatabaseTag key={r.tag} tag={r.tag} name={r.database} />
      ))}
      {records.length > 1 && `${records.length} records, one work · `}
      {[placeOf(shown), shown.doi].filter(Boolean).join(' · ')}
    </p>
  );
}

/** Title and abstract at reading comfort, with the cues marked; its family, and where the copies of it differ. */
export function ReadingPane({ reviewId, work, marks, onMarks, withWay = true }: ReadingPaneProps) {
  const { shown, classification } = work;
  const own = (field: 'title' | 'abstract') => marksFor(field, work.shownFrom[field], classification, work.mentions, work.likely);
  return (
    <article className="max-w-[68ch]">
      <Origin work={work} />
      <div className="mt-2 flex flex-col gap-1.5 empty:hidden">
        <FlagNotes flags={classification.flags} family={work.family} no={work.no} />
        <LookAgain changed={work.changed} scheme={work.scheme} />
        {work.unsettled && (
          <p role="note" className="rounded-[4px] border border-copper border-dashed px-3 py-1.5 text-copper">
            Different decisions met when this work was joined: {work.unsettled.decisions.map(decisionWords).join('; ')}. Deciding now
            settles it.
          </p>
        )}
      </div>
      <h1 dir="auto" className="mt-2 break-words text-title leading-[1.25]">
        <MarkedText text={shown.title || '(no title)'} marks={own('title')} show={marks} />
      </h1>
      <p className="mt-1 text-small text-slate">
        {[shortAuthors(shown.authors), `first public ${intervalWords(work.earliest)}`].filter(Boolean).join(' · ')}
      </p>
      {shown.abstract ? (
        <div className="mt-4 flex flex-col gap-2.5">
          <MarkedAbstract text={shown.abstract} marks={own('abstract')} show={marks} className="font-serif text-lead leading-[1.6]" />
        </div>
      ) : (
        <p className="mt-4 text-slate">No record of this work has an abstract.</p>
      )}
      <p className="mt-3 flex flex-wrap items-center gap-x-3 text-note text-slate">
        <Button look="quiet" className="-ml-1.5 text-small" aria-pressed={marks} onClick={() => onMarks(!marks)} hotkey="M">
          {marks ? 'Hide the marks' : 'Show the marks'}
        </Button>
        {marks && (
          <>
            <span>
              <span className="border-copper border-b-2">line</span> counts for the axis named
            </span>
            <span>
              <span className="border-slate border-b-2 border-dotted">dots</span> looked at and set aside
            </span>
            {Object.keys(work.likely).length > 0 && (
              <span>
                <span className="underline decoration-navy decoration-wavy decoration-1 underline-offset-4">wave</span> makes a value likely
              </span>
            )}
            <span>
              <span className="rounded-[2px] bg-picked px-0.5 text-ink">ground</span> matches the question
            </span>
          </>
        )}
      </p>
      {work.family.members.length > 0 && (
        <section aria-label="Its family" className="mt-4">
          <h2 className="mb-1 text-lead">Its family, from the earliest to the latest</h2>
          <FamilyTimeline reviewId={reviewId} family={work.family} current={work.no} />
        </section>
      )}
      {withWay && (
        <div className="mt-3">
          <WaysTo reviewId={reviewId} work={work} />
        </div>
      )}
      <div className="mt-4">
        <MergedFields reviewId={reviewId} work={work} />
      </div>
    </article>
  );
}
