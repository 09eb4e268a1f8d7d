import { type Cited, type Lint, lintCitation } from '@/core/cite';
import { AXIS_LABELS } from '@/core/classify';
import { type Flow, FlowError, type Place, reasonWords, STAGE_WORDS, STAGES } from '@/core/flow';
import { WAYS } from '@/core/found';
import { type BibRecord, isoToDay } from '@/core/record';
import type { SearchFacts } from '@/core/search/desk';
import { axisValues, limiterWords, MASK_AXES } from '@/core/sieve';
import { labelsOf, maskOf } from '@/core/vocabularies';
import { type Done, type FactTables, methodsOf, type Piece } from '@/core/write-up';
import type { Context } from '@/platform/context';
import type { Review, Work, WriteUpSettings } from '@/platform/db/schema';
import { type AuditView, auditLines, type KnownView, knownView, type OverlapView, overlapView, placeKnown, settled } from '@/stages/checks';
import type { CurrentDecision } from '@/stages/decide';
import { namesOf, placeIn, type ReviewState, reviewState, settingAt, writeUpOf } from '@/stages/decide';
import { foundView, roundsView } from '@/stages/found';
import { currentReasons } from '@/stages/question';
import { databasesOf, retrieveView } from '@/stages/retrieve';
import { searchFacts } from '@/stages/search';
import { latestVersion, type ParityView, parityView } from '@/stages/sieve';
import { exported } from './export-works';
import { factTables, flowOfReview } from './facts';

/** A source in a table of the write-up. */
export interface Source {
  no: number;
  item: BibRecord;
  work: Work;
  decision: CurrentDecision;
  databases: string;
  /** Labels of the possible values, by axis. */
  axes: string[];
  reason: string;
  place: Place;
}

/** Everything that the write-up of a review is made of, gathered once. */
export interface WriteUpData {
  review: Review;
  settings: WriteUpSettings;
  state: ReviewState;
  flow: Flow | null;
  /** Why there is no flow: its counts do not add up. */
  flowError: string;
  methods: { title: string; pieces: Piece[] }[];
  facts: FactTables;
  parity: ParityView;
  checks: { audit: AuditView; known: KnownView; overlap: OverlapView };
  retrievals: Awaited<ReturnType<typeof retrieveView>>['retrievals'];
  /** How databases were searched from here, line by line. */
  search: SearchFacts;
  /** Kept so far: the included, and those whose full text is still to be read. */
  kept: Source[];
  excluded: Source[];
  background: Source[];
  /** Doubts about the citations of what is kept. */
  lints: { no: number; title: string; lints: Lint[] }[];
}

/** The flow alone, with the words that a person set: nothing that the methods need beside it. */
export async function flowFrame(
  ctx: Context,
  reviewId: string,
): Promise<{ flow: Flow | null; flowError: string; settings: WriteUpSettings }> {
  const state = await reviewState(ctx, reviewId);
  const settings = writeUpOf(state.review);
  try {
    return { flow: await flowOfReview(ctx, state, await factTables(ctx, state, null)), flowError: '', settings };
  } catch (error) {
    if (!(error instanceof FlowError)) throw error;
    return { flow: null, flowError: error.message, settings };
  }
}

/** What can be said without the sources themselves: the flow and the methods. */
export async function writeUpFrame(ctx: Context, reviewId: string) {
  const state = await reviewState(ctx, reviewId);
  const parity = await parityView(ctx, reviewId);
  const facts = await factTables(ctx, state, parity);
  const { retrievals } = await retrieveView(ctx, reviewId);
  let [flow, flowError]: [Flow | null, string] = [null, ''];
  try {
    flow = await flowOfReview(ctx, state, facts);
  } catch (error) {
    if (!(error instanceof FlowError)) throw error;
    flowError = error.message;
  }
  const { review } = state;
  const audit = await auditLines(ctx, reviewId, { state, parity });
  const methods = methodsOf(await doneOf(ctx, state, parity, facts, retrievals, audit), facts);
  const checks = { audit, known: await knownView(ctx, reviewId), overlap: await overlapView(ctx, reviewId) };
  return { review, settings: writeUpOf(review), state, parity, facts, retrievals, flow, flowError, methods, checks };
}

/** @param cites false leaves out the doubts about citations, which take a look at every kept one */
export async function writeUpData(ctx: Context, reviewId: string): Promise<WriteUpData> {
  const frame = await writeUpFrame(ctx, reviewId);
  const { state } = frame;
  const numbers = Array.from(state.columns.numbers).filter((_, i) => ['kept', 'excluded', 'background'].includes(state.states[i]!));
  const sources: Record<string, Source[]> = { kept: [], excluded: [], background: [] };
  const lints: WriteUpData['lints'] = [];
  const databases = await databasesOf(ctx, reviewId);
  const reasons = await currentReasons(ctx.em, reviewId);
  const year = Number(frame.review.asOf.slice(0, 4));
  for await (const { work, index, item } of exported(ctx, reviewId, numbers, state.indexOf)) {
    const now = state.states[index]!;
    const decision = state.decisions.get(work.no)!;
    sources[now]!.push({
      ...{ no: work.no, item, work, decision },
      databases: databases
        .filter((_, bit) => (work.membership >>> bit) & 1)
        .map((d) => d.name)
        .join('; '), // prettier-ignore
      axes: MASK_AXES.map((axis) => valueWords(state, axis, work)),
      place: placeIn(state, index),
      reason: decision.verdict === 'exclude' ? reasonWords(decision.reasonCode, reasons(decision.reasonCode).text) : '',
    });
    if (now !== 'kept') continue;
    const found = lintCitation(item, year);
    if (found.length) lints.push({ no: work.no, title: item.title, lints: found });
  }
  const search = await searchFacts(ctx, reviewId);
  return { ...frame, search, kept: sources.kept!, excluded: sources.excluded!, background: sources.background!, lints };
}

