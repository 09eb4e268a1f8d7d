import type { EntityManager } from '@mikro-orm/postgresql';
import { STAGES, type Stage } from '@/core/flow';
import { isReadByTwo, type Judgement, ONE_READER, type ReadersSetting, type ReadWork, readersOf } from '@/core/readers';
import { perRequest } from '@/platform/cache/parts';
import type { Context } from '@/platform/context';
import { type JudgementRow, PersonRow, type Review } from '@/platform/db/schema';
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
const NONE: Readonly<Record<Stage, ByWork>> = { 'title-abstract': new Map(), 'full-text': new Map() };

/** The latest of each reader on each work, by stage. For rules alone: what of it somebody may see is asked of `seenBy`. */
export const judgementsOf = (ctx: Context, state: SieveState): Promise<Readonly<Record<Stage, ByWork>>> =>
  perRequest(ctx, `judgements|${state.review.id}`, () => readJudgements(ctx, state));

async function readJudgements(ctx: Context, { review, columns }: SieveState): Promise<Readonly<Record<Stage, ByWork>>> {
  if (!review.readers) return NONE;
  const rows = await ctx.em.execute<SaidOf[]>(
    `select distinct on (work_no, stage, person_id) work_no as "workNo", stage, verdict, reason_code as "reasonCode", reason_text as "reasonText",
       grounds, page, note, person, person_id as "personId", seq, at
     from judgement where review_id = ? order by work_no, stage, person_id, seq desc`,
    [review.id],
  );
  if (rows.length === 0) return NONE;
  const home = await homesOf(ctx.em, review.id, columns);
  const found: Record<Stage, Map<number, SaidOf[]>> = { 'title-abstract': new Map(), 'full-text': new Map() };
  // What was said of a work itself comes before what was said of one that it absorbed.
  const own = (r: SaidOf) => (home.has(r.workNo) ? 1 : 0);
  for (const row of rows.sort((a, b) => own(a) - own(b) || a.workNo - b.workNo)) {
    const no = home.get(row.workNo) ?? row.workNo;
    const here = found[row.stage].get(no) ?? [];
    if (here.some((s) => s.personId === row.personId)) continue;
    found[row.stage].set(no, [...here, { ...row, workNo: no, at: new Date(row.at) }]);
  }
  for (const stage of STAGES) for (const said of found[stage].values()) said.sort((a, b) => a.at.getTime() - b.at.getTime());
  return found;
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

/** What people are called now, by their accounts. */
export async function namesOf(em: EntityManager, ids: Iterable<string>): Promise<ReadonlyMap<string, string>> {
  const rows = await em.find(PersonRow, { id: { $in: [...new Set(ids)] } });
  return new Map(rows.map((r) => [r.id, r.name]));
}
