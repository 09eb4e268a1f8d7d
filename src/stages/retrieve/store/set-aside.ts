import type { EntityManager } from '@mikro-orm/postgresql';
import type { RecordClaims } from '@/core/classify';
import { type Fault, faultOf } from '@/core/derive';
import { MERGE_RULE_SET, OtherForm, type PackedClaims, RULE_SET, unpackClaims } from '@/core/storage';
import { copyRows } from '@/platform/db/copy';
import { SetAside } from '@/platform/db/schema';

/** At which step a record could not be processed. */
export type AsideStep = SetAside['step'];
export interface AsideRecord {
  no: number;
  step: AsideStep;
  reason: string;
}

/** By which rules it failed: others may do better, so that it is tried again then. */
export const ASIDE_RULES = `${RULE_SET} ${MERGE_RULE_SET}`;
const LONGEST_REASON = 500;

/** Some records could not be processed: the step is to be done again without them. */
export class Unprocessable extends Error {
  constructor(readonly records: readonly AsideRecord[]) {
    super(`${records.length} records could not be processed: ${records[0]?.reason}`);
  }
}

/** What is kept of a fault: its words, for the list; the whole of it goes to the log. */
export const asideOf = (no: number, step: AsideStep, error: unknown): AsideRecord => faultyAside(faultOf(no, error), step);

/** The same of a fault that was met elsewhere. */
export function faultyAside({ no, words, stack }: Fault, step: AsideStep): AsideRecord {
  console.error('[set aside]', `record ${no}`, step, stack || words);
  return { no, step, reason: words.replace(/\s+/g, ' ').toWellFormed().replaceAll('\0', '').slice(0, LONGEST_REASON) };
}

/**
 * The stored claims of some records by their numbers.
 * @throws Unprocessable with those whose claims cannot be read
 * @throws OtherForm when they were kept by another version of the program
 */
export function readClaims(docs: readonly { record_no: number; doc: PackedClaims }[]): Map<number, RecordClaims> {
  const claims = new Map<number, RecordClaims>();
  const failed: AsideRecord[] = [];
  for (const { record_no: no, doc } of docs)
    try {
      claims.set(no, unpackClaims(doc));
    } catch (error) {
      // Nothing is wrong with the record: its claims are to be derived again.
      if (error instanceof OtherForm) throw error;
      failed.push(asideOf(no, 'classify', error));
    }
  if (failed.length) throw new Unprocessable(failed);
  return claims;
}

/** Records that the rules as they are could not process. Those that failed by other rules are not among them. */
export async function standingAside(tx: EntityManager, reviewId: string): Promise<Map<number, AsideRecord>> {
  const rows = await tx.find(SetAside, { reviewId, rules: ASIDE_RULES });
  return new Map(rows.map(({ recordNo: no, step, reason }) => [no, { no, step, reason }]));
}

export async function writeAside(tx: EntityManager, reviewId: string, aside: ReadonlyMap<number, AsideRecord>, at: Date): Promise<void> {
  await tx.execute('delete from set_aside where review_id = ?', [reviewId]);
  await copyRows(
    tx,
    'set_aside',
    ['review_id', 'record_no', 'step', 'reason', 'rules', 'at'],
    [[...aside.values()].map(({ no, step, reason }) => [reviewId, no, step, reason, ASIDE_RULES, at.toISOString()])],
  );
}

export async function countAside(em: EntityManager, reviewId: string): Promise<number> {
  const [{ n }] = await em.execute<[{ n: number }]>(
    'select count(*)::int as n from set_aside a join active_record r on r.review_id = a.review_id and r.no = a.record_no where a.review_id = ?',
    [reviewId],
  );
  return n;
}
