import { z } from 'zod';
import { DETECT_BYTES, detectFormat, readEntries } from '@/core/formats';
import { type MergeKeys, mergeKeys, scorePairs } from '@/core/merge';
import { type BibRecord, emptyRecord, normaliseDoi, normalisePmid } from '@/core/record';
import { KnownRecord, MergeKeyRow } from '@/db/schema';
import { type Context, openReview, type Result, refuse } from './context';

const MOST = 2000;
export const AddKnown = z.strictObject({ text: z.string().min(1, 'Paste or choose a list first.').max(20_000_000) });

/** A line is a DOI, a PMID or a title. */
function recordOfLine(line: string): BibRecord {
  const text = line.trim().replace(/^[-*•\d.)\s]{1,6}(?=\S{8})/, (lead) => (/^\d+$/.test(line.trim()) ? lead : ''));
  const item = emptyRecord();
  const doi = /^(?:https?:\/\/(?:dx\.)?doi\.org\/|doi:\s*)?(10\.\d{4,9}\/\S+)$/i.exec(text);
  const pmid = /^(?:PMID:?\s*)?(\d{4,9})$/i.exec(text);
  if (doi) item.doi = normaliseDoi(doi[1]!) ?? '';
  else if (pmid) item.pmid = normalisePmid(pmid[1]!) ?? '';
  else item.title = text;
  return item;
}

interface Given {
  given: string;
  item: BibRecord;
}

/** Records of a list in any format that is read, or lines of DOIs, PMIDs and titles. */
async function readList(text: string): Promise<{ list: Given[]; rejected: number }> {
  const bytes = Buffer.from(text);
  const detected = detectFormat(bytes.subarray(0, DETECT_BYTES));
  if ('format' in detected && detected.format !== 'csv') {
    const list: Given[] = [];
    let rejected = 0;
    for await (const entry of readEntries([bytes], detected.format)) {
      if (entry.kind === 'record') list.push({ given: entry.record.title || entry.record.doi || entry.record.pmid, item: entry.record });
      else rejected++;
    }
    return { list, rejected };
  }
  const lines = text
    .split(/\r\n|\n|\r/)
    .map((l) => l.trim())
    .filter(Boolean); // prettier-ignore
  return { list: lines.map((line) => ({ given: line.slice(0, 2000), item: recordOfLine(line) })), rejected: 0 };
}

/** Takes in a list of works that are known to be relevant, and matches them with the works of the review. */
export async function addKnown(
  ctx: Context,
  reviewId: string,
  { text }: z.infer<typeof AddKnown>,
): Promise<Result<{ added: number; again: number; rejected: number; doubtful: number }>> {
  const review = await openReview(ctx, reviewId);
  const { list, rejected } = await readList(text);
  if (list.length === 0) return refuse('nothing', 'Nothing in it can be read as a record, a DOI, a PMID or a title.');
  if (list.length > MOST) return refuse('too-many', `At most ${MOST} known records can be taken in at once; these are ${list.length}.`);
  const known = await ctx.em.find(KnownRecord, { reviewId });
  const nameOf = (item: BibRecord) => [item.doi, item.pmid, item.title.toLowerCase()].join('|');
  const there = new Set(known.filter((k) => !k.removed).map((k) => nameOf(k.item)));
  const fresh: Given[] = [];
  for (const one of list) {
    const name = nameOf(one.item);
    if (there.has(name)) continue;
    there.add(name);
    fresh.push(one);
  }
  const matches = await matched(
    ctx,
    reviewId,
    fresh.map((f) => f.item),
  ); // prettier-ignore
  let no = Math.max(0, ...known.map((k) => k.no));
  await ctx.em.transactional(async (tx) => {
    fresh.forEach(({ given, item }, i) => {
      const found = matches[i]!;
      tx.create(KnownRecord, { reviewId, no: ++no, given, item, ...found, removed: false, person: review.person, at: ctx.now() });
    });
    await tx.flush();
  });
  const doubtful = matches.filter((m) => m.recordNo === null && m.candidates.length > 0).length;
  return { ok: true, added: fresh.length, again: list.length - fresh.length, rejected, doubtful };
}

type Match = Pick<KnownRecord, 'recordNo' | 'how' | 'candidates'>;

