import { FORMATS } from '@/core/formats';
import { type CountLine, checkSteps, reconcileCounts } from '@/core/parity';
import { partOf } from '@/platform/cache/parts';
import { type Context, openReview } from '@/platform/context';
import { ImportFile, Job, type Retrieval } from '@/platform/db/schema';
import { NOTHING, reviewQuery } from '@/platform/verbs/declare';
import { databaseNames, databasesOf } from '../store/databases';
import { fileStamp } from '../store/file-stamp';
import { retrievalsOf } from '../store/retrievals';
import { countAside } from '../store/set-aside';

export type FileLine = ReturnType<typeof fileLine>;

const fileLine = (f: ImportFile) => ({
  id: f.id,
  retrievalId: f.retrievalId,
  corrects: f.corrects ?? null,
  name: f.name,
  bytes: f.bytes,
  format: f.format ?? null,
  formatLabel: f.format ? FORMATS[f.format].label : '',
  state: f.state,
  parsed: f.parsed,
  rejected: f.rejected,
  message: f.message,
  archived: f.archived,
});

/** What the files of a retrieval hold together. Corrected entries are counted once: in the file they were rejected from. */
export function fileCounts(files: readonly Pick<FileLine, 'state' | 'corrects' | 'parsed' | 'rejected'>[]) {
  const read = files.filter((f) => f.state === 'imported');
  const sum = (list: typeof read, pick: (f: (typeof read)[number]) => number) => list.reduce((n, f) => n + pick(f), 0);
  const corrections = read.filter((f) => f.corrects !== null);
  const originals = read.filter((f) => f.corrects === null);
  const parsed = sum(read, (f) => f.parsed);
  const inFile = read.length ? sum(originals, (f) => f.parsed + f.rejected) : null;
  // What a correction holds was rejected before; what of it is rejected again is still missing.
  const rejected = sum(originals, (f) => f.rejected) - sum(corrections, (f) => f.parsed);
  return { inFile, parsed, rejected };
}

/** A retrieval as the search log lists it. */
export function retrievalLine(
  retrieval: Retrieval,
  files: readonly FileLine[],
  databases: readonly { id: string; name: string; tag: string }[],
  updates: number | null,
) {
  const own = files.filter((f) => f.retrievalId === retrieval.id);
  const counts = fileCounts(own);
  const lines: CountLine[] = reconcileCounts(
    { reported: retrieval.reported ?? null, exported: retrieval.exported ?? null, ...counts },
    retrieval.reasons,
  );
  return {
    id: retrieval.id,
    number: retrieval.number,
    tags: databases.filter((d) => retrieval.databaseIds.includes(d.id)).map((d) => d.tag),
    names: databaseNames(retrieval, databases),
    databaseIds: retrieval.databaseIds,
    platform: retrieval.platform,
    searchedOn: retrieval.searchedOn,
    reported: retrieval.reported ?? null,
    exported: retrieval.exported ?? null,
    ...counts,
    lines,
    limiters: [...new Set(retrieval.steps.at(-1)?.limiters.map((l) => l.name) ?? [])],
    findings: checkSteps(retrieval.steps, retrieval.reported),
    described: retrieval.strategy.trim() !== '' || retrieval.steps.length > 0,
    updates,
    withdrawn: retrieval.withdrawn,
    withdrawnWhy: retrieval.withdrawnWhy,
    rerun: retrieval.rerun,
    stated: retrieval.stated,
    files: own,
  };
}
export type RetrievalLine = ReturnType<typeof retrievalLine>;

/** A page is drawn in parts, each from what the database says at its moment. */
const JUST_ENDED_MS = 5000;

