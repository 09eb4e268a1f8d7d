import type { EntityManager } from '@mikro-orm/postgresql';
import type { Lists, RecordClaims } from '@/core/classify';
import { type Judging, type JudgingBasis, judgingFrom } from '@/core/judge';
import { asVenues } from '@/core/venues';
import { type Review, type SourceDatabase, VenueRow } from '@/platform/db/schema';
import { standingAxisRulings } from '../store/axis-rulings';
import { basisOf, keptBasis } from '../store/likely-basis';
import { listsOf } from '../store/lists';
import { schemeOf } from '../store/scheme-of';

/** A record of a work as it is judged, with the file it came in. */
export interface Filed {
  no: number;
  file_id: string;
  database_id: string | null;
  stable_name: string;
  doc: RecordClaims;
}

/** Everything that bears on how a review's works are classified, read once; and its lists as they are asked. */
export async function judgingBasis(
  tx: EntityManager,
  review: Review,
  databases: readonly SourceDatabase[],
): Promise<{ basis: JudgingBasis; lists: Lists }> {
  const { lists, rows } = await listsOf(tx, review);
  const basis = {
    scheme: await schemeOf(tx, review),
    kind: review.kind,
    venues: asVenues((await tx.find(VenueRow, { reviewId: review.id }, { orderBy: { key: 'asc' } })).map((v) => v.entry)),
    rulings: (await standingAxisRulings(tx, review.id)).map(({ seq, axis, codes, reach, cause, records, names, reason, person }) => ({
      ...{ seq, axis, codes, reach, cause, records, names, reason, person },
    })),
    likely: basisOf(await keptBasis(tx, review.id)),
    lists: rows,
    databases: databases.map(({ id, tag, profile }) => ({ id, tag, profile })),
  };
  return { basis, lists };
}

export async function judgingOf(tx: EntityManager, review: Review, databases: readonly SourceDatabase[]): Promise<Judging> {
  const { basis, lists } = await judgingBasis(tx, review, databases);
  return judgingFrom(basis, lists);
}
