import {
  type DecisionVerdict,
  type Flow,
  flowOf,
  type JudgedTwice,
  NOT_RETRIEVED,
  reasonWords,
  STAGES,
  type Stage,
  type WorkState,
} from '@/core/flow';
import { WAY_WORDS, WAYS } from '@/core/found';
import type { LinkType } from '@/core/merge';
import { byLikely, HELD, LEFT, STOPPED } from '@/core/sieve';
import {
  FACTS,
  type FactSample,
  type FactTables,
  type FactTwice,
  isWayTag,
  otherDuplicates,
  othersAlone,
  saysKappa,
  wayTag,
} from '@/core/write-up';
import { partOf, stampsOf } from '@/platform/cache/parts';
import { derivedFrom } from '@/platform/cache/process-wide';
import type { Context } from '@/platform/context';
import { CitationRound, WorkLink } from '@/platform/db/schema';
import { latestSpot, placeKnown, settled, standingVerdicts } from '@/stages/checks';
import { judgementsOf, type ReviewState, readByTwo, twoJudge } from '@/stages/decide';
import { currentReasons } from '@/stages/question';
import { databaseNames, databasesOf, retrievalsOf, UNATTRIBUTED } from '@/stages/retrieve';
import { type ParityView, parityView, sieveContext } from '@/stages/sieve';

/** Ties between works of one study. A comment, a book review or a notice of retraction is about a work, not of its study. */
const OF_ONE_STUDY: LinkType[] = [
  'preprint-of',
  'update-of',
  'protocol-of',
  'registration-of',
  'abstract-of',
  'thesis-of',
  'report-of',
  'translation-of',
  'correction-of',
];

/** For every work the smallest number of the works of its study. */
export async function studiesOf(ctx: Context, reviewId: string): Promise<(work: number) => number> {
  const links = await ctx.em.find(WorkLink, { reviewId, type: { $in: OF_ONE_STUDY } });
  const parent = new Map<number, number>();
  const root = (no: number): number => {
    let at = no;
    while (parent.has(at)) at = parent.get(at)!;
    return at;
  };
  for (const { fromNo, toNo } of links) {
    const [a, b] = [root(fromNo), root(toNo)];
    if (a !== b) parent.set(Math.max(a, b), Math.min(a, b));
  }
  return root;
}

const FATES = { [LEFT]: 'through', [HELD]: 'held', [STOPPED]: 'stopped' } as const;

/** Records in works, or set aside, by their number: of which work, 0 for none, and where from, as a place among the sources. */
interface PlacedRecords {
  no: number[];
  work: number[];
  from: number[];
}
/** Records with their work, by the numbers of the columns: whatever puts them into other works makes those anew. */
const known = derivedFrom<Int32Array, { tags: string; records: FactTables['records'] }>('fact-records');

/** Records with where they are from. A database can get another tag while all works stay: then they are told anew. */
async function recordFacts(ctx: Context, { review, columns }: ReviewState): Promise<FactTables['records']> {
  const last = known.get(columns.numbers);
  const databases = await databasesOf(ctx, review.id);
  const tags = [UNATTRIBUTED.tag, ...databases.map((d) => d.tag), ...WAYS.map(wayTag)];
  const told = JSON.stringify(tags);
  if (last?.tags === told) return last.records;
  const placed = await partOf(
    ctx,
    review.id,
    'fact-records',
    ['whole', 'source_database', 'review_change'],
    () => readRecords(ctx, review.id, [...databases.map((d) => d.id), ...WAYS]),
    { large: true, stored: '1' },
  );
  const records = placed.no.map((no, i) => ({ no, work: placed.work[i] || null, database: tags[placed.from[i]!]! }));
  known.set(columns.numbers, { tags: told, records });
  return records;
}

/** @param sources ids of databases, and names of other ways */
async function readRecords(ctx: Context, reviewId: string, sources: readonly string[]): Promise<PlacedRecords> {
  // As three texts: of as many rows the objects would take longer than the question.
  const [row] = await ctx.em.execute<[Record<keyof PlacedRecords, string | null>]>(
    `select string_agg(no::text, ',') as no, string_agg(work::text, ',') as work, string_agg("from"::text, ',') as "from" from (
       select r.no, coalesce(m.work_no, 0) as work,
         coalesce(array_position(?::text[], coalesce(o.way, r.database_id::text)), 0) as "from"
       from active_record r
       left join work_record m on m.review_id = r.review_id and m.record_no = r.no and m.active
       left join set_aside a on a.review_id = r.review_id and a.record_no = r.no
       left join finding o on o.review_id = r.review_id and o.record_no = r.no
       where r.review_id = ? and (m.work_no is not null or a.record_no is not null) order by r.no
     ) as placed`,
    [`{${sources.join(',')}}`, reviewId],
  );
  const numbers = (text: string | null): number[] => (text ? text.split(',').map(Number) : []);
  return { no: numbers(row.no), work: numbers(row.work), from: numbers(row.from) };
}

