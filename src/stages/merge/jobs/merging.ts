import type { EntityManager } from '@mikro-orm/postgresql';
import { type Clustering, type Clusters, familiesOnShelf } from '@/core/merge';
import { copyRows } from '@/platform/db/copy';
import { basisOf, labourFor } from '@/platform/threads/labour';
import type { KeyedRecords } from './derive-records';

interface Merged extends Clusters {
  families: Promise<ReturnType<typeof familiesOnShelf>>;
}

/** Records that were compared, whose works become known one after the other. */
export class Merging {
  private merged: Merged | null = null;

  constructor(
    readonly all: KeyedRecords,
    private readonly clustering: Clustering,
  ) {}

  /** How many records there are. */
  get size(): number {
    return this.all.records.length;
  }

  /**
   * The works, each as numbers of its records, in the order of their first records: once. With the last of them, the
   * search for their families begins.
   */
  *works(): Generator<number[], void> {
    const { records } = this.all;
    for (const work of this.clustering.each()) yield work.map((i) => records[i]!.no);
    this.done();
  }

  /** What is known when all works are. */
  done(): Merged {
    if (this.merged) return this.merged;
    const clusters = this.clustering.done();
    this.merged = { ...clusters, families: searchFamilies(this.all, clusters.head) };
    return this.merged;
  }

  /** Stores which works people should look at. */
  async storeQuestions(tx: EntityManager, reviewId: string): Promise<void> {
    const { records } = this.all;
    await tx.execute('delete from merge_question where review_id = ?', [reviewId]);
    await copyRows(
      tx,
      'merge_question',
      ['review_id', 'a', 'b', 'score', 'held'],
      [this.done().questions.map((q) => [reviewId, records[q.a]!.no, records[q.b]!.no, q.score, q.held])],
    );
  }
}

/** Looks for the families of works in a thread: nothing is read or written, so that other things go on beside it. */
function searchFamilies({ keys }: KeyedRecords, head: Int32Array): Merged['families'] {
  const found = labourFor(keys.length).run('families', basisOf(null), { shelf: keys.share(), head }, () => familiesOnShelf(keys, head));
  // It is awaited later; without a handler until then, Node.js would end the process if it failed.
  found.catch(() => {});
  return found;
}
