import type { EntityManager } from '@mikro-orm/postgresql';
import { STAGES, type Stage } from '@/core/flow';
import { isReadByTwo, type Judgement, ONE_READER, type ReadersSetting, type ReadWork, readersOf } from '@/core/readers';
import { perRequest } from '@/platform/cache/parts';
import { recent } from '@/platform/cache/process-wide';
import type { Context } from '@/platform/context';
import { type JudgementRow, PersonRow, type Review } from '@/platform/db/schema';
import type { OpenReview } from '@/platform/verbs/open-review';
import type { SieveState } from '@/stages/sieve';
import { homesOf } from './latest-decisions';

/** What a reader said last of a work at a stage. */
export type SaidOf = Pick<
  JudgementRow,
  'workNo' | 'stage' | 'verdict' | 'reasonCode' | 'reasonText' | 'grounds' | 'page' | 'note' | 'person' | 'personId' | 'seq' | 'at'
>;

/** How works are judged at a stage. */
export const settingAt = ({ readers }: Pick<Review, 'readers'>, stage: Stage): ReadersSetting => readers?.[stage] ?? ONE_READER;

/** Whether two judge the works of any stage. */
export const twoJudge = (review: Pick<Review, 'readers'>): boolean => STAGES.some((s) => settingAt(review, s).readers === 2);

/**
 * What one of two said is nobody else's to see before both have: a condition on rows of `judgement`, called t. Who sets a
 * work to wait, or took back what they said, has not judged it.
 */
export const BOTH_HAVE_JUDGED = `(select count(*) from (select distinct on (j.person_id) j.verdict from judgement j
  where j.review_id = t.review_id and j.work_no = t.work_no and j.stage = t.stage order by j.person_id, j.seq desc) l
  where l.verdict not in ('undo', 'wait')) >= 2`;

type ByWork = ReadonlyMap<number, readonly SaidOf[]>;
type ByStage<M = ByWork> = Readonly<Record<Stage, M>>;
const NONE: ByStage = { 'title-abstract': new Map(), 'full-text': new Map() };

/** The latest of each reader on each work, by stage. For rules alone: what of it somebody may see is asked of `seenBy`. */
export const judgementsOf = (ctx: Context, state: SieveState): Promise<ByStage> =>
  perRequest(ctx, `judgements|${state.review.id}`, () => judgementsNow(ctx, state));

async function judgementsNow(ctx: Context, { review, columns }: SieveState): Promise<ByStage> {
  if (!review.readers) return NONE;
  const { byStage } = await heldOf(ctx.em, review.id);
  const home = await homesOf(ctx.em, review.id, columns);
  const moved = [...home.keys()].filter((no) => STAGES.some((s) => byStage[s].has(no)));
  return moved.length ? atHome(byStage, moved, home) : byStage;
}

/** What was said of works that became others is said of those, where the same reader has not spoken of them. */
function atHome(byStage: ByStage, moved: readonly number[], home: ReadonlyMap<number, number>): ByStage {
  const found = { 'title-abstract': new Map(byStage['title-abstract']), 'full-text': new Map(byStage['full-text']) };
  for (const stage of STAGES)
    for (const no of [...moved].sort((a, b) => a - b)) {
      const theirs = found[stage].get(no) ?? [];
      found[stage].delete(no);
      const to = home.get(no)!;
      const here = found[stage].get(to) ?? [];
      const more = theirs.filter((t) => !here.some((h) => h.personId === t.personId)).map((t) => ({ ...t, workNo: to }));
      if (here.length + more.length) found[stage].set(to, [...here, ...more].sort(byTime));
    }
  return found;
}
const byTime = (a: SaidOf, b: SaidOf): number => a.at.getTime() - b.at.getTime();

/** Judgements are only ever added: of a review that was asked about lately only the newest are fetched. @see latest-decisions */
interface Held {
  count: number;
  newest: number;
  byStage: ByStage<Map<number, readonly SaidOf[]>>;
  seen: Set<string>;
}
const held = recent<Held>('judgements', 4);
/** One can be stored a little after one that was made a little later. */
const MARGIN_MS = 10_000;

async function heldOf(em: EntityManager, reviewId: string): Promise<Held> {
  const [{ n }] = await em.execute<[{ n: number }]>('select count(*)::int as n from judgement where review_id = ?', [reviewId]);
  let known = held.get(reviewId);
  if (known?.count === n) return known;
  if (known && known.count < n) take(known, await rowsOf(em, reviewId, new Date(known.newest - MARGIN_MS)));
  if (!known || known.count < n) {
    known = { count: 0, newest: 0, byStage: { 'title-abstract': new Map(), 'full-text': new Map() }, seen: new Set() };
    take(known, await rowsOf(em, reviewId, null));
  }
  held.set(reviewId, known);
  return known;
}

