/** tsx decide-then-die.ts REVIEW FIRST SECOND: decides one work, says so, and is killed while it decides the other. */
import { MikroORM } from '@mikro-orm/postgresql';
import { ormConfig } from '@/platform/db/config';
import { ANYBODY } from '@/platform/verbs/rights';
import { decideWork } from '@/stages/decide/commands/decide';

const [review = '', first, second] = process.argv.slice(2);
const orm = await MikroORM.init(ormConfig());
const decide = (no: string | undefined) =>
  decideWork({ em: orm.em.fork(), person: ANYBODY, now: () => new Date() }, review, {
    ...{ workNo: Number(no), verdict: 'keep', reasonCode: '', grounds: 'Before the crash.', seenSeq: 0 },
  });
const done = await decide(first);
process.stdout.write(done.ok ? 'saved\n' : `${done.message}\n`);
void decide(second);
setTimeout(() => process.kill(process.pid, 'SIGKILL'), 5);
