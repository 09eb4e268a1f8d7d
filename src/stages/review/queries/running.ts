import type { Context } from '@/platform/context';

/** How the application is, as whoever looks after it asks. Nothing of what anybody reviews. */
export interface Running {
  /** How long the database took to answer, in seconds. */
  database: number;
  jobs: Record<'queued' | 'running' | 'failed', number>;
  /** How long the job that waits longest has waited, in seconds; 0 when none does. */
  waiting: number;
  reviews: number;
}

export async function runningState(ctx: Context): Promise<Running> {
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
export function metricsText(running: Running, memory: number, uptime: number): string {
  const lines: [name: string, help: string, values: [labels: string, value: number][]][] = [
    ['narrow_sieve_database_seconds', 'Time that the database took to answer.', [['', running.database]]],
    ['narrow_sieve_jobs', 'Background jobs by state.', Object.entries(running.jobs).map(([state, n]) => [`{state="${state}"}`, n])],
    ['narrow_sieve_job_waiting_seconds', 'How long the job that waits longest has waited.', [['', running.waiting]]],
    ['narrow_sieve_reviews', 'Reviews there are.', [['', running.reviews]]],
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
