import { AXIS_LABELS } from '@/core/classify';
import type { WorkState } from '@/core/flow';
import { type Format, recordFile, writeCsv, writeRow } from '@/core/formats';
import { mergeWork } from '@/core/merge';
import { type BibRecord, dayToIso } from '@/core/record';
import { MASK_AXES, NO_DATE } from '@/core/sieve';
import type { Context } from '@/platform/context';
import { Work } from '@/platform/db/schema';
import { reviewState } from '@/stages/decide';
import { fieldEdits } from '@/stages/merge';
import { databasesOf } from '@/stages/retrieve';
import { outcomeWords } from '@/stages/sieve';

const PAGE = 500;

interface ExportedWork {
  work: Work;
  index: number;
  item: BibRecord;
}

/** Works in these states with the citation merged of their records, a page at a time. */
export async function* exported(
  ctx: Context,
  reviewId: string,
  numbers: readonly number[],
  indexOf: ReadonlyMap<number, number>,
): AsyncGenerator<ExportedWork> {
  const order = (await databasesOf(ctx, reviewId)).map((d) => d.id);
  const edits = await fieldEdits(ctx.em, reviewId);
  for (let at = 0; at < numbers.length; at += PAGE) {
    const works = await ctx.em
      .fork()
      .find(Work, { reviewId, no: { $in: numbers.slice(at, at + PAGE) } }, { orderBy: { no: 'asc' }, disableIdentityMap: true });
    const items = await ctx.em.execute<{ no: number; database_id: string | null; item: BibRecord }[]>(
      'select no, database_id, item from record where review_id = ? and no = any(?::int[])',
      [reviewId, `{${works.flatMap((w) => w.records).join(',')}}`],
    );
    const byNo = new Map(items.map((r) => [r.no, { ...r, trust: order.indexOf(r.database_id ?? '') >>> 0 }]));
    for (const work of works) {
      const { item } = mergeWork(
        work.records.map((no) => byNo.get(no)!),
        edits.get(work.no),
      );
      yield { work, index: indexOf.get(work.no)!, item };
    }
  }
}

const EXPORTED: readonly WorkState[] = ['kept', 'excluded'];
/** Works in some states, or a list of them. */
export type Which = readonly WorkState[] | { numbers: number[] };

/**
 * Works as CSV: identity, every axis with its possible values and the tier that settled it, outcome, decision,
 * reason and grounds. @param which works: in which states, or by their numbers; kept and excluded when not said
 */
export async function* exportCsv(ctx: Context, reviewId: string, which: Which = EXPORTED): AsyncGenerator<string> {
  const state = await reviewState(ctx, reviewId);
  const databases = await databasesOf(ctx, reviewId);
  const header = [
    'work',
    'title',
    'authors',
    'first public',
    'first public from',
    'first public to',
    'container',
    'doi',
    'pmid',
    'databases',
    ...MASK_AXES.flatMap((a) => [
      AXIS_LABELS[a].toLowerCase(),
      `${AXIS_LABELS[a].toLowerCase()} status`,
      `${AXIS_LABELS[a].toLowerCase()} settled by`,
    ]),
    'flags',
    'sieve outcome',
    'state',
    'decision',
    'reason code',
    'reason',
    'grounds',
    'decided by',
    'decided at',
    'sieve version',
  ]; // prettier-ignore
  yield writeCsv([header]);
  for await (const { work, index } of exported(ctx, reviewId, numbersIn(state, which), state.indexOf)) {
    const decision = state.decisions.get(work.no);
    const active = decision && decision.verdict !== 'undo' ? decision : null;
    yield writeRow([
      work.no,
      work.title,
      work.authors,
      work.dateWords,
      ...firstPublic(state.columns.dates.earliest, index),
      work.container,
      work.doi,
      work.pmid,
      databases
        .filter((_, bit) => (work.membership >>> bit) & 1)
        .map((d) => d.name)
        .join('; '),
      ...MASK_AXES.flatMap((a) => [work.axes[a].codes.join('; '), work.axes[a].status, work.axes[a].tier ?? '']),
      work.flags.join('; '),
      outcomeWords(state, index),
      state.states[index]!,
      active?.verdict ?? '',
      active?.reasonCode ?? '',
      active?.reasonText ?? '',
      active?.grounds ?? '',
      active?.person ?? '',
      active ? active.at.toISOString() : '',
      active?.sieveVersion ?? null,
    ]); // prettier-ignore
  }
}

/** First and last day on which it may have been public, as ISO dates; empty without a date. */
function firstPublic({ from, to }: { from: Int32Array; to: Int32Array }, index: number): [string, string] {
  return to[index] === NO_DATE.to ? ['', ''] : [dayToIso(from[index]!), dayToIso(to[index]!)];
}

/** Works as the records of an open format, with decision, reason and grounds in its notes. */
export async function* exportRecords(
  ctx: Context,
  reviewId: string,
  format: Exclude<Format, 'csv'>,
  which: Which = EXPORTED,
): AsyncGenerator<string> {
  const state = await reviewState(ctx, reviewId);
  const file = recordFile(format);
  yield file.head;
  let i = 0;
  for await (const { work, item } of exported(ctx, reviewId, numbersIn(state, which), state.indexOf)) {
    const decision = state.decisions.get(work.no);
    const notes: string[] = [];
    if (decision && decision.verdict !== 'undo') {
      const reason = decision.reasonText ? ` (${decision.reasonText})` : '';
      notes.push(`Decision: ${decision.verdict}${reason}`, `Grounds: ${decision.grounds}`);
    }
    yield file.piece({ record: item, notes }, i++);
  }
  yield file.tail;
}

function numbersIn({ columns, states, indexOf }: Awaited<ReturnType<typeof reviewState>>, which: Which): number[] {
  if ('numbers' in which) return which.numbers.filter((no) => indexOf.has(no)).sort((a, b) => a - b);
  return Array.from(columns.numbers).filter((_, i) => which.includes(states[i]!));
}