/** The tables as they were made last, by the states that they tell: of a large review they take longer than all else. */
const lastTables = derivedFrom<WorkState[], { key: string; tables: FactTables }>('fact-tables');

/** The tables that every number of the write-up is asked of. @param parity when it is known already; null leaves out what of it follows */
export async function factTables(ctx: Context, state: ReviewState, parity?: ParityView | null): Promise<FactTables> {
  const { review, columns } = state;
  const records = await recordFacts(ctx, state);
  const reasons = await currentReasons(ctx.em, review.id);
  const rest: Omit<FactTables, 'works' | 'records'> = {
    twoStages: review.twoStages,
    ...(twoJudge(review) ? { twice: await twiceOf(ctx, state) } : {}),
    leaks: (parity === null ? { retrievals: [] } : (parity ?? (await parityView(ctx, review.id)))).retrievals.flatMap((r) =>
      r.natives.filter((n) => n.leaks > 0).map((n) => ({ database: r.names, limiter: n.name, records: n.leaks })),
    ),
    sample: await sampleFacts(ctx, review.id),
    known: settled((await placeKnown(ctx, state)).placed).map((p) => ({
      number: p.known.number,
      work: p.row === null ? null : columns.numbers[p.row]!,
    })),
  };
  const last = lastTables.get(state.states);
  // States are made anew with the sieve, what was decided, and the works themselves; the rest is short.
  const codes = [...state.decisions.values()].map((d) => (d.verdict === 'exclude' ? reasons(d.reasonCode).code : ''));
  const key = JSON.stringify([rest, codes, review.sieve.map((l) => l.id), state.overrides]);
  if (last?.key === key && last.tables.records === records) return last.tables;
  const tables: FactTables = { records, works: await workFacts(ctx, state, (code) => reasons(code).code), ...rest };
  lastTables.set(state.states, { key, tables });
  return tables;
}

async function workFacts(ctx: Context, state: ReviewState, codeOf: (reason: string) => string): Promise<FactTables['works']> {
  const { review, columns, outcomes } = state;
  const overridden = new Map<number, string[]>();
  for (const o of state.overrides) overridden.set(o.work, [...(overridden.get(o.work) ?? []), ...o.limiters]);
  // Words of limiters recur: their names are made once.
  const named = new Map<number, string[]>();
  const namesIn = (word: number): string[] => {
    let names = named.get(word);
    if (!names) {
      names = review.sieve.flatMap((l, k) => ((word >>> k) & 1 ? [l.id] : []));
      named.set(word, names);
    }
    return names;
  };
  const context = await sieveContext(ctx, review, state.scheme, columns);
  const likely = review.sieve.flatMap((l) => {
    const decided = byLikely(l, columns, context);
    return decided ? [{ id: l.id, decided }] : [];
  });
  const said = (v: DecisionVerdict | undefined) => (v && v !== 'undo' ? v : '');
  return Array.from(columns.numbers, (no, i) => {
    const decided = state.staged.get(no);
    // Written out: of hundreds of thousands, objects that are put together of others take ten times as long.
    return {
      no,
      state: state.states[i] as WorkState,
      fate: FATES[outcomes.fate[i] as keyof typeof FATES],
      stops: namesIn(state.run.stops[i]!),
      holds: namesIn(state.run.holds[i]!),
      likelyAt: likely.length ? likely.flatMap((l) => (l.decided[i] ? [l.id] : [])) : NONE,
      overridden: overridden.get(no) ?? NONE,
      screening: said(decided?.screening?.verdict),
      fullText: review.twoStages ? said(decided?.fullText?.verdict) : '',
      reason: state.states[i] === 'excluded' ? codeOf(state.decisions.get(no)!.reasonCode) : '',
    };
  });
}
const NONE: readonly string[] = [];

async function sampleFacts(ctx: Context, reviewId: string): Promise<FactTables['sample']> {
  const spot = await latestSpot(ctx, reviewId);
  if (!spot) return null;
  const said = (await standingVerdicts(ctx, reviewId)).get(spot.check.number);
  return {
    design: spot.check.design,
    strata: spot.check.strata.map((s) => ({
      limiter: s.limiter,
      size: s.size,
      verdicts: s.works.map((no) => (said?.get(no)?.verdict ?? '') as FactSample['strata'][number]['verdicts'][number]),
    })),
  };
}

