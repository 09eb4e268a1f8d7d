import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { serialize } from 'node:v8';
import { Piscina } from 'piscina';
import type { Sent } from './sent';

/** What is the same for all tasks of a job. It is written into shared memory once, and read once by every thread. */
export interface Basis<T> {
  key: string;
  value: T;
  shared: SharedArrayBuffer | null;
}

/** Who does the computing of a job: this thread, or as many others as there are processors. */
export interface Labour {
  /** Tasks that are worth having under way at once. */
  width: number;
  /**
   * @param name under which the program of the threads exports the work
   * @param here the same work, done in this thread
   */
  run<B, T, R>(name: string, basis: Basis<B>, task: T, here: (basis: B, task: T) => R): Promise<R>;
}

/** Threads cost a second or two each to begin: what fewer records take is done here, unless NARROW_SIEVE_THREADS_FROM says otherwise. */
const WORTH_THREADS = 3000;
const PROGRAM = 'src/workers/records-thread.mjs';
/** Young memory of a thread, so that what a task leaves behind is never taken for old. */
const YOUNG_MB = 96;
/** Merging, which one thread does, lies between two parts of a job that many do. */
const IDLE_MS = 60_000;

let made = 0;
export const basisOf = <T>(value: T): Basis<T> => ({ key: `${process.pid}.${++made}`, value, shared: null });

export const HERE: Labour = { width: 1, run: async (_name, basis, task, here) => here(basis.value, task) };

interface Pool {
  run(sent: Sent<unknown>, name: string): Promise<unknown>;
  end(): Promise<void>;
}
let pool: Pool | null = null;

function openPool(most: number): Pool {
  const threads = new Piscina({
    filename: join(process.cwd(), PROGRAM),
    // The program registers what it needs by itself.
    execArgv: [],
    minThreads: 0,
    maxThreads: most,
    idleTimeout: IDLE_MS,
    resourceLimits: { maxYoungGenerationSizeMb: YOUNG_MB },
  });
  const waiting = new Set<(error: unknown) => void>();
  const open: Pool = {
    run: (sent, name) =>
      new Promise((done, fail) => {
        waiting.add(fail);
        threads
          .run(sent, { name })
          .then(done, fail)
          .finally(() => waiting.delete(fail));
      }),
    end: () => threads.destroy(),
  };
  // A thread that does not begin, or dies between tasks: nobody may wait for it, and the next job has others.
  threads.on('error', (error) => {
    if (pool === open) pool = null;
    for (const fail of waiting) fail(error);
    void threads.destroy().catch(() => {});
  });
  return open;
}

/** A whole number that the environment sets, or what stands for it. */
function setting(name: string, otherwise: number): number {
  const set = Number(process.env[name] || Number.NaN);
  return Number.isInteger(set) && set >= 0 ? set : otherwise;
}

/**
 * As many threads as there are processors, or NARROW_SIEVE_THREADS; with 0 all is done in one thread.
 * @param records how many there are to go through
 */
export function labourFor(records: number): Labour {
  const most = Math.min(64, setting('NARROW_SIEVE_THREADS', availableParallelism()));
  if (most === 0 || records < setting('NARROW_SIEVE_THREADS_FROM', WORTH_THREADS)) return HERE;
  return {
    // One more than there are threads lies ready, so that none waits for the next.
    width: most + 1,
    run: (name, basis, task) => {
      basis.shared ??= inShared(serialize(basis.value));
      pool ??= openPool(most);
      return pool.run({ key: basis.key, basis: basis.shared, task }, name) as Promise<never>;
    },
  };
}

/** Ends the threads; what they were at fails. */
export async function endThreads(): Promise<void> {
  const old = pool;
  pool = null;
  await old?.end();
}

function inShared(bytes: Uint8Array): SharedArrayBuffer {
  const shared = new SharedArrayBuffer(bytes.length);
  new Uint8Array(shared).set(bytes);
  return shared;
}
