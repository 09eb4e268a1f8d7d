import { readFileSync } from 'node:fs';
import { EMPTY_SOURCE, type FoundHow, type SourceForm } from '@/core/found';
import type { Context } from '@/platform/context';
import { CitationRound, Finding, LeadRow, ListRow, Review } from '@/platform/db/schema';
import { decideWork } from '@/stages/decide/commands/decide';
import { saveFullText } from '@/stages/decide/commands/save-full-text';
import { reviewState } from '@/stages/decide/store/review-state';
import { libraryOf } from '@/stages/decide/store/review-ways';
import { addSource } from '@/stages/found/commands/add-source';
import { leaveLeads, takeLeads } from '@/stages/found/commands/judge-leads';
import { openRound } from '@/stages/found/commands/open-round';
import { bringList } from '@/stages/library/commands/bring-list';
import { saveLibrary } from '@/stages/library/commands/save-library';
import { workDetail } from '@/stages/works/queries/work-detail';
import { told } from './checks';
import type { Standin } from './servers/databases';

const HOLDINGS = [
  ['College library, online', '2026-09-01', 'holdings-online-2026-09-01.txt'],
  ['College library, print', '2026-08-15', 'holdings-print-2026-08-15.txt'],
  ['Open journals', '2026-09-01', 'holdings-open-2026-09-01.txt'],
] as const;

/** The library of both reviews: what it holds, how venues stand. Works are judged with it when the jobs are done. */
export async function bringLists(context: () => Context, reviewId: string, doJobs: (reviewId: string) => Promise<void>): Promise<void> {
  if ((await context().em.count(ListRow, { reviewId })) > 0) return;
  const text = (file: string) => readFileSync(`demo/files/${file}`, 'utf8');
  for (const [name, day, file] of HOLDINGS) told(await bringList(context(), reviewId, { kind: 'holdings', name, day, text: text(file) }));
  told(await bringList(context(), reviewId, { kind: 'standing', name: 'Venues by field', day: '2024', text: text('standing-2024.csv') }));
  await doJobs(reviewId);
}

/** Where the stand-ins of a library answer today. */
export async function setLibrary(context: () => Context, reviewId: string, scenario: Standin['scenario'], port: string): Promise<void> {
  const review = await context().em.fork().findOneOrFail(Review, { id: reviewId });
  const own = libraryOf(review);
  const at = (path: string) => `http://127.0.0.1:${port}/${path}`;
  const addresses = {
    ...{ resolver: at('resolver'), lender: at('lend'), register: at(`register/${scenario}/{id}`), citations: at(`index/${scenario}/{id}`) },
  };
  if (own.resolver === addresses.resolver) return;
  told(
    await saveLibrary(context(), reviewId, {
      ...own,
      ...addresses,
      asker: own.asker || review.person,
      deadline: own.deadline || '2026-12-18',
    }),
  );
}

/** None where the review is being classified anew since an update: then the next start sees to it. */
async function keptWorks(context: () => Context, reviewId: string): Promise<number[]> {
  const { columns, states } = await reviewState(context(), reviewId);
  return Array.from(columns.numbers).filter((_, i) => states[i] === 'kept');
}

/** Mills: two books met in footnotes, one by asking a keeper, and a request that is late. */
export async function millsFound(context: () => Context, reviewId: string, doJobs: (reviewId: string) => Promise<void>): Promise<void> {
  if ((await context().em.count(Finding, { reviewId })) > 0) return;
  const [citing] = await keptWorks(context, reviewId);
  if (citing === undefined) return;
  const footnote = (note: string): FoundHow => ({
    ...{ way: 'citation', place: '', foundOn: '2026-09-16', note, ofWork: citing, direction: 'backwards' },
  });
  const book = (form: Partial<SourceForm>): SourceForm => ({ ...EMPTY_SOURCE, kind: 'book', ...form });
  const add = async (how: FoundHow, source: SourceForm, pasted = '') => told(await addSource(context(), reviewId, { how, source, pasted }));
  await add(
    footnote('Footnote 14.'),
    book({
      title: 'The mill-keepers’ ledger: repairs on the lower creek',
      authors: 'Thrift, Maud',
      date: '2007',
      publisher: 'Sluicegate University Press',
    }),
    'Thrift, M. (2007). The mill-keepers’ ledger: repairs on the lower creek. Sluicegate University Press.',
  );
  await add(
    footnote('Footnote 31.'),
    book({ title: 'Piles, planks and puddled clay', authors: 'Hurdle, Amos', date: '2011', publisher: 'Tolland Academic' }),
    'Hurdle, A. (2011). Piles, planks and puddled clay. Tolland Academic.',
  );
  await add(
    { way: 'person', place: 'The keeper of Saltern mill', foundOn: '2026-09-17', note: 'By letter.', ofWork: null, direction: null },
    book({
      title: 'For those who mend sluices: a keeper’s notes',
      authors: 'Saltern Mill Trust',
      date: '2013',
      publisher: 'Saltern Mill Trust',
    }),
  );
  await doJobs(reviewId);
  const now = await reviewState(context(), reviewId);
  const kept = Array.from(now.columns.numbers).filter((_, i) => now.states[i] === 'kept');
  const { values, all } = now.columns.facets.holding;
  const missing = kept.filter((no) => values[31 - Math.clz32(all[now.indexOf.get(no)!]!)] === 'not-held');
  const asked = { asked: '2026-09-10', promised: '2026-09-15', arrived: '', source: 'Library of the next county', note: '' };
  for (const workNo of (missing.length ? missing : kept).slice(0, 1))
    told(await saveFullText(context(), reviewId, { workNo, ...asked, seenEdit: 0 }));
}

/** Night work: a round of citation searching that finds a trial no database gave, and one that was retracted; then one more. */
export async function nightFound(context: () => Context, reviewId: string, doJobs: (reviewId: string) => Promise<void>): Promise<void> {
  if ((await context().em.count(CitationRound, { reviewId })) > 0 || (await keptWorks(context, reviewId)).length === 0) return;
  told(await openRound(context(), reviewId, {}));
  const leads = await context().em.find(LeadRow, { reviewId });
  const place = ({ round, ordinal }: LeadRow) => ({ round, ordinal });
  const wanted = leads.filter((l) => /randomised trial in depot drivers|^RETRACTED/.test(l.item.title));
  const off = leads.filter((l) => /questionnaire|Actigraphs|Rosters/.test(l.item.title));
  if (wanted.length) told(await takeLeads(context(), reviewId, { leads: wanted.map(place) }));
  if (off.length) told(await leaveLeads(context(), reviewId, { leads: off.map(place), why: 'No light is given.' }));
  await doJobs(reviewId);
  const rows = await context().em.execute<{ title: string; work: number }[]>(
    `select r.item->>'title' as title, m.work_no as work from finding f join record r on r.review_id = f.review_id and r.no = f.record_no
     join work_record m on m.review_id = f.review_id and m.record_no = f.record_no and m.active where f.review_id = ?`,
    [reviewId],
  );
  for (const { title, work } of rows) {
    const retracted = /^RETRACTED/.test(title);
    const { draft, seenSeq } = await workDetail(context(), reviewId, work);
    const said = retracted ? ({ verdict: 'exclude', reasonCode: 'evidence' } as const) : ({ verdict: 'keep', reasonCode: '' } as const);
    const grounds = retracted ? `${draft} Retracted by its journal: both groups’ diaries were the same.` : draft;
    told(await decideWork(context(), reviewId, { workNo: work, ...said, grounds, seenSeq }));
  }
}