function valueWords({ scheme }: ReviewState, axis: (typeof MASK_AXES)[number], work: Work): string {
  const { codes, status } = work.axes[axis];
  const values = axisValues(axis, scheme);
  if (codes.length === values.length) return 'not known';
  const labels = labelsOf(values, maskOf(values, codes));
  const words = labels.length > 3 ? `one of ${labels.length}` : labels.join(' or ');
  return status === 'conflicting' ? `${words} (disputed)` : words;
}
export const AXIS_NAMES = MASK_AXES.map((axis) => AXIS_LABELS[axis]);

async function doneOf(
  ctx: Context,
  state: ReviewState,
  parity: ParityView,
  facts: FactTables,
  retrievals: WriteUpData['retrievals'],
  audit: AuditView,
): Promise<Done> {
  const { review, scheme, decisions } = state;
  const version = await latestVersion(ctx.em, review.id);
  const known = settled((await placeKnown(ctx, state)).placed);
  const names = await currentReasons(ctx.em, review.id);
  const codes = [...new Set(facts.works.map((w) => w.reason).filter(Boolean))].sort();
  const usesLevel = review.sieve.some((l) => l.on && l.test.kind === 'coded' && l.test.axis === 'level');
  const noted = new Set(['not-taken', 'narrower-there', 'extra-there', 'proxy', 'waived']);
  return {
    question: review.question,
    asOf: review.asOf,
    scheme: usesLevel ? scheme.label : '',
    retrievals: retrievals
      .filter((r) => !r.withdrawn)
      .map((r) => ({ databases: r.names, tags: r.tags, platform: r.platform, searchedOn: r.searchedOn, native: r.limiters })),
    limiters: review.sieve
      .filter((l) => l.on)
      .map((l) => ({
        ...{ id: l.id, name: l.name, rationale: l.rationale, evidence: l.evidence, whenUnknown: l.whenUnknown },
        words: limiterWords(l, scheme, isoToDay(review.asOf)),
        exempt: l.exempt !== undefined,
      })),
    ...(await foundOtherwise(ctx, review.id)),
    sieveVersion: version?.number ?? 0,
    likelyShare: review.likelyShare,
    stated: retrievals.filter((r) => !r.withdrawn).flatMap((r) => r.stated.map((s) => ({ databases: r.names, ...s }))),
    exceptions: parity.rows.flatMap((row) =>
      row.cells.flatMap((cell, i) =>
        cell && noted.has(cell.state) ? [`${row.name} in ${parity.retrievals[i]!.names}: ${cell.why.replace(/\.$/, '')}`] : [],
      ),
    ),
    leaks: facts.leaks.map(({ database, limiter }) => ({ database, limiter })),
    reasons: codes.map((code) => ({ code, text: reasonWords(code, names(code).text) })),
    // Of what two agreed on both stand as one who decided.
    people: [
      ...new Set(
        [...decisions.values()].filter((d) => d.verdict !== 'undo').flatMap((d) => (isOfTwo(d) ? d.person.split(' and ') : d.person)),
      ),
    ].sort(),
    byTwo: await byTwoOf(ctx, review),
    twoStages: review.twoStages,
    sample: audit.spot,
    knownFrom: [...new Set(known.map((p) => p.known.source).filter(Boolean))].sort(),
  };
}

/** Other ways in which sources were found: where, and rounds of following citations. */
async function foundOtherwise(ctx: Context, reviewId: string): Promise<Pick<Done, 'ways' | 'rounds'>> {
  const { sources } = await foundView(ctx, reviewId);
  const { rounds } = await roundsView(ctx, reviewId);
  const active = sources.filter((s) => !s.back);
  return {
    ways: WAYS.filter((way) => active.some((s) => s.way === way)).map((way) => ({
      way,
      places: way === 'citation' ? [] : [...new Set(active.filter((s) => s.way === way).map((s) => s.place))],
    })),
    rounds: rounds.map(({ number, offered, sources: from }) => ({ number, offered, sources: from })),
  };
}

const isOfTwo = ({ how }: CurrentDecision): boolean => how === 'agreed' || how === 'by-rule';

async function byTwoOf(ctx: Context, review: ReviewState['review']): Promise<Done['byTwo']> {
  const stages = STAGES.filter((s) => settingAt(review, s).readers === 2);
  const names = await namesOf(
    ctx.em,
    stages.flatMap((s) => settingAt(review, s).people),
  );
  return stages.map((stage) => {
    const { people, share, differ, settledBy } = settingAt(review, stage);
    return { stage, share, differ, settledBy, people: people.flatMap((id) => names.get(id) ?? []) };
  });
}

/** The sources whose references are asked for, and how they are called where they are listed. */
export function referenced({ settings, review, kept }: Pick<WriteUpData, 'settings' | 'review' | 'kept'>): {
  sources: Source[];
  words: string;
} {
  const included = kept.filter((s) => s.place === 'included');
  if (!review.twoStages || settings.referencesOf === 'included') return { sources: included, words: 'of what is included' };
  const due = kept.length - included.length;
  const words = `of what is kept so far: ${included.length} included, ${due} whose full text is still to be read`;
  return { sources: kept, words };
}

export const citedOf = (sources: readonly Source[]): Cited[] => sources.map(({ no, item }) => ({ id: String(no), item }));
export const stageOf = (d: CurrentDecision): string => STAGE_WORDS[d.stage];
