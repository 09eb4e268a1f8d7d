import {
  type Classification,
  causesOf,
  classifyWork,
  type EvidenceScheme,
  type LevelTable,
  type Lists,
  levelTable,
  type RecordClaims,
  type RuledAxis,
  type WorkCause,
} from '@/core/classify';
import type { ScopedDatabase } from '@/core/derive';
import { type HeldTitle, Holdings } from '@/core/holdings';
import { type LikelyBasis, likelyMasks, sharesOfWork } from '@/core/likely';
import { type StandingList, StandingLists, type VenueEntries, VenueRegister, venueKey } from '@/core/venues';
import { indexRulings, type RulingIndex, type StandingRuling } from './rulings';

/** A record of a work as it is judged. */
export interface Judgeable {
  no: number;
  database_id: string | null;
  stable_name: string;
  doc: RecordClaims;
}

/** Everything that bears on how a review's works are classified, beside their records, as plain data. */
export interface JudgingBasis {
  scheme: EvidenceScheme;
  /** Kind of question. */
  kind: string;
  venues: VenueEntries;
  rulings: readonly StandingRuling[];
  likely: LikelyBasis | null;
  lists: ListRows;
  databases: readonly (ScopedDatabase & { tag: string })[];
}

/** Lists that a library brought, line by line. */
export interface ListRows {
  /** Null without a list. */
  holdings: readonly HeldTitle[] | null;
  standings: readonly StandingList[];
  /** ISO date from which embargoes count. */
  asOf: string;
}

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

export const listsFrom = ({ holdings, standings, asOf }: ListRows): Lists => ({
  holdings: holdings ? new Holdings(holdings) : null,
  standings: new StandingLists(standings),
  asOf,
});

/** @param lists those of the basis, where they were made before */
export function judgingFrom(basis: JudgingBasis, lists = listsFrom(basis.lists)): Judging {
  const tags = new Map(basis.databases.map((d) => [d.id, d.tag]));
  return {
    levels: levelTable(basis.scheme, basis.kind),
    register: new VenueRegister(basis.venues),
    lists,
    rulings: indexRulings(basis.rulings),
    likely: basis.likely,
    tagOf: (id) => tags.get(id ?? '') ?? '--',
  };
}

/** A record judged by itself; one that is all there is of its work is judged already. */
export const judgeAlone = (judging: Judging, members: readonly Judgeable[], member: Judgeable, together: Classification): Classification =>
  members.length === 1 ? together : judgeWork(judging, [member]).classification;

/** The bit of the database that a record is from, as columns have it. */
export function membershipBits(databases: readonly { id: string }[]): (record: { database_id: string | null }) => number {
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
