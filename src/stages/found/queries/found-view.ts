import { yearOf } from '@/core/citations';
import type { WorkState } from '@/core/flow';
import { type Direction, foundWords, WAYS, type Way } from '@/core/found';
import { type BibRecord, shortAuthors } from '@/core/record';
import type { Context } from '@/platform/context';
import { CitationRound, LeadRow } from '@/platform/db/schema';
import { libraryOf, reviewState } from '@/stages/decide';
import { titlesOf } from '@/stages/merge';

interface Row {
  no: number;
  way: Way;
  place: string;
  direction: Direction | null;
  round: number;
  found_on: string;
  note: string;
  not_read: string;
  person: string;
  item: BibRecord;
  work: number | null;
  of_work: number | null;
  back: boolean;
  alone: boolean;
}

/** Every source that was found in another way, with how and what became of it, and how many each way gave. */
export async function foundView(ctx: Context, reviewId: string) {
  const state = await reviewState(ctx, reviewId);
  const rows = await ctx.em.execute<Row[]>(
    `select f.record_no as no, f.way, f.place, f.direction, f.round, f.found_on, f.note, f.not_read, f.person, r.item,
       m.work_no as work, o.work_no as of_work, i.state = 'cancelled' as back,
       not exists (select 1 from work_record x join record y on y.review_id = x.review_id and y.no = x.record_no
         where x.review_id = f.review_id and x.active and x.work_no = m.work_no and y.database_id is not null) as alone
     from finding f join record r on r.review_id = f.review_id and r.no = f.record_no
     join import_file i on i.review_id = r.review_id and i.id = r.file_id
     left join work_record m on m.review_id = f.review_id and m.record_no = f.record_no and m.active
     left join work_record o on o.review_id = f.review_id and o.record_no = f.of_record
     where f.review_id = ? order by f.record_no`,
    [reviewId],
  );
  const titles = await titlesOf(ctx, reviewId, [...new Set(rows.flatMap((r) => r.of_work ?? []))]);
  const sources = rows.map((r) => {
    const index = r.work === null ? undefined : state.indexOf.get(r.work);
    return {
      ...{ record: r.no, way: r.way, title: r.item.title, authors: shortAuthors(r.item.authors), year: yearOf(r.item) },
      place: r.place,
      how: foundWords(r, r.of_work === null ? '' : (titles.get(r.of_work) ?? '')),
      ...{ round: r.round, foundOn: r.found_on, note: r.note, notRead: r.not_read, person: r.person, back: r.back },
      work: index === undefined ? null : r.work,
      state: index === undefined ? null : (state.states[index] as WorkState),
      /** A database gave it too. */
      alsoInDatabase: r.work !== null && !r.alone,
    };
  });
  const active = sources.filter((s) => !s.back);
  return {
    sources,
    ways: WAYS.map((way) => ({ way, n: active.filter((s) => s.way === way).length })),
    hasRegister: libraryOf(state.review).register !== '',
  };
}
export type FoundView = Awaited<ReturnType<typeof foundView>>;

/** The rounds of citation searching, and what they led to. */
export async function roundsView(ctx: Context, reviewId: string) {
  const state = await reviewState(ctx, reviewId);
  const rounds = await ctx.em.find(CitationRound, { reviewId }, { orderBy: { number: 'asc' } });
  const leads = await ctx.em.find(LeadRow, { reviewId }, { orderBy: { round: 'desc', ordinal: 'asc' } });
  const records = [
    ...new Set([...rounds.flatMap((r) => r.followed.map((f) => f.record)), ...leads.flatMap((l) => [...l.ofRecords, l.takenRecord ?? 0])]),
  ];
  const homes = new Map(
    (
      await ctx.em.execute<{ record: number; work: number; year: string | null }[]>(
        `select m.record_no as record, m.work_no as work, substring(coalesce(nullif(r.item->'dates'->>'issue', ''), r.item->'dates'->>'online') from '[0-9]{4}') as year
         from work_record m join record r on r.review_id = m.review_id and r.no = m.record_no where m.review_id = ? and m.record_no = any(?::int[])`,
        [reviewId, `{${records.join(',')}}`],
      )
    ).map((r) => [r.record, r] as const),
  );
  const titles = await titlesOf(ctx, reviewId, [...new Set([...homes.values()].map((h) => h.work))]);
  const named = (record: number) => {
    const home = homes.get(record);
    return home ? { no: home.work, title: titles.get(home.work) ?? '' } : null;
  };
  const kept = Array.from(state.columns.numbers).filter((_, i) => state.states[i] === 'kept').length;
  const now = Number(state.review.asOf.slice(0, 4));
  return {
    kept,
    rounds: rounds.map((r) => {
      const own = leads.filter((l) => l.round === r.number);
      return {
        ...{
          number: r.number,
          day: r.day,
          sources: r.sources,
          cited: r.cited,
          citing: r.citing,
          known: r.known,
          seen: r.seen,
          person: r.person,
        },
        followed: r.followed.map((f) => {
          const year = Number(homes.get(f.record)?.year ?? 0);
          return { work: named(f.record), references: f.references, citedBy: f.citedBy, age: year ? Math.max(0, now - year) : null };
        }),
        ...{ offered: own.length, taken: own.filter((l) => l.takenRecord !== null).length, left: own.filter((l) => l.left !== '').length },
      };
    }),
    leads: leads.map((l) => ({
      ...{ round: l.round, ordinal: l.ordinal, direction: l.direction, text: l.text, left: l.left, taken: l.takenRecord },
      ...{ title: l.item.title, authors: shortAuthors(l.item.authors), container: l.item.container, year: yearOf(l.item), doi: l.item.doi },
      of: l.ofRecords.flatMap((record) => named(record) ?? []),
      retracted: /\bretract/i.test(l.item.title),
    })),
  };
}
export type RoundsView = Awaited<ReturnType<typeof roundsView>>;
