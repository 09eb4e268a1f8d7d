import type { EntityManager } from '@mikro-orm/postgresql';
import type { Classification } from '@/core/classify';
import { type Columns, emptyColumns, pickRows, rowCopier, rowsOf, setRow, withRows } from '@/core/sieve';
import { areCurrentColumns, decodeColumns, encodeColumns } from '@/core/storage';
import { runBound } from '@/platform/db/client';
import { RecordPatch, RetrievalColumns } from '@/platform/db/schema';
import { packed, unpacked } from './stored-columns';

/** Patches are folded when there are more. They are small, and whole columns of records are large. */
const MOST_PATCHES = 512;

/** Records of a retrieval as columns, each judged by itself, with the work of each. */
export interface Alone {
  records: Columns;
  works: Int32Array;
}

/** The records of all retrievals of a review, by the retrievals' ids. */
export interface AllAlone {
  revision: number;
  byRetrieval: ReadonlyMap<string, Alone>;
}

/** Collects records as they are judged, in whatever order, for each retrieval. */
export class AloneBuilder {
  readonly columns: Columns;
  private readonly works: Int32Array;
  private readonly rowsBy = new Map<string, number[]>();
  private row = 0;
  private readonly before = new Map<number, { retrieval: string; row: number; takeOver: ReturnType<typeof rowCopier> }>();

  /** @param kept records of a revision before that may be taken over */
  constructor(size: number, databases: string[], revision: number, kept: AllAlone | null = null) {
    this.columns = emptyColumns(size, databases, revision);
    this.works = new Int32Array(size);
    for (const [retrieval, { records }] of kept?.byRetrieval ?? []) {
      const takeOver = rowCopier(this.columns, records);
      records.numbers.forEach((number, row) => {
        this.before.set(number, { retrieval, row, takeOver });
      });
    }
  }

  add(retrieval: string, work: number, number: number, membership: number, classification: Classification) {
    setRow(this.columns, this.place(retrieval, work), { number, membership, classification });
  }

  /** One that was judged elsewhere. @param write writes it to a place */
  put(retrieval: string, work: number, write: (i: number) => void) {
    write(this.place(retrieval, work));
  }

  /** Whether these records can be taken over as they were. */
  knows(numbers: readonly number[]): boolean {
    return numbers.every((n) => this.before.has(n));
  }

  keep(work: number, numbers: readonly number[]) {
    for (const n of numbers) {
      const { retrieval, row, takeOver } = this.before.get(n)!;
      takeOver(this.place(retrieval, work), row);
    }
  }

  private place(retrieval: string, work: number): number {
    this.works[this.row] = work;
    const own = this.rowsBy.get(retrieval);
    if (own) own.push(this.row);
    else this.rowsBy.set(retrieval, [this.row]);
    return this.row++;
  }

  /** Those of each retrieval, by record number. */
  done(): AllAlone {
    const { numbers, revision } = this.columns;
    const byRetrieval = new Map<string, Alone>();
    for (const [retrieval, rows] of this.rowsBy) {
      rows.sort((a, b) => numbers[a]! - numbers[b]!);
      byRetrieval.set(retrieval, { records: pickRows(this.columns, rows), works: Int32Array.from(rows, (i) => this.works[i]!) });
    }
    return { revision, byRetrieval };
  }
}

interface Part {
  retrieval_id: string | null;
  revision: number;
  records: Uint8Array;
  works: Uint8Array | null;
}

/** What was stored of a review's records; null when nothing was, or not all of it at once, or in another form. */
export async function storedAlone(em: EntityManager, reviewId: string): Promise<AllAlone | null> {
  const parts = await em.execute<Part[]>(
    `select retrieval_id, revision, records, works from retrieval_columns where review_id = ?
     union all select null, revision, bytes, null from record_patch where review_id = ? order by revision`,
    [reviewId, reviewId],
  );
  const whole = parts.filter((p) => p.retrieval_id !== null);
  const revision = whole[0]?.revision;
  if (revision === undefined || whole.some((p) => p.revision !== revision)) return null;
  if (!parts.every((p) => areCurrentColumns(unpacked(p.records)))) return null;
  const byRetrieval = new Map(
    whole.map((p) => [p.retrieval_id!, { records: decodeColumns(unpacked(p.records)), works: numbersOf(unpacked(p.works!)) }]),
  );
  const patches = parts.filter((p) => p.retrieval_id === null && p.revision > revision);
  return patched({ revision, byRetrieval }, patches);
}

/** Four bytes each, wherever in memory they were put. */
const numbersOf = (bytes: Uint8Array): Int32Array => new Int32Array(Uint8Array.from(bytes).buffer);

/** Records of an earlier revision brought to this one by the patches between; null when those are not all there. */
export async function followedAlone(em: EntityManager, reviewId: string, known: AllAlone, revision: number): Promise<AllAlone | null> {
  if (known.revision >= revision) return null;
  const patches = await em.execute<Part[]>(
    `select null as retrieval_id, revision, bytes as records, null as works from record_patch
     where review_id = ? and revision > ? and revision <= ? order by revision`,
    [reviewId, known.revision, revision],
  );
  if (patches.length !== revision - known.revision) return null;
  return patched(known, patches);
}

function patched({ revision, byRetrieval }: AllAlone, parts: readonly Part[]): AllAlone {
  const patches = parts.map((p) => decodeColumns(p.records));
  const numbers = patches.flatMap((p) => [...p.numbers]);
  const changed = new Map(
    [...byRetrieval].map(([id, alone]) => {
      const place = rowsOf(alone.records);
      // Columns that stay are what was worked out of them.
      return [id, numbers.some((no) => place.has(no)) ? { ...alone, records: withRows(alone.records, patches) } : alone];
    }),
  );
  return { revision: patches.at(-1)?.revision ?? revision, byRetrieval: changed };
}

/** Writes the records of all retrievals in place of those before. */
export async function writeAlone(tx: EntityManager, reviewId: string, { revision, byRetrieval }: AllAlone): Promise<void> {
  await tx.nativeDelete(RecordPatch, { reviewId });
  await tx.nativeDelete(RetrievalColumns, { reviewId });
  for (const [retrieval, { records, works }] of byRetrieval)
    await runBound(tx, 'insert into retrieval_columns (review_id, retrieval_id, revision, records, works) values ($1, $2, $3, $4, $5)', [
      ...[reviewId, retrieval, revision],
      await packed(encodeColumns(records)),
      await packed(new Uint8Array(works.buffer, works.byteOffset, works.byteLength)),
    ]);
}

/** Writes the rows of records that changed, so that a ruling on one work costs no more than that. */
export async function writeAlonePatch(tx: EntityManager, reviewId: string, patch: Columns): Promise<void> {
  await runBound(tx, 'insert into record_patch (review_id, revision, bytes) values ($1, $2, $3)', [
    reviewId,
    patch.revision,
    Buffer.from(encodeColumns(patch)),
  ]);
  if ((await tx.count(RecordPatch, { reviewId })) <= MOST_PATCHES) return;
  const stored = await storedAlone(tx, reviewId);
  if (stored) await writeAlone(tx, reviewId, stored);
  else await tx.nativeDelete(RecordPatch, { reviewId });
}
