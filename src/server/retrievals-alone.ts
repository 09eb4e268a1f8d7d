import type { EntityManager } from '@mikro-orm/postgresql';
import { type EvidenceScheme, type PackedClaims, unpackClaims } from '@/core/classify';
import { limitersAtEnd, type RetrievalInParity, readNative } from '@/core/parity';
import { type BibRecord, isoToDay } from '@/core/record';
import { askTexts, type Columns, emptyColumns, readsText, type Sieve, setRow } from '@/core/sieve';
import type { Retrieval, Review, SourceDatabase } from '@/db/schema';
import type { Context } from './context';
import { type Judgeable, judge, judgingOf } from './judging';

const PAGE = 1000;

/** Records of a retrieval as columns, each judged by itself, with its work; kept for the review's revision. */
interface Alone {
  revision: number;
  records: Columns;
  works: Int32Array;
}
/** By review and retrieval. A few reviews' worth: they are worked out again when they are asked for. */
const MOST = 40;
const held = new Map<string, Alone>();

/** The active retrievals of a review as parity sees them. */
export async function retrievalsAlone(
  ctx: Context,
  review: Review,
  retrievals: readonly Retrieval[],
  databases: readonly SourceDatabase[],
  { sieve, scheme }: { sieve: Sieve; scheme: EvidenceScheme },
): Promise<RetrievalInParity[]> {
  const found: RetrievalInParity[] = [];
  for (const r of retrievals) {
    const { records, works } = await recordsAlone(ctx.em, review, r.id, databases);
    const own = databases.filter((d) => r.databaseIds.includes(d.id));
    const profile = own[0]?.profile;
    found.push({
      id: r.id,
      databases: own.map((d) => d.id),
      profiles: own.map((d) => d.profile),
      natives: profile
        ? limitersAtEnd(r.steps).map(({ lostAfter, ...l }) => ({
            ...readNative(l, profile, r.searchedOn || review.asOf, scheme),
            lostAfter,
          }))
        : [],
      searchedOn: isoToDay(r.searchedOn || review.asOf),
      records,
      works,
      answers: await answersAlone(ctx.em, review.id, records, sieve),
    });
  }
  return found;
}

async function recordsAlone(em: EntityManager, review: Review, retrievalId: string, databases: readonly SourceDatabase[]): Promise<Alone> {
  const key = `${review.id} ${retrievalId}`;
  const known = held.get(key);
  if (known?.revision === review.revision) return known;
  const rows = await em.execute<{ no: number; work_no: number }[]>(
    `select r.no, w.work_no from work_record w
     join record r on r.review_id = w.review_id and r.no = w.record_no
     join import_file f on f.review_id = r.review_id and f.id = r.file_id
     where w.review_id = ? and w.active and f.retrieval_id = ? order by r.no`,
    [review.id, retrievalId],
  );
  const ids = databases.map((d) => d.id);
  const records = emptyColumns(rows.length, ids, review.revision);
  const judging = await judgingOf(em, review, databases);
  for (let at = 0; at < rows.length; at += PAGE) {
    const wanted = [
      review.id,
      `{${rows
        .slice(at, at + PAGE)
        .map((r) => r.no)
        .join(',')}}`,
    ]; // prettier-ignore
    const read = await em.execute<(Omit<Judgeable, 'doc'> & { doc: PackedClaims })[]>(
      `select r.no, r.database_id, r.stable_name, c.doc from record r
       join record_claims c on c.review_id = r.review_id and c.record_no = r.no
       where r.review_id = ? and r.no = any(?::int[]) order by r.no`,
      wanted,
    );
    read.forEach((r, k) => {
      const { classification } = judge(judging, [{ ...r, doc: unpackClaims(r.doc) }]);
      const bit = ids.indexOf(r.database_id ?? '');
      setRow(records, at + k, { number: r.no, classification, membership: bit < 0 ? 0 : (1 << bit) >>> 0 });
    });
  }
  const alone = { revision: review.revision, records, works: Int32Array.from(rows, (r) => r.work_no) };
  held.delete(key);
  held.set(key, alone);
  if (held.size > MOST) held.delete(held.keys().next().value!);
  return alone;
}

async function answersAlone(em: EntityManager, reviewId: string, records: Columns, sieve: Sieve): Promise<Map<string, Uint8Array>> {
  if (!sieve.some((l) => l.on && readsText(l.test))) return new Map();
  const rows = await em.execute<{ no: number; item: BibRecord }[]>(
    'select no, item from record where review_id = ? and no = any(?::int[])',
    [reviewId, `{${records.numbers.join(',')}}`],
  );
  const items = new Map(rows.map((r) => [r.no, r.item]));
  return askTexts(
    sieve,
    records,
    Array.from(records.numbers, (no) => [items.get(no)!]),
  );
}
