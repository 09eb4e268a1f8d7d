import { type Classification, FLAGS, type Lists, type RecordClaims } from '@/core/classify';
import { type DerivedClaims, derivedClaims, type Fault, faultOf, rederivedClaims, Scopes, type ShortHash } from '@/core/derive';
import { type FieldEdit, mergeWork } from '@/core/merge';
import { type BibRecord, intervalWords, shortAuthors } from '@/core/record';
import { type ColumnsPage, PageBuilder } from '@/core/sieve';
import { type Cell, copyText, OtherForm, packClaims, unpackClaims } from '@/core/storage';
import { type Judgeable, type Judging, type JudgingBasis, judgeAlone, judgeWork, judgingFrom, membershipBits } from './judging';
import { storedAxes } from './stored-axes';

/** A work of a page, with the numbers of its records in their order. */
export interface WorkToJudge {
  no: number;
  records: readonly number[];
  /** What other publications bring upon it; or all its flags, where the work stays as it was merged. */
  flags: readonly string[];
  edits?: readonly FieldEdit[];
  /** Its records are judged by themselves only: the work is known. */
  alone?: boolean;
}

/** A record as it was read: JSON as it is stored. */
export interface RecordToJudge {
  no: number;
  /** The retrieval it came with. */
  retrieval: string;
  database: string | null;
  name: string;
  /** Its claims; null where there are none by the rules as they are. */
  doc: string | null;
  /** Whether its claims are to be derived: again, under another map or statement, where there are some. */
  stale?: boolean;
  /** The record itself, where it is to be merged, or its claims derived. */
  item: string | null;
}

export interface PageToJudge {
  reviewId: string;
  works: readonly WorkToJudge[];
  records: readonly RecordToJudge[];
  /** Whether rows of works are wanted whole, or only what was classified of works that stay as they are. */
  merged: boolean;
}

/** What came of a page: of its works and records those that could be judged, in order. */
export interface JudgedPage {
  works: ColumnsPage;
  /** Records judged by themselves, with the retrieval and the work of each. */
  alone: ColumnsPage;
  retrievals: string[];
  workOf: Int32Array;
  /** Rows of works for COPY, by WORK_COLUMNS; none of works that stay as they were merged. */
  rows: Uint8Array;
  /** Of those, their numbers and axes as JSON rows to update by. */
  axes: string;
  /** Claims that were derived: of which records, and their rows for COPY, by CLAIM_COLUMNS. */
  claims: { numbers: number[]; rows: Uint8Array };
  faults: (Fault & { step: 'derive' | 'classify' })[];
}

export const WORK_COLUMNS = [
  ...['review_id', 'no', 'title', 'authors', 'container', 'date_words', 'doi', 'pmid', 'shown_record'],
  ...['records', 'membership', 'axes', 'flags', 'absorbed_by', 'absorbed_at'],
];

/** What lists show of a work. */
const SHOWN_FIELDS = ['title', 'authors', 'container', 'doi', 'pmid'] as const;

/** Everything that judging a page needs, made once. */
export interface PageJudging {
  judging: Judging;
  scopes: Scopes;
  bitOf: ReturnType<typeof membershipBits>;
  /** The place of a database in the review's order; after the last for none. */
  trustOf(database: string | null): number;
}

/** @param lists those of the basis, where they were made before */
export function pageJudging(basis: JudgingBasis, hash: ShortHash, lists?: Lists): PageJudging {
  const { databases } = basis;
  const trust = new Map(databases.map((d, i) => [d.id, i]));
  return {
    judging: judgingFrom(basis, lists),
    scopes: new Scopes(databases, hash),
    bitOf: membershipBits(databases),
    trustOf: (id) => trust.get(id ?? '') ?? databases.length,
  };
}

interface Member extends Judgeable {
  retrieval: string;
  item: BibRecord | null;
}

/**
 * Judges the works of a page, and their records each by itself. A work that cannot be judged costs no other; what is to
 * blame are those of its records that cannot be judged by themselves either, or all.
 * @throws OtherForm when claims were kept by another version of the program
 */
