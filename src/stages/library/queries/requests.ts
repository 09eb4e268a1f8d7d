import { writeCsv } from '@/core/formats';
import { lastingLink, whyNotLasting } from '@/core/holdings';
import { localDay } from '@/core/record';
import {
  lacking,
  REQUEST_FIELDS,
  type RequestLine,
  requestLine,
  requestMail,
  stateOfRequest,
  timingOf,
  timingWords,
} from '@/core/requests';
import { type Context, NotFound, openReview } from '@/platform/context';
import { FullText } from '@/platform/db/schema';
import { attachmentsOf, libraryOf, reviewState, soughtNumbers } from '@/stages/decide';
import { itemsOf } from '../store/items';

/** The works whose full text is sought and not attached, and those that were asked for, with how each can be had and where it stands. */
export async function requestsView(ctx: Context, reviewId: string) {
  const review = await openReview(ctx, reviewId);
  const state = await reviewState(ctx, reviewId);
  const settings = libraryOf(review);
  const rows = new Map((await ctx.em.find(FullText, { reviewId })).map((r) => [r.workNo, r]));
  // What was read, or is known not to be had, is waited for by nobody.
  const isAssessed = (no: number) => {
    const verdict = state.staged.get(no)?.fullText?.verdict;
    return verdict === 'keep' || verdict === 'exclude';
  };
  const attached = new Set((await attachmentsOf(ctx, reviewId)).map((a) => a.workNo));
  const works = [...new Set([...(await soughtNumbers(ctx, reviewId)), ...[...rows.values()].filter((r) => r.asked).map((r) => r.workNo)])]
    .filter((no) => state.indexOf.has(no) && !isAssessed(no) && (!attached.has(no) || rows.get(no)?.asked))
    .sort((a, b) => a - b);
  const items = await itemsOf(ctx, reviewId, works);
  const today = localDay(ctx.now());
  const { values, all } = state.columns.facets.holding;
  const lines = works.map((no) => {
    const item = items.get(no)!;
    const row = rows.get(no);
    const days = { asked: row?.asked ?? '', promised: row?.promised ?? '', arrived: row?.arrived ?? '', refused: row?.refused ?? '' };
    const timing = timingOf(days, today, settings.deadline);
    const mask = all[state.indexOf.get(no)!]!;
    const line = requestLine(no, item);
    return {
      ...{ no, title: item.title, authors: line.authors, line, lacks: lacking(line) },
      holding: mask ? values[31 - Math.clz32(mask)]! : '',
      link: lastingLink(item, settings.resolver),
      passing: item.urls.filter((u) => whyNotLasting(u) !== '').length,
      ...{
        ...days,
        state: stateOfRequest(days),
        late: timing.late,
        tooLate: timing.tooLate,
        timing: timingWords(days, timing, settings.deadline),
      },
      ...{ source: row?.source ?? '', refusedWhy: row?.refusedWhy ?? '', edit: row?.edit ?? 0, fromHere: (row?.request ?? '') !== '' },
    };
  });
  const left = settings.deadline
    ? timingOf({ asked: '', promised: '', arrived: '', refused: '' }, today, settings.deadline).daysToAsk
    : null;
  return { settings, today, daysToAsk: left, lines };
}
export type RequestsView = Awaited<ReturnType<typeof requestsView>>;

/** A list of requests for another library, as a table or as the text of an e-mail. @param works those wanted; empty: all that can be asked for */
export async function requestsFile(
  ctx: Context,
  reviewId: string,
  form: string,
  works: readonly number[],
): Promise<{ body: string; media: string }> {
  const view = await requestsView(ctx, reviewId);
  const lines: RequestLine[] = view.lines
    .filter((l) => (works.length ? works.includes(l.no) : l.state === 'to-ask' && (l.holding === 'not-held' || l.holding === '')))
    .map((l) => l.line);
  if (form === 'requests.csv')
    return {
      body: writeCsv([REQUEST_FIELDS.map(([, name]) => name), ...lines.map((line) => REQUEST_FIELDS.map(([field]) => line[field]))]),
      media: 'text/csv',
    };
  if (form === 'requests.txt') return { body: `${requestMail(lines, view.settings.asker, view.settings.deadline)}\n`, media: 'text/plain' };
  throw new NotFound('There is no such list.');
}
