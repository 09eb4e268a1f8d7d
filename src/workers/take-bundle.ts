/**
 * `tsx take-bundle.ts PATH NAME`: takes in one bundle, in a process of its own, and prints the answer as a line of
 * JSON. Whatever the file does to the reader, only this process suffers.
 */
import { MikroORM } from '@mikro-orm/postgresql';
import { ormConfig } from '@/platform/db/config';
import { closeQueue } from '@/platform/queue/queue';
import { ANYBODY } from '@/platform/verbs/rights';
import { takeBundle } from '@/stages/review';
import { endWithParent } from '../../scripts/parent.mjs';

const [path, name] = process.argv.slice(2) as [string, string];
endWithParent(() => process.exit(1));
const orm = await MikroORM.init(ormConfig());
try {
  const taken = await takeBundle({ em: orm.em.fork(), person: ANYBODY, now: () => new Date() }, name, path);
  process.stdout.write(`${JSON.stringify(taken)}\n`);
} finally {
  await closeQueue();
  await orm.close(true);
}
process.exit(0);