/** As the merge engine sees it: what it would join is the same work, what it would ask about is asked. */
async function matched(ctx: Context, reviewId: string, items: readonly BibRecord[]): Promise<Match[]> {
  const rows = await ctx.em.execute<{ record_no: number; work_no: number; doc: MergeKeys }[]>(
    `select k.record_no, w.work_no, k.doc from merge_key k join work_record w on w.review_id = k.review_id and w.record_no = k.record_no and w.active
     where k.review_id = ? order by k.record_no`,
    [reviewId],
  );
  const workOf = new Map(rows.map((r) => [r.record_no, r.work_no]));
  const byDoi = new Map<string, number>();
  const byPmid = new Map<string, number>();
  for (const { record_no: no, doc } of rows) {
    if (doc.doi && !byDoi.has(doc.doi)) byDoi.set(doc.doi, no);
    if (doc.pmid && !byPmid.has(doc.pmid)) byPmid.set(doc.pmid, no);
  }
  const found = items.map((item): Match & { joins: Map<number, number>; asks: Map<number, number> } => {
    // An identifier alone says which publication is meant; with a title the whole record is compared.
    const bare = item.title === '';
    const record = bare ? (byDoi.get(item.doi) ?? byPmid.get(item.pmid) ?? null) : null;
    return { recordNo: record, how: record === null ? 'nobody' : 'identifier', candidates: [], joins: new Map(), asks: new Map() };
  });
  const open = items.flatMap((item, i) => (item.title ? [i] : []));
  const keys = [...rows.map((r) => r.doc), ...open.map((i) => mergeKeys(items[i]!))];
  let scored = done(scorePairs(keys, rows.length));
  if (scored.stale) scored = done(scorePairs(keys));
  for (const { a, b, verdict, score } of scored.pairs) {
    const [at, of] = a < rows.length ? [a, b] : [b, a];
    if (at >= rows.length || of < rows.length) continue;
    const one = found[open[of - rows.length]!]!;
    (verdict === 'join' ? one.joins : one.asks).set(rows[at]!.record_no, score);
  }
  return found.map(({ joins, asks, ...match }) => {
    const best = (list: Map<number, number>) => {
      const perWork = new Map<number, { record: number; score: number }>();
      for (const [record, score] of list) {
        const work = workOf.get(record)!;
        if ((perWork.get(work)?.score ?? Number.NEGATIVE_INFINITY) < score) perWork.set(work, { record, score });
      }
      return [...perWork.values()].sort((x, y) => y.score - x.score || x.record - y.record);
    };
    const sure = best(joins);
    // One that would join two works of the review is a question, not an answer.
    if (sure.length === 1) return { recordNo: sure[0]!.record, how: 'merge', candidates: [] };
    const candidates = [...sure, ...best(asks)].slice(0, 5);
    return { ...match, candidates: match.recordNo === null ? candidates : [] };
  });
}

/** What a generator gives at its end. */
function done<T>(steps: Generator<unknown, T>): T {
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
}

export const RuleKnown = z.strictObject({
  no: z.int().positive(),
  /** The record that it is; null for none of the review. */
  recordNo: z.int().positive().nullable(),
});

/** Says which record of the review a known one is, or that it is none. */
export async function ruleKnown(ctx: Context, reviewId: string, { no, recordNo }: z.infer<typeof RuleKnown>): Promise<Result<object>> {
  const review = await openReview(ctx, reviewId);
  if (recordNo !== null && (await ctx.em.count(MergeKeyRow, { reviewId, recordNo })) === 0)
    return refuse('no-record', 'There is no such record in the review.');
  const fields = { recordNo, how: 'person' as const, candidates: [], person: review.person, at: ctx.now() };
  const changed = await ctx.em.nativeUpdate(KnownRecord, { reviewId, no, removed: false }, fields);
  return changed ? { ok: true } : refuse('no-known', 'This one is not in the list any more.');
}

export const RemoveKnown = z.strictObject({ nos: z.array(z.int().positive()).min(1).max(MOST), removed: z.boolean() });

export async function removeKnown(ctx: Context, reviewId: string, { nos, removed }: z.infer<typeof RemoveKnown>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  await ctx.em.nativeUpdate(KnownRecord, { reviewId, no: { $in: nos } }, { removed });
  return { ok: true };
}

/** The numbers of the works that are known to be relevant and are in the review, each once. */
export async function knownWorks(ctx: Context, reviewId: string): Promise<number[]> {
  const rows = await ctx.em.execute<{ work_no: number }[]>(
    `select distinct w.work_no from known_record k join work_record w on w.review_id = k.review_id and w.record_no = k.record_no and w.active
     where k.review_id = ? and not k.removed order by w.work_no`,
    [reviewId],
  );
  return rows.map((r) => r.work_no);
}
