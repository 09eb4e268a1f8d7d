import type { EntityManager } from '@mikro-orm/postgresql';
import {
  type Classification,
  causesOf,
  classifyWork,
  type LevelTable,
  type Lists,
  levelTable,
  type RecordClaims,
  type RuledAxis,
  type WorkCause,
} from '@/core/classify';
import { type LikelyBasis, likelyMasks, sharesOfWork } from '@/core/likely';
import { asVenues, VenueRegister, venueKey } from '@/core/venues';
import { type Review, type RulingRow, type SourceDatabase, VenueRow } from '@/platform/db/schema';
import { standingAxisRulings } from '../store/axis-rulings';
import { basisOf, keptBasis } from '../store/likely-basis';
import { listsOf } from '../store/lists';
import { schemeOf } from '../store/scheme-of';

/** A record of a work as it is judged. */
export interface Judgeable {
  no: number;
  database_id: string | null;
  stable_name: string;
  doc: RecordClaims;
}

/** With the file it came in. */
export interface Filed extends Judgeable {
  file_id: string;
}

/** Everything that bears on how a review's works are classified, beside their records. */
export interface Judging {
  levels: LevelTable;
  register: VenueRegister;
  lists: Lists;
  rulings: RulingIndex;
  /** What is likely by the text is told by; null: not at all. */
  likely: LikelyBasis | null;
  /** Two letters of a record's database. */
  tagOf(databaseId: string | null): string;
}

/** Rulings by what they are bound to. */
export interface RulingIndex {
  byRecord: ReadonlyMap<number, RuledAxis[]>;
  byName: ReadonlyMap<string, RuledAxis[]>;
  byJournal: ReadonlyMap<string, RuledAxis[]>;
  byClaims: ReadonlyMap<string, RuledAxis[]>;
}

export async function judgingOf(tx: EntityManager, review: Review, databases: readonly SourceDatabase[]): Promise<Judging> {
  const tags = new Map(databases.map((d) => [d.id, d.tag]));
  return {
    levels: levelTable(await schemeOf(tx, review), review.kind),
    register: new VenueRegister(
      asVenues((await tx.find(VenueRow, { reviewId: review.id }, { orderBy: { key: 'asc' } })).map((v) => v.entry)),
    ),
    lists: await listsOf(tx, review),
    rulings: indexRulings(await standingAxisRulings(tx, review.id)),
    likely: basisOf(await keptBasis(tx, review.id)),
    tagOf: (id) => tags.get(id ?? '') ?? '--',
  };
}

/** As before anybody ruled. */
export const NO_RULINGS: RulingIndex = { byRecord: new Map(), byName: new Map(), byJournal: new Map(), byClaims: new Map() };

export function indexRulings(rows: readonly RulingRow[]): RulingIndex {
  const index = { byRecord: new Map(), byName: new Map(), byJournal: new Map(), byClaims: new Map() } as {
    [K in keyof RulingIndex]: Map<string | number, RuledAxis[]>;
  };
  const put = (map: Map<string | number, RuledAxis[]>, key: string | number, ruled: RuledAxis) => {
    const list = map.get(key);
    if (list) list.push(ruled);
    else map.set(key, [ruled]);
  };
  for (const row of rows) {
    const ruled = asRuled(row);
    for (const no of row.records) put(index.byRecord, no, ruled);
    for (const name of row.names) put(index.byName, name, ruled);
    if (row.reach === 'standing' && row.cause) put(row.cause.kind === 'journal' ? index.byJournal : index.byClaims, row.cause.key, ruled);
  }
  return index as unknown as RulingIndex;
}

export const asRuled = (row: Pick<RulingRow, 'axis' | 'codes' | 'seq' | 'reach' | 'reason' | 'person'>): RuledAxis => ({
  axis: row.axis,
  codes: row.codes,
  seq: row.seq,
  single: row.reach === 'one',
  reason: row.reason,
  person: row.person,
});

/** A record judged by itself; one that is all there is of its work is judged already. */
export const judgeAlone = (judging: Judging, members: readonly Judgeable[], member: Judgeable, together: Classification): Classification =>
  members.length === 1 ? together : judgeWork(judging, [member]).classification;

/** The bit of the database that a record is from, as columns have it. */
export function membershipBits(databases: readonly SourceDatabase[]): (record: Pick<Judgeable, 'database_id'>) => number {
  const bits = new Map(databases.map((d, i) => [d.id, (1 << i) >>> 0]));
  return ({ database_id }) => bits.get(database_id ?? '') ?? 0;
}

export interface Judgement {
  classification: Classification;
  causes: Partial<Record<string, WorkCause[]>>;
}

/** Classifies one work with everything that bears on it, standing rulings on what it shares with others included. */
export function judgeWork(judging: Judging, members: readonly Judgeable[], more: readonly RuledAxis[] = []): Judgement {
  const records = members.map((m) => ({ key: m.no, found: m.doc }));
  const databases = new Map(members.map((m) => [m.no, judging.tagOf(m.database_id)]));
  const tagOf = (record: number) => databases.get(record) ?? '';
  const { register, levels, rulings, lists } = judging;
  const ruled = new Set<RuledAxis>(more);
  for (const m of members) {
    for (const r of rulings.byRecord.get(m.no) ?? rulings.byName.get(m.stable_name) ?? []) ruled.add(r);
    if (rulings.byJournal.size > 0) for (const r of rulings.byJournal.get(venueKey(m.doc.place.container)) ?? []) ruled.add(r);
  }
  let classification = classifyWork(records, levels, { register, lists, ruled: [...ruled] });
  let causes = causesOf(classification, tagOf);
  if (rulings.byClaims.size > 0) {
    // A standing ruling on a dispute is found by the dispute, which is there only without it.
    const settled = Object.values(causes).flatMap((list) => (list ?? []).flatMap((c) => rulings.byClaims.get(c.key) ?? []));
    const fresh = settled.filter((r) => !ruled.has(r));
    if (fresh.length) {
      classification = classifyWork(records, levels, { register, lists, ruled: [...ruled, ...fresh] });
      causes = causesOf(classification, tagOf);
    }
  }
  if (judging.likely)
    classification.likely = likelyMasks(classification, sharesOfWork(members.map((m) => m.doc.likely)), levels, judging.likely);
  return { classification, causes };
}
