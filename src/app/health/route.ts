import { route } from '@/platform/http/review-route';
import { runningStates } from '@/stages/review/queries/running';

/** GET whether the application can do its work: the database answers. 503 while it does not. */
export const GET = route('anybody', async (ctx) => {
  const [home, ...others] = await runningStates(ctx);
  const { database, jobs, waiting } = home!.running!;
  const answer = { ok: true, database: Number(database.toFixed(4)), jobs, waiting: Math.round(waiting) };
  // A database of reviews that is away takes only its reviews with it.
  const silent = others.filter((o) => !o.running).map((o) => o.server);
  return Response.json(silent.length ? { ...answer, silent } : answer);
});
