import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { MikroORM } from '@mikro-orm/postgresql';
import type { Context } from '@/platform/context';
import { databaseUrl, ormConfig } from '@/platform/db/config';
import { closeQueue } from '@/platform/queue/queue';
import { ANYBODY } from '@/platform/verbs/rights';
import { ensureBuild, startWeb, startWorker, stopProgram } from '../scripts/application.mjs';
import { freePort } from '../scripts/postgres.mjs';
import { MEASURED, signIn } from './signed-in';

/** The application as it is measured: on the database of DATABASE_URL, with a folder that goes when it ends. */
export interface Measured {
  folder: string;
  context(): Context;
  /** Starts web server and, if wanted, worker, and signs in. */
  start(withWorker: boolean): Promise<{ address: string; web: number | undefined; worker: number | undefined }>;
}

export async function withApplication(act: (measured: Measured) => Promise<void>): Promise<void> {
  ensureBuild();
  const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-bench-'));
  process.env.NARROW_SIEVE_DATA = folder;
  const orm = await MikroORM.init(ormConfig());
  const programs: Awaited<ReturnType<typeof startWeb>>[] = [];
  const env = { DATABASE_URL: databaseUrl(), NARROW_SIEVE_DATA: folder, ...MEASURED };
  const start = async (withWorker: boolean) => {
    const port = await freePort(53700);
    const address = `http://127.0.0.1:${port}`;
    programs.push(await startWeb(port, env));
    if (withWorker) programs.push(await startWorker(env));
    await signIn(orm.em.fork(), address);
    return { address, web: programs[0]!.pid, worker: programs[1]?.pid };
  };
  try {
    await act({ folder, context: () => ({ em: orm.em.fork(), person: ANYBODY, now: () => new Date() }), start });
  } finally {
    for (const program of programs.reverse()) await stopProgram(program);
    await closeQueue();
    await orm.close(true);
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Memory of a program in megabytes, now (VmRSS) or at its most (VmHWM): of its threads too, and of all processes it runs in. */
export function memoryMb(pid: number | undefined, which: 'VmRSS' | 'VmHWM'): number {
  // A program that has ended and was not yet waited for has none.
  const own = Number(new RegExp(`${which}:\\s+(\\d+)`).exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').split(' ').filter(Boolean);
  return children.reduce((sum, child) => sum + memoryMb(Number(child), which), own);
}
