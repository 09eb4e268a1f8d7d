import { type Agreement, agreementOf, type JudgedStratum, type SampleDesign, type SpotResult, spotResult } from '@/core/checks';
import type { WorkState } from '@/core/flow';
import { LEFT, lowest, wouldPass } from '@/core/sieve';
import { type Context, NotFound } from '@/platform/context';
import { SampleCheck, type SampleVerdict } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { homesOf, type ReviewState, reviewState } from '@/stages/decide';
import { latestVersion, sieveContext } from '@/stages/sieve';
import { ownDecisions, standingVerdicts, stoppedStrata } from '../store/samples';

/** A work of a sample that asks for something to be done. */
export interface SampleWork {
  /** Its number now: it may have become part of another work. */
  no: number;
  title: string;
  /** The limiter that stopped it when the sample was drawn; its name then. */
  limiter: string;
  limiterName: string;
  /** The limiters that stop it now, each with what would let it through there; none when it is let through. */
  stoppedBy: { id: string; name: string; passes: string }[];
  state: WorkState | 'gone';
  verdict: 'keep' | 'exclude' | 'unsure';
  /** What had been decided of it, in a sample of decisions; and what stands now. */
  before: 'keep' | 'exclude' | '';
  now: 'keep' | 'exclude' | '';
  /** Somebody decided it after it was judged here. */
  decidedSince: boolean;
  note: string;
}

export interface SampleHead {
  number: number;
  design: SampleDesign;
  seed: number;
  share: number | null;
  person: string;
  at: string;
  sieveVersion: number;
  /** Works in it, and how many were said something of. */
  drawn: number;
  said: number;
}

export interface SpotCheckLine extends SampleHead {
  result: SpotResult;
  names: Record<string, { name: string; words: string; drawn: number }>;
  /** Works that were wrongly stopped, as the person judged. */
  wrong: SampleWork[];
}

const headOf = (check: SampleCheck, said: number): SampleHead => ({
  ...{ number: check.number, design: check.design, seed: check.seed, share: check.share ?? null, person: check.person },
  ...{ at: check.at.toISOString(), sieveVersion: check.sieveVersion, drawn: check.order.length, said },
});

/** What was found in the strata of a sample of what was stopped. */
export function judgedStrata(check: SampleCheck, said: ReadonlyMap<number, SampleVerdict>): JudgedStratum[] {
  return check.strata.map((s) => {
    const of = (verdict: string) => s.works.filter((no) => said.get(no)?.verdict === verdict).length;
    const wrong = of('keep');
    return { limiter: s.limiter, size: s.size, judged: wrong + of('exclude'), wrong, unsure: of('unsure') };
  });
}

const checksOf = (ctx: Context, reviewId: string, kind: SampleCheck['kind']) =>
  ctx.em.find(SampleCheck, { reviewId, kind }, { orderBy: { number: 'desc' } });

/** Samples of what the sieve stopped, newest first, each with what it says; and what could be drawn from now. */
export async function spotChecksView(ctx: Context, reviewId: string) {
  const state = await reviewState(ctx, reviewId);
  const verdicts = await standingVerdicts(ctx, reviewId);
  const checks: SpotCheckLine[] = [];
  for (const check of await checksOf(ctx, reviewId, 'stopped')) {
    const said = verdicts.get(check.number) ?? new Map<number, SampleVerdict>();
    checks.push({
      ...headOf(check, said.size),
      result: spotResult(judgedStrata(check, said), check.design),
      names: Object.fromEntries(check.strata.map((s) => [s.limiter, { name: s.name, words: s.words, drawn: s.works.length }])),
      wrong: await worksOf(ctx, state, check, said, (v) => v.verdict === 'keep'),
    });
  }
  const version = await latestVersion(ctx.em, reviewId);
  return {
    checks,
    version: version?.number ?? 0,
    strata: stoppedStrata(state).map((s) => ({
      limiter: s.limiter,
      name: state.review.sieve.find((l) => l.id === s.limiter)!.name,
      size: s.works.length,
    })),
  };
}
export type SpotChecksView = Awaited<ReturnType<typeof spotChecksView>>;

export interface AgainLine extends SampleHead {
  agreement: Agreement;
  /** Works of which the two say otherwise, or of which the second could not tell. */
  differences: SampleWork[];
  table: number[][];
  unsure: number;
}

