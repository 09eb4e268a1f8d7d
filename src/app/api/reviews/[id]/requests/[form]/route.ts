import { openReview } from '@/platform/context';
import { savedAs, slugOf } from '@/platform/http/download';
import { reviewRoute } from '@/platform/http/review-route';
import { requestsFile } from '@/stages/library/queries/requests';

/** GET requests for another library as a table or as the text of an e-mail; ?works= says which. */
export const GET = reviewRoute<{ form: string }>('read', async (ctx, { id, form }, request) => {
  const { title } = await openReview(ctx, id);
  const works = (new URL(request.url).searchParams.get('works') ?? '').split(',').flatMap((n) => (/^\d{1,9}$/.test(n) ? [Number(n)] : []));
  const { body, media } = await requestsFile(ctx, id, form, works);
  return new Response(body, { headers: savedAs(`${slugOf(title)}-${form}`, media) });
});
