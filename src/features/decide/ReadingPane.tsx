import { intervalWords, shortAuthors } from '@/core/record';
import type { WorkDetail } from '@/server/work-detail';
import { Button } from '@/ui/button';
import { DatabaseTag } from '@/ui/marks';
import { decisionWords } from '../works/decision-words';
import { FlagNotes } from '../works/FlagNotes';
import { placeOf } from '../works/labels';
import { MarkedAbstract, MarkedText } from '../works/MarkedText';
import { marksFor } from '../works/marks';

/** Title and abstract at reading comfort, with the cues marked. */
export function ReadingPane({ work, marks, onMarks }: { work: WorkDetail; marks: boolean; onMarks(on: boolean): void }) {
  const { shown, classification } = work;
  const own = (field: 'title' | 'abstract') => marksFor(field, work.shownFrom[field], classification, work.mentions);
  return (
    <article className="max-w-[68ch]">
      <p className="flex flex-wrap items-center gap-1.5 text-[13.5px] text-slate">
        {[...new Map(work.records.map((r) => [r.tag, r])).values()].map((r) => (
          <DatabaseTag key={r.tag} tag={r.tag} name={r.database} />
        ))}
        {work.records.length > 1 && `${work.records.length} records, one work · `}
        {[placeOf(shown), shown.doi].filter(Boolean).join(' · ')}
      </p>
      <div className="mt-2 flex flex-col gap-1.5 empty:hidden">
        <FlagNotes flags={classification.flags} family={work.family} no={work.no} />
        {work.unsettled && (
          <p role="note" className="rounded-[4px] border border-copper border-dashed px-3 py-1.5 text-copper">
            Different decisions met when this work was joined: {work.unsettled.decisions.map(decisionWords).join('; ')}. Deciding now
            settles it.
          </p>
        )}
      </div>
      <h1 className="mt-2 text-[23px] leading-[1.25]">
        <MarkedText text={shown.title || '(no title)'} marks={own('title')} show={marks} />
      </h1>
      <p className="mt-1 text-[13.5px] text-slate">
        {[shortAuthors(shown.authors), `first public ${intervalWords(work.earliest)}`].filter(Boolean).join(' · ')}
      </p>
      {shown.abstract ? (
        <div className="mt-4 flex flex-col gap-2.5">
          <MarkedAbstract text={shown.abstract} marks={own('abstract')} show={marks} className="font-serif text-[16px] leading-[1.6]" />
        </div>
      ) : (
        <p className="mt-4 text-slate">No record of this work has an abstract.</p>
      )}
      <Button look="quiet" className="mt-3 text-[13px]" aria-pressed={marks} onClick={() => onMarks(!marks)} hotkey="M">
        {marks ? 'Hide the marks' : 'Show the marks'}
      </Button>
    </article>
  );
}
