/** What the threads of a job do: each function is given what all tasks share, and one task. */
import { deriveBatch, type ReadRecord, type ScopedDatabase, Scopes, type ToDerive, takenIn } from '@/core/derive';
import { type JudgingBasis, judgePage, type PageToJudge, pageJudging } from '@/core/judge';
import { shortHash } from '@/platform/short-hash';
import { prepared, type Sent } from '@/platform/threads/sent';

const scopes = prepared((databases: readonly ScopedDatabase[]) => new Scopes(databases, shortHash));

export const derive = (sent: Sent<{ reviewId: string; records: ToDerive[] }>) =>
  deriveBatch(scopes(sent), sent.task.reviewId, sent.task.records);

export const takeIn = (sent: Sent<{ reviewId: string; fileId: string; records: ReadRecord[] }>) =>
  takenIn(scopes(sent), sent.task.reviewId, sent.task.fileId, sent.task.records);

const judging = prepared((basis: JudgingBasis) => pageJudging(basis, shortHash));

export const judge = (sent: Sent<PageToJudge>) => judgePage(judging(sent), sent.task);
