import { type SampleDesign, type SpotResult, spotResult } from '@/core/checks';
import type { CellState } from '@/core/parity';
import { isoToDay } from '@/core/record';
import { funnelOf, limiterWords } from '@/core/sieve';
import { SampleCheck } from '@/db/schema';
import type { Context } from '../context';
import { type ParityView, parityView } from '../parity-view';
import { type ReviewState, reviewState } from '../review-state';
import { latestVersion } from '../save-sieve';
import { placeKnown, settled } from './known-view';
import { standingVerdicts } from './samples';
import { judgedStrata } from './samples-view';

/** All that is known of what one limiter does to the review. */
export interface AuditLine {
  id: string;
  name: string;
  words: string;
  rationale: string;
  evidence: 'stated' | 'stated-and-inferred';
  whenUnknown: 'hold' | 'let-through' | 'stop';
  exempt: string;
  waived: { database: string; reason: string }[];
  /** Works that it stops first; that would be through, and held, without it; that it would stop by itself; that it holds. */
  stopsHere: number;
  backThrough: number;
  backHeld: number;
  alone: number;
  holds: number;
  /** Words of people against it, on single works. */
  overridden: number;
  /** Where it was not or could not be applied evenly, in words. */
  exceptions: { where: string; state: CellState; why: string; remedy: string }[];
  leaks: { where: string; records: number }[];
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

/** The audit of every limiter of the working sieve that is on. @param given what was worked out already */
export async function auditLines(ctx: Context, reviewId: string, given?: { state: ReviewState; parity: ParityView }): Promise<AuditView> {
  const state = given?.state ?? (await reviewState(ctx, reviewId));
  const parity = given?.parity ?? (await parityView(ctx, reviewId));
  const { review, run, scheme, columns } = state;
  const spot = await latestSpot(ctx, reviewId);
  const { placed } = await placeKnown(ctx, state);
  const counted = settled(placed);
  const { rows } = funnelOf(run);
  const databases = new Map(parity.retrievals.flatMap((r) => r.databases.map((d) => [d.id, d.tag] as const)));
  const lines = review.sieve.flatMap((l, k): AuditLine[] => {
    if (!l.on) return [];
    const row = rows.find((r) => r.limiter === k)!;
    const cells = parity.rows.find((p) => p.limiter === l.id)?.cells ?? [];
    const own = spot?.result.strata.find((s) => s.limiter === l.id);
    let holds = 0;
    for (const word of run.holds) holds += (word >>> k) & 1;
    return [
      {
        ...{ id: l.id, name: l.name, words: limiterWords(l, scheme, isoToDay(review.asOf)), rationale: l.rationale },
        ...{ evidence: l.evidence, whenUnknown: l.whenUnknown, exempt: l.exempt?.reason ?? '' },
        waived: (l.waivers ?? []).map((w) => ({ database: databases.get(w.database) ?? '--', reason: w.reason })),
        ...{ stopsHere: row.whole.stoppedHere, backThrough: row.onlyThis.through, backHeld: row.onlyThis.held, alone: row.alone, holds },
        overridden: new Set(state.overrides.filter((o) => o.limiters.includes(l.id)).map((o) => o.work)).size,
        exceptions: cells.flatMap((c, i) =>
          c && UNEVEN.has(c.state) ? [{ where: parity.retrievals[i]!.names, state: c.state, why: c.why, remedy: c.remedy }] : [],
        ),
        leaks: cells.flatMap((c, i) => (c && c.leaks > 0 ? [{ where: parity.retrievals[i]!.names, records: c.leaks }] : [])),
        spot: spot && own ? { check: spot.check.number, sieveVersion: spot.check.sieveVersion, result: own } : null,
        known:
          counted.length === 0
            ? null
            : counted.flatMap((p) => (p.row !== null && isLostTo(run.stops[p.row]!, k) ? [columns.numbers[p.row]!] : [])),
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

const isLostTo = (stops: number, k: number): boolean => (stops & (1 << k)) !== 0 && (stops & ((1 << k) - 1)) === 0;
