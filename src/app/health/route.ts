import { route } from '@/platform/http/review-route';
import { runningState } from '@/stages/review/queries/running';

/** GET whether the application can do its work: the database answers. 503 while it does not. */
export const GET = route('anybody', async (ctx) => {
  const { database, jobs, waiting } = await runningState(ctx);
  return Response.json({ ok: true, database: Number(database.toFixed(4)), jobs, waiting: Math.round(waiting) });
});
