import type { EntityManager } from '@mikro-orm/postgresql';
import type { RecordClaims } from '@/core/classify';
import { type Judging, type JudgingBasis, judgingFrom } from '@/core/judge';
import { asVenues } from '@/core/venues';
import { type Review, type SourceDatabase, VenueRow } from '@/platform/db/schema';
import { standingAxisRulings } from '../store/axis-rulings';
import { basisOf, keptBasis } from '../store/likely-basis';
import { listRowsOf, listsOf } from '../store/lists';
import { schemeOf } from '../store/scheme-of';

/** A record of a work as it is judged, with the file it came in. */
export interface Filed {
  no: number;
  file_id: string;
  database_id: string | null;
  stable_name: string;
  doc: RecordClaims;
}

/** Everything that bears on how a review's works are classified, read once. */
export async function judgingBasis(tx: EntityManager, review: Review, databases: readonly SourceDatabase[]): Promise<JudgingBasis> {
  return {
    scheme: await schemeOf(tx, review),
    kind: review.kind,
    venues: asVenues((await tx.find(VenueRow, { reviewId: review.id }, { orderBy: { key: 'asc' } })).map((v) => v.entry)),
    rulings: (await standingAxisRulings(tx, review.id)).map(({ seq, axis, codes, reach, cause, records, names, reason, person }) => ({
      ...{ seq, axis, codes, reach, cause, records, names, reason, person },
    })),
    likely: basisOf(await keptBasis(tx, review.id)),
    lists: await listRowsOf(tx, review),
    databases: databases.map(({ id, tag, profile }) => ({ id, tag, profile })),
  };
}

export async function judgingOf(tx: EntityManager, review: Review, databases: readonly SourceDatabase[]): Promise<Judging> {
  return judgingFrom(await judgingBasis(tx, review, databases), await listsOf(tx, review));
}
