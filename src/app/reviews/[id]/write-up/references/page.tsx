import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import type { LintField } from '@/core/cite';
import { peopleText } from '@/core/merge';
import type { BibRecord } from '@/core/record';
import { citedOf, referenced, writeUpData } from '@/stages/write-up/queries/data';
import { referenceList } from '@/stages/write-up/queries/references';
import { ReferencesScreen } from '@/stages/write-up/screens/ReferencesScreen';

export const metadata: Metadata = { title: 'References' };

const fieldText = (item: BibRecord, field: LintField): string =>
  field === 'authors' ? peopleText(item.authors) : field === 'issued' ? item.dates.issue : item[field];

export default reviewPage('read', async (ctx, { id }) => {
  const data = await writeUpData(ctx, id);
  const { settings, review, kept, lints } = data;
  const { sources, words } = referenced(data);
  const items = new Map(kept.map((s) => [s.no, s.item]));
  const listed = new Set(sources.map((s) => s.no));
  const doubts = lints
    .filter((d) => listed.has(d.no))
    .map((d) => ({
      ...d,
      values: Object.fromEntries(d.lints.map((l) => [l.field, fieldText(items.get(d.no)!, l.field)])),
    }));
  return (
    <ReferencesScreen
      reviewId={id}
      style={settings.style}
      references={await referenceList(settings.style, citedOf(sources))}
      of={review.twoStages ? settings.referencesOf : null}
      words={words}
      doubts={doubts}
    />
  );
});