/** The flow of the tables as they stand, with what else it was made of. */
const lastFlow = derivedFrom<FactTables, { key: string; flow: Flow }>('flow');

/** The flow of a review. @throws FlowError when its boxes do not add up */
export async function flowOfReview(ctx: Context, state: ReviewState, tables: FactTables): Promise<Flow> {
  const { review, outcomes } = state;
  const databases = await databasesOf(ctx, review.id);
  const followed = await ctx.em.count(CitationRound, { reviewId: review.id });
  const reasons = await currentReasons(ctx.em, review.id);
  const retrievals = (await retrievalsOf(ctx, review.id)).filter((r) => !r.withdrawn);
  const native = retrievals.flatMap((r) => {
    const names = [...new Set(r.steps.at(-1)?.limiters.map((l) => l.name) ?? [])];
    return names.length ? [`${databaseNames(r, databases)} (${names.join(', ')})`] : [];
  });
  const last = lastFlow.get(tables);
  const rulings = await stampsOf(ctx, review.id);
  const used = [...new Set([...state.decisions.values()].map((d) => d.reasonCode))].map((code) => [code, reasons(code)]);
  const key = JSON.stringify([databases.map((d) => [d.name, d.tag]), native, followed, used, rulings?.merge_ruling, review.revision]);
  if (last?.key === key) return last.flow;
  const study = await studiesOf(ctx, review.id);
  const alone = othersAlone(tables);
  const counts = new Map<string, number>();
  for (const r of tables.records) counts.set(r.database, (counts.get(r.database) ?? 0) + 1);
  const flow = flowOf({
    sources: [
      ...databases.map((d) => ({ name: d.name, kind: 'database' as const, records: counts.get(d.tag) ?? 0 })),
      ...(counts.has(UNATTRIBUTED.tag)
        ? [{ name: 'databases searched together that do not say which', kind: 'database' as const, records: counts.get(UNATTRIBUTED.tag)! }]
        : []),
      ...WAYS.filter((way) => way === 'citation' || counts.has(wayTag(way)))
        .map((way) => ({ name: WAY_WORDS[way].label, kind: 'other' as const, records: counts.get(wayTag(way)) ?? 0 }))
        .filter((s) => s.records > 0 || followed > 0),
    ].filter((s) => s.records > 0 || s.kind === 'other' || databases.some((d) => d.name === s.name)),
    mergedAway: FACTS.duplicates(tables),
    aside: FACTS.aside(tables),
    other: { mergedAway: otherDuplicates(tables), aside: tables.records.filter((r) => r.work === null && isWayTag(r.database)).length },
    works: tables.works.map((w, i) => ({
      state: w.state,
      screening: w.screening,
      fullText: w.fullText,
      reason: w.reason && (w.reason === NOT_RETRIEVED ? w.reason : reasonWords(w.reason, reasons(w.reason).text)),
      limiter: w.state === 'stopped' ? (review.sieve[outcomes.by[i]!]?.name ?? 'a limiter') : '',
      study: study(w.no),
      other: alone.has(w.no),
    })),
    twoStages: review.twoStages,
    byTwo: Object.fromEntries(STAGES.map((stage) => [stage, judgedTwice(tables, stage)])),
    footnote: native.length ? `Limiters set at the databases removed records before they were identified: ${native.join('; ')}.` : '',
  });
  lastFlow.set(tables, { key, flow });
  return flow;
}

const judgedTwice = (tables: FactTables, stage: Stage): JudgedTwice => ({
  ...{ works: FACTS.twice(tables, stage), alike: FACTS['twice-same'](tables, stage) },
  kappa: saysKappa(tables, stage) ? FACTS['twice-kappa'](tables, stage) : null,
});

/** Works that two have judged, and what became of them. What only one has said is in no table. */
async function twiceOf(ctx: Context, state: ReviewState): Promise<FactTwice[]> {
  const judgements = await judgementsOf(ctx, state);
  return STAGES.flatMap((stage) =>
    readByTwo(judgements[stage])
      .filter((r) => state.indexOf.has(r.work))
      .map(({ work, judgements: [a, b] }): FactTwice => {
        const { screening, fullText } = state.staged.get(work) ?? {};
        const stands = stage === 'full-text' ? fullText : screening;
        const how = stands && stands.verdict !== 'undo' ? (stands.how ?? '') : '';
        return { work, stage, said: [a.verdict, b.verdict], how };
      }),
  );
}
