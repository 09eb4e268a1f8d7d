import { Readable } from 'node:stream';
import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { localDay } from '@/core/record';
import { lacking, requestLine } from '@/core/requests';
import { FullText } from '@/platform/db/schema';
import { OutsideFault } from '@/platform/outside/ask';
import { bylineOf } from '@/platform/verbs/byline';
import { NOTHING, reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { attachPdf, libraryOf, NO_FULL_TEXT } from '@/stages/decide';
import { itemsOf } from '../store/items';
import { askFor, LenderFault, type Stands, sentPdf, standsOf } from '../store/lender';

const isFault = (error: unknown): error is Error => error instanceof OutsideFault || error instanceof LenderFault;

/** Asks another library for works, one request each. What it does not take is told, and stops no other. */
export const askLender = reviewCommand({
  name: 'ask-lender',
  right: 'decide',
  input: z.strictObject({ works: z.array(z.int().positive()).min(1).max(100) }),
  refuses: ['no-lender', 'no-works'],
  stale: ['decisions', 'each-work'],
  async outside(ctx, { works }) {
    const { lender, asker, deadline } = libraryOf(ctx.review);
    if (!lender) return refuse('no-lender', 'Nowhere to ask: set where another library takes requests, or send the list by e-mail.');
    const items = await itemsOf(ctx, ctx.reviewId, works);
    if (items.size === 0) return refuse('no-works', 'None of these works is in the review.');
    const open = new Set(
      (await ctx.em.find(FullText, { reviewId: ctx.reviewId, workNo: { $in: works }, request: { $ne: '' }, refused: '', arrived: '' })).map(
        (r) => r.workNo,
      ),
    );
    const asked: { work: number; request: string; promised: string }[] = [];
    const failed: { work: number; why: string }[] = [];
    for (const [work, item] of items) {
      const missing = lacking(requestLine(work, item));
      if (open.has(work)) failed.push({ work, why: 'it is asked for already' });
      else if (missing.length) failed.push({ work, why: `it lacks ${missing.join(' and ')}` });
      else
        try {
          asked.push({ work, ...(await askFor(lender, item, asker, deadline)) });
        } catch (error) {
          if (!isFault(error)) throw error;
          failed.push({ work, why: error.message });
        }
    }
    return { asked, failed, source: new URL(lender).host };
  },
  async run(ctx, _input, { asked, failed, source }) {
    const { review, reviewId } = ctx;
    const em = ctx.em as EntityManager;
    const today = localDay(ctx.now());
    for (const { work, request, promised } of asked) {
      const row = await em.findOne(FullText, { reviewId, workNo: work });
      const said = { asked: today, promised, arrived: '', refused: '', refusedWhy: '', request, ...bylineOf(ctx, review), at: ctx.now() };
      if (row) em.assign(row, { ...said, source: row.source || source, edit: row.edit + 1 });
      else em.create(FullText, { reviewId, workNo: work, ...NO_FULL_TEXT, ...said, source, edit: 1 });
    }
    return { asked: asked.map((a) => a.work), failed };
  },
});

/** Hears how the open requests stand at the other library; what was sent is attached. */
export const hearLender = reviewCommand({
  name: 'hear-lender',
  right: 'decide',
  input: NOTHING,
  refuses: ['no-lender'],
  stale: ['decisions', 'each-work'],
  async outside(ctx) {
    const { lender } = libraryOf(ctx.review);
    if (!lender) return refuse('no-lender', 'Set where another library takes requests first.');
    const rows = await ctx.em.find(
      FullText,
      { reviewId: ctx.reviewId, request: { $ne: '' }, arrived: '', refused: '' },
      { orderBy: { workNo: 'asc' } },
    );
    const heard: { work: number; request: string; stands: Stands }[] = [];
    const failed: { work: number; why: string }[] = [];
    for (const { workNo: work, request } of rows)
      try {
        const stands = await standsOf(lender, request);
        if (stands.state === 'sent') {
          const bytes = await sentPdf(lender, request);
          const attached = await attachPdf(ctx, ctx.reviewId, work, `${request}.pdf`, Readable.from([bytes]));
          if (!attached.ok && attached.code !== 'same-file') {
            failed.push({ work, why: attached.message });
            continue;
          }
        }
        heard.push({ work, request, stands });
      } catch (error) {
        if (!isFault(error)) throw error;
        failed.push({ work, why: error.message });
      }
    return { heard, failed };
  },
  async run(ctx, _input, { heard, failed }) {
    const { review, reviewId } = ctx;
    const em = ctx.em as EntityManager;
    const today = localDay(ctx.now());
    const counts = { sent: 0, refused: 0, promised: 0, asked: 0 };
    for (const { work, request, stands } of heard) {
      // The PDF that was attached has said that it arrived.
      const row = await em.findOne(FullText, { reviewId, workNo: work, request }, { refresh: true });
      if (!row) continue;
      counts[stands.state]++;
      const said = {
        ...(stands.promised ? { promised: stands.promised } : {}),
        ...(stands.state === 'refused' ? { refused: today, refusedWhy: stands.why } : {}),
        ...(stands.state === 'sent' && !row.arrived ? { arrived: today } : {}),
      };
      if (Object.entries(said).every(([k, v]) => row[k as keyof typeof said] === v)) continue;
      em.assign(row, { ...said, edit: row.edit + 1, ...bylineOf(ctx, review), at: ctx.now() });
    }
    return { ...counts, failed };
  },
});