export async function jobLines(ctx: Context, reviewId: string) {
  const jobs = await ctx.em.find(Job, { reviewId }, { orderBy: { updatedAt: 'desc' }, limit: 20 });
  return jobs.map((j) => ({
    id: j.id,
    kind: j.kind,
    fileId: j.fileId ?? null,
    state: j.state,
    done: j.done,
    total: j.total,
    entries: j.entries,
    /** Seconds it has been running, by the server's clock. */
    seconds: j.startedAt ? Math.max(0, (ctx.now().getTime() - j.startedAt.getTime()) / 1000) : 0,
    /** It ended so lately that what is drawn beside this may be from before. */
    justEnded: (j.state === 'done' || j.state === 'failed') && ctx.now().getTime() - j.updatedAt.getTime() < JUST_ENDED_MS,
    cancel: j.cancel,
    attempts: j.attempts,
    message: j.message,
    because: j.because,
  }));
}
/** The last jobs of a review, those under way first. */
export const askJobs = reviewQuery({
  name: 'jobs',
  right: 'read',
  input: NOTHING,
  refuses: [],
  rests: [],
  run: async (ctx) => ({ jobs: await jobLines(ctx, ctx.reviewId) }),
});
export type JobLine = Awaited<ReturnType<typeof jobLines>>[number];

/** What the figures follow from, beside which records there are: what is known of them raises the revision of the review. */
const FOLLOWS_FROM = ['whole', 'source_database'] as const;

/** Counts over every record, kept until one of these changes. */
async function figures(ctx: Context, reviewId: string) {
  const [{ unattributed }] = await ctx.em.execute<[{ unattributed: number }]>(
    `select count(*)::int as unattributed from active_record r where review_id = ? and database_id is null
       and not exists (select 1 from finding f where f.review_id = r.review_id and f.record_no = r.no)`,
    [reviewId],
  );
  const unmapped = await ctx.em.execute<{ database_id: string | null; terms: number; records: number }[]>(
    `select r.database_id, count(distinct t.term)::int as terms, count(distinct r.no)::int as records
     from active_record r join record_claims c on c.review_id = r.review_id and c.record_no = r.no, jsonb_array_elements_text(c.unmapped) as t(term)
     where r.review_id = ? group by r.database_id`,
    [reviewId],
  );
  return { unattributed, unmapped };
}

/** What Retrieve shows: the databases, the search log with its files and sums, and the jobs under way. */
export async function retrieveView(ctx: Context, reviewId: string) {
  await openReview(ctx, reviewId);
  // Jobs come first: one that ends while the rest is read must count as under way, or nobody would look again.
  const jobs = await jobLines(ctx, reviewId);
  const databases = await databasesOf(ctx, reviewId);
  const files = (await ctx.em.find(ImportFile, { reviewId }, { orderBy: { receivedAt: 'asc' } })).map(fileLine);
  const retrievals = await retrievalsOf(ctx, reviewId);
  const numbers = new Map(retrievals.map((r) => [r.id, r.number]));
  const { unattributed, unmapped } = await partOf(ctx, reviewId, 'retrieve-figures', FOLLOWS_FROM, () => figures(ctx, reviewId), {
    also: await fileStamp(ctx, reviewId),
    stored: '1',
  });
  const [{ others }] = await ctx.em.execute<[{ others: number }]>(
    `select count(*)::int as others from finding f join active_record r on r.review_id = f.review_id and r.no = f.record_no
     where f.review_id = ?`,
    [reviewId],
  );
  return {
    databases: databases.map(({ id, name, tag, profile }) => ({
      id,
      name,
      tag,
      profile,
      unmapped: unmapped.find((u) => u.database_id === id)?.terms ?? 0,
    })),
    retrievals: retrievals.map((r) => retrievalLine(r, files, databases, r.updates ? (numbers.get(r.updates) ?? null) : null)),
    formats: Object.entries(FORMATS).map(([code, { label }]) => ({ code, label })),
    unattributed,
    others,
    aside: await countAside(ctx.em, reviewId),
    jobs,
  };
}

export type RetrieveView = Awaited<ReturnType<typeof retrieveView>>;
