import type { EntityManager } from '@mikro-orm/postgresql';
import type { Lists } from '@/core/classify';
import { readStandings } from '@/core/formats';
import { type HeldTitle, Holdings, readKbart } from '@/core/holdings';
import { type StandingList, StandingLists } from '@/core/venues';
import { recent } from '@/platform/cache/process-wide';
import { ListRow, type Review } from '@/platform/db/schema';
import { keptText } from '@/platform/files/kept-files';

const titles = recent<readonly HeldTitle[]>('held-titles', 20);
const rows = recent<StandingList['rows']>('standing-rows', 20);

/** Lists of holdings and of the standing of venues that were brought and not taken away, read from the files as they came. */
export async function listsOf(em: EntityManager, review: Pick<Review, 'id' | 'asOf'>): Promise<Lists> {
  const lists = await em.find(ListRow, { reviewId: review.id, removed: false }, { orderBy: { at: 'asc', id: 'asc' } });
  const held: HeldTitle[][] = [];
  const standings: StandingList[] = [];
  for (const { kind, sha256, name, day } of lists) {
    if (kind === 'holdings') {
      const known = titles.get(sha256) ?? readKbart(await keptText(em, review.id, sha256)).titles;
      titles.set(sha256, known);
      held.push([...known]);
    }
    if (kind === 'standing') {
      const known = rows.get(sha256) ?? readStandings(await keptText(em, review.id, sha256)).rows;
      rows.set(sha256, known);
      standings.push({ name, year: Number(day.slice(0, 4)), rows: known });
    }
  }
  return { holdings: held.length ? new Holdings(held.flat()) : null, standings: new StandingLists(standings), asOf: review.asOf };
}
