import type { Context } from '@/platform/context';
import { onEveryServer } from '@/platform/db/directory';

/** How the application is, as whoever looks after it asks. Nothing of what anybody reviews. */
export interface Running {
  /** How long the database took to answer, in seconds. */
  database: number;
  jobs: Record<'queued' | 'running' | 'failed', number>;
  /** How long the job that waits longest has waited, in seconds; 0 when none does. */
  waiting: number;
  reviews: number;
}

/** Every database by itself, home first; null for one that does not answer. */
export async function runningStates(ctx: Context): Promise<{ server: string; running: Running | null }[]> {
  const { answers, silent } = await onEveryServer(ctx.em, async (em, server) => ({ server, running: await runningState({ ...ctx, em }) }));
  return [...answers, ...silent.map(({ server }) => ({ server, running: null }))];
}

export async function runningState(ctx: Pick<Context, 'em'>): Promise<Running> {
  const from = performance.now();
  const [row] = await ctx.em.execute<[{ queued: number; running: number; failed: number; waiting: number; reviews: number }]>(
    `select count(*) filter (where state = 'queued')::int as queued, count(*) filter (where state = 'running')::int as running,
       count(*) filter (where state = 'failed')::int as failed,
       coalesce(extract(epoch from now() - min(updated_at) filter (where state = 'queued')), 0)::float as waiting,
       (select count(*)::int from review) as reviews
     from job`,
  );
  const { waiting, reviews, ...jobs } = row;
  return { database: (performance.now() - from) / 1000, jobs, waiting: Math.max(0, waiting), reviews };
}

/** The same in the text format that Prometheus reads (its documentation, exposition format 0.0.4, from memory). */
export function metricsText(states: Awaited<ReturnType<typeof runningStates>>, memory: number, uptime: number): string {
  const of = (values: (running: Running) => [labels: string, value: number][]) =>
    states.flatMap(({ server, running }) =>
      (running ? values(running) : []).map(([labels, n]): [string, number] => [`{server="${server}"${labels && `,${labels}`}}`, n]),
    );
  const lines: [name: string, help: string, values: [labels: string, value: number][]][] = [
    ['narrow_sieve_database_up', 'Whether the database answers.', states.map((s) => [`{server="${s.server}"}`, s.running ? 1 : 0])],
    ['narrow_sieve_database_seconds', 'Time that the database took to answer.', of((r) => [['', r.database]])],
    ['narrow_sieve_jobs', 'Background jobs by state.', of((r) => Object.entries(r.jobs).map(([state, n]) => [`state="${state}"`, n]))],
    ['narrow_sieve_job_waiting_seconds', 'How long the job that waits longest has waited.', of((r) => [['', r.waiting]])],
    ['narrow_sieve_reviews', 'Reviews there are.', of((r) => [['', r.reviews]])],
    ['process_resident_memory_bytes', 'Memory of the process that answers.', [['', memory]]],
    ['process_uptime_seconds', 'How long the process that answers has run.', [['', uptime]]],
  ];
  return lines
    .map(
      ([name, help, values]) =>
        `# HELP ${name} ${help}\n# TYPE ${name} gauge\n${values.map(([labels, v]) => `${name}${labels} ${v}\n`).join('')}`,
    )
    .join('');
}
