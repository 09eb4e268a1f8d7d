import type { EntityManager } from '@mikro-orm/postgresql';
import type { Lists } from '@/core/classify';
import { readStandings } from '@/core/formats';
import { readKbart } from '@/core/holdings';
import { type ListRows, listsFrom } from '@/core/judge';
import { recent } from '@/platform/cache/process-wide';
import { ListRow, type Review } from '@/platform/db/schema';
import { keptText } from '@/platform/files/kept-files';

/** By their content: a list may have hundreds of thousands of titles, and every ruling on a work asks it. */
const known = recent<{ rows: Omit<ListRows, 'asOf'>; lists: Lists }>('library-lists', 6);

/** Lists of holdings and of the standing of venues that were brought and not taken away, read from the files as they came; and the same as plain rows. */
export async function listsOf(em: EntityManager, review: Pick<Review, 'id' | 'asOf'>): Promise<{ lists: Lists; rows: ListRows }> {
  const { lists, rows } = await readOnce(em, review);
  return { lists: { ...lists, asOf: review.asOf }, rows: { ...rows, asOf: review.asOf } };
}

async function readOnce(em: EntityManager, review: Pick<Review, 'id' | 'asOf'>) {
  const rows = await em.find(
    ListRow,
    { reviewId: review.id, removed: false, kind: { $in: ['holdings', 'standing'] } },
    { orderBy: { at: 'asc', id: 'asc' } },
  );
  // The same file in two reviews says the same.
  const key = rows.map((r) => [r.kind, r.sha256, r.name, r.day].join(' ')).join('\n');
  let once = known.get(key);
  if (!once) {
    const read = await readRows(em, review.id, rows);
    once = { rows: read, lists: listsFrom({ ...read, asOf: review.asOf }) };
    known.set(key, once);
  }
  return once;
}

async function readRows(em: EntityManager, reviewId: string, rows: readonly ListRow[]): Promise<Omit<ListRows, 'asOf'>> {
  const of = (kind: ListRow['kind']) => rows.filter((r) => r.kind === kind);
  const texts = (list: readonly ListRow[]) => Promise.all(list.map((r) => keptText(em, reviewId, r.sha256)));
  const held = (await texts(of('holdings'))).flatMap((text) => readKbart(text).titles);
  const standing = of('standing');
  const read = await texts(standing);
  return {
    holdings: of('holdings').length ? held : null,
    standings: standing.map(({ name, day }, i) => ({ name, year: Number(day.slice(0, 4)), rows: readStandings(read[i]!).rows })),
  };
}
