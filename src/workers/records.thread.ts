/** What the threads of a job do: each function is given what all tasks share, and one task. */
import { deriveBatch, type ReadRecord, type ScopedDatabase, Scopes, type ToDerive, takenIn } from '@/core/derive';
import { type JudgingBasis, judgePage, type PageToJudge, pageJudging } from '@/core/judge';
import { type Comparing, familiesOnShelf, KeyShelf, PreparedKeys, type Range, type SharedShelf, scoreRange } from '@/core/merge';
import { shortHash } from '@/platform/short-hash';
import { prepared, type Sent } from '@/platform/threads/sent';

const scopes = prepared((databases: readonly ScopedDatabase[]) => new Scopes(databases, shortHash));

export const derive = (sent: Sent<{ reviewId: string; records: ToDerive[] }>) =>
  deriveBatch(scopes(sent), sent.task.reviewId, sent.task.records);

export const takeIn = (sent: Sent<{ reviewId: string; fileId: string; records: ReadRecord[] }>) =>
  takenIn(scopes(sent), sent.task.reviewId, sent.task.fileId, sent.task.records);

const judging = prepared((basis: JudgingBasis) => pageJudging(basis, shortHash));

export const judge = (sent: Sent<PageToJudge>) => judgePage(judging(sent), sent.task);

interface ToCompare {
  shelf: SharedShelf;
  comparing: Comparing;
  range: Range;
}

/** Made ready for the records of one job; what is shared by it comes with every task, and is the same. */
let ready: { key: string; keys: PreparedKeys<KeyShelf> } | null = null;
export const compare = ({ key, task: { shelf, comparing, range } }: Sent<ToCompare>) => {
  if (ready?.key !== key) ready = { key, keys: new PreparedKeys(KeyShelf.from(shelf)) };
  return scoreRange(ready.keys, comparing, range);
};

export const families = ({ task: { shelf, head } }: Sent<{ shelf: SharedShelf; head: Int32Array }>) =>
  familiesOnShelf(KeyShelf.from(shelf), head);
