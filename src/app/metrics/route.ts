import { route } from '@/platform/http/review-route';
import { metricsText, runningStates } from '@/stages/review/queries/running';

/** GET figures of the running application, for a program that collects them. */
export const GET = route('anybody', async (ctx) => {
  const text = metricsText(await runningStates(ctx), process.memoryUsage.rss(), process.uptime());
  return new Response(text, { headers: { 'content-type': 'text/plain; version=0.0.4; charset=utf-8' } });
});