/** Samples of one's own decisions, each with how far the second look agrees with the first. */
export async function judgedAgainView(ctx: Context, reviewId: string) {
  const state = await reviewState(ctx, reviewId);
  const verdicts = await standingVerdicts(ctx, reviewId);
  const checks: AgainLine[] = [];
  for (const check of await checksOf(ctx, reviewId, 'own-decisions')) {
    const said = verdicts.get(check.number) ?? new Map<number, SampleVerdict>();
    const table = [
      [0, 0],
      [0, 0],
    ];
    let unsure = 0;
    for (const [no, { verdict }] of said)
      if (verdict === 'unsure') unsure++;
      else table[check.decided[no] === 'keep' ? 0 : 1]![verdict === 'keep' ? 0 : 1]!++;
    checks.push({
      ...headOf(check, said.size),
      ...{ agreement: agreementOf(table), table, unsure },
      differences: await worksOf(ctx, state, check, said, (v, no) => v.verdict !== check.decided[no]),
    });
  }
  return { checks, person: bylineOf(ctx, state.review).person, decisions: ownDecisions(ctx, state).size };
}
export type JudgedAgainView = Awaited<ReturnType<typeof judgedAgainView>>;

async function worksOf(
  ctx: Context,
  state: ReviewState,
  check: SampleCheck,
  said: ReadonlyMap<number, SampleVerdict>,
  wanted: (verdict: SampleVerdict, no: number) => boolean,
): Promise<SampleWork[]> {
  const { review, columns, indexOf, run, outcomes, staged } = state;
  const home = await homesOf(ctx.em, review.id, columns);
  const found = check.strata.flatMap((s) =>
    s.works.flatMap((no) => {
      const verdict = said.get(no);
      return verdict && wanted(verdict, no) ? [{ stratum: s, drawn: no, no: home.get(no) ?? no, verdict }] : [];
    }),
  );
  if (found.length === 0) return [];
  const context = await sieveContext(ctx, review, state.scheme, columns);
  const titles = new Map(
    (
      await ctx.em.execute<{ no: number; title: string }[]>('select no, title from work where review_id = ? and no = any(?::int[])', [
        review.id,
        `{${found.map((f) => f.no).join(',')}}`,
      ])
    ).map((w) => [w.no, w.title]),
  );
  return found.map(({ stratum, drawn, no, verdict }) => {
    const i = indexOf.get(no);
    const stops = i === undefined || outcomes.fate[i] === LEFT ? 0 : run.stops[i]!;
    const stoppedBy: SampleWork['stoppedBy'] = [];
    for (let bits = stops; bits; bits &= bits - 1) {
      const limiter = review.sieve[lowest(bits)]!;
      stoppedBy.push({ id: limiter.id, name: limiter.name, passes: wouldPass(limiter, columns, i!, context) });
    }
    const decision = staged.get(no)?.screening;
    const now = decision?.verdict;
    return {
      ...{ no, title: titles.get(no) || `Work ${no}`, limiter: stratum.limiter, limiterName: stratum.name },
      stoppedBy,
      state: i === undefined ? ('gone' as const) : state.states[i]!,
      verdict: verdict.verdict as SampleWork['verdict'],
      before: check.decided[drawn] ?? ('' as const),
      now: now === 'keep' || now === 'exclude' ? now : ('' as const),
      decidedSince: decision !== undefined && decision.at > verdict.at,
      note: verdict.note,
    };
  });
}

/** A sample to be judged: its works in order, and what was said of them. Neither limiter nor decision is in it. */
export async function sampleToJudge(ctx: Context, reviewId: string, number: number) {
  const state = await reviewState(ctx, reviewId);
  const check = Number.isInteger(number) ? await ctx.em.findOne(SampleCheck, { reviewId, number }) : null;
  if (!check) throw new NotFound('There is no such sample.');
  const home = await homesOf(ctx.em, reviewId, state.columns);
  const said = (await standingVerdicts(ctx, reviewId)).get(number);
  const { review } = state;
  return {
    number,
    kind: check.kind,
    question: review.question,
    parts: { population: review.population, intervention: review.intervention, comparison: review.comparison, outcome: review.outcome },
    works: check.order.flatMap((no) => {
      const now = home.get(no) ?? no;
      return state.indexOf.has(now)
        ? [{ drawn: no, no: now, verdict: said?.get(no)?.verdict ?? null, note: said?.get(no)?.note ?? '' }]
        : [];
    }),
    gone: check.order.filter((no) => !state.indexOf.has(home.get(no) ?? no)).length,
  };
}
export type SampleToJudge = Awaited<ReturnType<typeof sampleToJudge>>;