export function judgePage(by: PageJudging, { reviewId, works, records, merged }: PageToJudge): JudgedPage {
  const { judging, bitOf, trustOf } = by;
  const { members, derived, faults } = readMembers(by.scopes, reviewId, records, merged);
  const page = new PageBuilder(works.length);
  const alone = new PageBuilder(records.length);
  const retrievals: string[] = [];
  const workOf: number[] = [];
  const rows: Cell[][] = [];
  const known: { no: number; axes: object }[] = [];
  const addAlone = (no: number, own: readonly Member[], together: Classification | null) => {
    for (const m of own) {
      const classification = together ? judgeAlone(judging, own, m, together) : judgeWork(judging, [m]).classification;
      alone.add({ number: m.no, membership: bitOf(m), classification });
      retrievals.push(m.retrieval);
      workOf.push(no);
    }
  };
  const addWork = ({ no, flags: given, edits }: WorkToJudge, own: readonly Member[]) => {
    const membership = own.reduce((mask, m) => mask | bitOf(m), 0) >>> 0;
    const { classification, causes } = judgeWork(judging, own);
    const flags = FLAGS.filter((f) => given.includes(f) || (merged && classification.flags.includes(f)));
    const axes = storedAxes(classification, causes, judging.levels);
    const row = merged ? workRow(reviewId, no, own, edits) : null;
    page.add({ number: no, classification, membership, flags });
    addAlone(no, own, classification);
    if (row) rows.push([...row.shown, intervalWords(classification.dates.earliest), ...row.rest, membership, axes, flags, null, null]);
    else known.push({ no, axes });
  };
  const workRow = (id: string, no: number, own: readonly Member[], edits: WorkToJudge['edits']) => {
    const { item, fields } = mergeWork(
      own.map((m) => ({ no: m.no, trust: trustOf(m.database_id), item: m.item! })),
      edits ? [...edits] : undefined,
      SHOWN_FIELDS,
    );
    const shown = fields.find((f) => f.field === 'title')?.records[0] ?? own[0]!.no;
    return {
      shown: [id, no, item.title, shortAuthors(item.authors), item.container],
      rest: [item.doi, item.pmid, shown, own.map((m) => m.no)],
    };
  };
  for (const work of works) {
    const own = work.records.flatMap((no) => members.get(no) ?? []);
    // One that could not be read is a fault already.
    if (own.length < work.records.length) continue;
    try {
      if (work.alone) addAlone(work.no, own, null);
      else addWork(work, own);
    } catch (error) {
      for (const m of blamed(judging, own)) faults.push({ ...faultOf(m.no, error), step: 'classify' });
    }
  }
  return {
    works: page.done(),
    alone: alone.done(),
    retrievals,
    workOf: Int32Array.from(workOf),
    rows: utf8(rows),
    axes: JSON.stringify(known),
    claims: { numbers: derived.map(([, no]) => no as number), rows: utf8(derived) },
    faults,
  };
}

const utf8 = (rows: readonly Cell[][]): Uint8Array => new TextEncoder().encode(copyText(rows));

function readMembers(scopes: Scopes, reviewId: string, records: readonly RecordToJudge[], merged: boolean) {
  const members = new Map<number, Member>();
  const derived: Cell[][] = [];
  const faults: JudgedPage['faults'] = [];
  for (const r of records) {
    const parse = () => JSON.parse(r.item!) as BibRecord;
    try {
      let doc: RecordClaims;
      let fresh: DerivedClaims | null = null;
      const known = r.doc === null ? null : unpackClaims(JSON.parse(r.doc));
      if (known && !r.stale) doc = known;
      else {
        fresh = known ? rederivedClaims(scopes, r.database, parse(), known) : derivedClaims(scopes, r.database, parse());
        doc = fresh.doc;
      }
      members.set(r.no, {
        no: r.no,
        database_id: r.database,
        stable_name: r.name,
        retrieval: r.retrieval,
        doc,
        item: merged ? parse() : null,
      });
      if (fresh) derived.push([reviewId, r.no, fresh.ruleSet, packClaims(fresh.doc), fresh.unmapped, fresh.terms]);
    } catch (error) {
      // Nothing is wrong with the record: its claims are to be derived again.
      if (error instanceof OtherForm) throw error;
      faults.push({ ...faultOf(r.no, error), step: r.doc === null || r.stale ? 'derive' : 'classify' });
    }
  }
  return { members, derived, faults };
}

/** The records of a work that cannot be classified by themselves either; all of them, when each can. */
function blamed(judging: Judging, members: readonly Member[]): readonly Member[] {
  const alone = members.filter((m) => {
    try {
      judgeWork(judging, [m]);
      return false;
    } catch {
      return true;
    }
  });
  return alone.length ? alone : members;
}