const rowsOf = (em: EntityManager, reviewId: string, since: Date | null): Promise<SaidOf[]> =>
  em.execute(
    `select work_no as "workNo", stage, verdict, reason_code as "reasonCode", reason_text as "reasonText", grounds, page, note, person,
       person_id as "personId", seq, at
     from judgement where review_id = ? ${since ? 'and at >= ?' : ''} order by work_no, person_id, seq`,
    since ? [reviewId, since] : [reviewId],
  );

function take(into: Held, rows: readonly SaidOf[]) {
  for (const row of rows) {
    const key = `${row.workNo}/${row.personId}/${row.seq}`;
    if (into.seen.has(key)) continue;
    into.seen.add(key);
    into.count++;
    const said = { ...row, at: new Date(row.at) };
    into.newest = Math.max(into.newest, said.at.getTime());
    const here = into.byStage[row.stage].get(row.workNo) ?? [];
    const before = here.find((s) => s.personId === row.personId);
    if (before && before.seq > row.seq) continue;
    // A list of its own: others may still read the one before.
    into.byStage[row.stage].set(row.workNo, [...here.filter((s) => s !== before), said].sort(byTime));
  }
}

/** What counts as judged. */
export const isSpoken = (s: Pick<SaidOf, 'verdict'>): boolean => s.verdict !== 'undo' && s.verdict !== 'wait';
export const spoken = (said: readonly SaidOf[] = []): SaidOf[] => said.filter(isSpoken);

export const asJudgement = ({ personId, verdict, reasonCode }: SaidOf): Judgement => ({
  ...{ person: personId, verdict: verdict as Judgement['verdict'], reasonCode },
});

/** What of the judgements on a work somebody may see: their own, and all when two have judged. */
export const seenBy = (personId: string | null, said: readonly SaidOf[] = []): SaidOf[] =>
  spoken(said).length >= 2 ? [...said] : said.filter((s) => s.personId === personId);

/** Works that two have judged at a stage, in the order in which the second of them did. */
export function readByTwo(said: ByWork): ReadWork[] {
  return [...said]
    .flatMap(([work, all]) => {
      const [a, b] = spoken(all);
      return a && b ? [{ work, at: b.at.getTime(), judgements: [asJudgement(a), asJudgement(b)] as const }] : [];
    })
    .sort((a, b) => a.at - b.at || a.work - b.work)
    .map(({ work, judgements }) => ({ work, judgements }));
}

/** Whether a work is for this person to judge: not one of two others. Who is none of those who judge sees all. */
export function isFor(personId: string | null, work: number, setting: ReadersSetting): boolean {
  if (!isReadByTwo(work, setting) || !personId || !setting.people.includes(personId)) return true;
  return readersOf(work, setting).includes(personId);
}

/** The number of what somebody said last of each work, where two judge at some stage: as they see it beside the decisions. */
export async function ownSeqs(
  { em, reviewId, review, person }: Pick<OpenReview, 'em' | 'reviewId' | 'review' | 'person'>,
  works: readonly number[],
): Promise<Map<number, number>> {
  if (!twoJudge(review) || !person.id) return new Map();
  const rows = await em.execute<{ work_no: number; seq: number }[]>(
    'select work_no, max(seq) as seq from judgement where review_id = ? and person_id = ? and work_no = any(?::int[]) group by work_no',
    [reviewId, person.id, `{${works.join(',')}}`],
  );
  return new Map(rows.map((r) => [r.work_no, r.seq]));
}

/**
 * What each reader said last of a work at a stage, for rules alone: of the work itself, else of one that became part of it.
 * @param rows what was said of all of them
 */
export function latestOf(rows: readonly JudgementRow[], workNo: number, stage: Stage): Map<string, JudgementRow> {
  const found = new Map<string, JudgementRow>();
  const order = [...rows].sort((a, b) => Number(a.workNo === workNo) - Number(b.workNo === workNo) || a.workNo - b.workNo || a.seq - b.seq);
  for (const row of order) if (row.stage === stage) found.set(row.personId, row);
  return found;
}

/** What people are called now, by their accounts. */
export async function namesOf(em: EntityManager, ids: Iterable<string>): Promise<ReadonlyMap<string, string>> {
  const rows = await em.find(PersonRow, { id: { $in: [...new Set(ids)] } });
  return new Map(rows.map((r) => [r.id, r.name]));
}
