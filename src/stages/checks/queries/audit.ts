import { type SampleDesign, type SpotResult, spotResult } from '@/core/checks';
import type { CellState } from '@/core/parity';
import { isoToDay } from '@/core/record';
import { type EvidenceUsed, type FunnelRow, funnelOf, limiterWords, lostAt } from '@/core/sieve';
import type { Context } from '@/platform/context';
import { SampleCheck } from '@/platform/db/schema';
import { NOTHING, reviewQuery } from '@/platform/verbs/declare';
import { type ReviewState, reviewState } from '@/stages/decide';
import { databasesOf } from '@/stages/retrieve';
import { latestVersion, type ParityView, parityView } from '@/stages/sieve';
import { standingVerdicts } from '../store/samples';
import { placeKnown, settled } from './known-view';
import { judgedStrata } from './samples-view';

/** All that is known of what one limiter does to the review. */
export interface AuditLine {
  id: string;
  name: string;
  words: string;
  rationale: string;
  evidence: EvidenceUsed;
  whenUnknown: 'hold' | 'let-through' | 'stop';
  exempt: string;
  waived: { database: string; reason: string }[];
  /** Works that it stops first; `alone`: that it would stop by itself; that it holds. */
  stopsHere: number;
  /** What would change if it were not there, as the funnel has it. */
  without: FunnelRow['without'];
  alone: number;
  holds: number;
  /** Words of people against it, on single works. */
  overridden: number;
  /** Where it was not or could not be applied evenly, in words; null while the databases were not looked at. */
  exceptions: { where: string; state: CellState; why: string; remedy: string }[] | null;
  leaks: { where: string; works: number }[] | null;
  /** What the latest sample of which anything was judged says of it. */
  spot: { check: number; sieveVersion: number; result: SpotResult['strata'][number] } | null;
  /** Works that are known to belong and that it stops first; null while there is no list. */
  known: number[] | null;
}

export interface AuditView {
  lines: AuditLine[];
  spot: { number: number; design: SampleDesign; seed: number; sieveVersion: number; result: SpotResult } | null;
  /** Number of the latest version of the sieve. */
  version: number;
}

/** The latest sample of what was stopped of which something was judged, with what it says. */
export async function latestSpot(ctx: Context, reviewId: string): Promise<{ check: SampleCheck; result: SpotResult } | null> {
  const verdicts = await standingVerdicts(ctx, reviewId);
  const checks = await ctx.em.find(SampleCheck, { reviewId, kind: 'stopped' }, { orderBy: { number: 'desc' } });
  const check = checks.find((c) => verdicts.get(c.number)?.size);
  return check ? { check, result: spotResult(judgedStrata(check, verdicts.get(check.number)!), check.design) } : null;
}

const UNEVEN: ReadonlySet<CellState> = new Set<CellState>([
  'not-taken',
  'narrower-there',
  'extra-there',
  'waived',
  'blind',
  'proxy',
  'looser-there',
]);

/**
 * The audit of every limiter of the working sieve that is on.
 * @param given what was worked out already; without parity, the databases are not looked at, which takes as long as the rest
 */
export async function auditLines(
  ctx: Context,
  reviewId: string,
  given?: { state?: ReviewState; parity: ParityView | null },
): Promise<AuditView> {
  const state = given?.state ?? (await reviewState(ctx, reviewId));
  const parity = given ? given.parity : await parityView(ctx, reviewId);
  const { review, run, scheme, columns } = state;
  const spot = await latestSpot(ctx, reviewId);
  const counted = settled((await placeKnown(ctx, state)).placed);
  const lost = lostAt(
    run,
    counted.flatMap((p) => p.row ?? []),
  );
  const { rows } = funnelOf(run);
  const tags = new Map((await databasesOf(ctx, reviewId)).map((d) => [d.id, d.tag]));
  const lines = review.sieve.flatMap((l, k): AuditLine[] => {
    if (!l.on) return [];
    const row = rows.find((r) => r.limiter === k)!;
    const own = spot?.result.strata.find((s) => s.limiter === l.id);
    let holds = 0;
    for (const word of run.holds) holds += (word >>> k) & 1;
    return [
      {
        ...{ id: l.id, name: l.name, words: limiterWords(l, scheme, isoToDay(review.asOf)), rationale: l.rationale },
        ...{ evidence: l.evidence, whenUnknown: l.whenUnknown, exempt: l.exempt?.reason ?? '' },
        waived: (l.waivers ?? []).map((w) => ({ database: tags.get(w.database) ?? '--', reason: w.reason })),
        ...{ stopsHere: row.whole.stoppedHere, without: row.without, alone: row.alone, holds },
        overridden: new Set(state.overrides.filter((o) => o.limiters.includes(l.id)).map((o) => o.work)).size,
        ...unevenness(parity, l.id),
        spot: spot && own ? { check: spot.check.number, sieveVersion: spot.check.sieveVersion, result: own } : null,
        known: counted.length === 0 ? null : lost[k]!.map((i) => columns.numbers[i]!),
      },
    ];
  });
  return {
    lines,
    spot: spot && {
      number: spot.check.number,
      design: spot.check.design,
      seed: spot.check.seed,
      sieveVersion: spot.check.sieveVersion,
      result: spot.result,
    },
    version: (await latestVersion(ctx.em, reviewId))?.number ?? 0,
  };
}

/** What the databases did, for each limiter that is on, by its id. */
export async function auditUnevenness(ctx: Context, reviewId: string): Promise<Record<string, Unevenness>> {
  const parity = await parityView(ctx, reviewId);
  return Object.fromEntries(parity.rows.flatMap(({ limiter }) => (limiter ? [[limiter, unevenness(parity, limiter)]] : [])));
}
export type Unevenness = Pick<AuditLine, 'exceptions' | 'leaks'>;

/** Where a limiter is not even, and what came through although it was set there. */
function unevenness(parity: ParityView | null, limiter: string): Unevenness {
  if (!parity) return { exceptions: null, leaks: null };
  const cells = parity.rows.find((p) => p.limiter === limiter)?.cells ?? [];
  const where = (i: number) => parity.retrievals[i]!.names;
  return {
    exceptions: cells.flatMap((c, i) =>
      c && UNEVEN.has(c.state) ? [{ where: where(i), state: c.state, why: c.why, remedy: c.remedy }] : [],
    ),
    leaks: cells.flatMap((c, i) => (c && c.leaks > 0 ? [{ where: where(i), works: c.leaks }] : [])),
  };
}

export const askUnevenness = reviewQuery({
  name: 'audit-unevenness',
  right: 'read',
  input: NOTHING,
  refuses: [],
  rests: ['sieve', 'classification', 'retrieval'],
  run: async (ctx) => ({ uneven: await auditUnevenness(ctx, ctx.reviewId) }),
});
