import { z } from 'zod';
import { type Classification, type EvidenceScheme, type Flag, holdingOf, type Lists, type WorkCause } from '@/core/classify';
import { type DecisionVerdict, STAGES, type Stage, stateOf, type WorkState } from '@/core/flow';
import { type Direction, foundWords, type Way } from '@/core/found';
import {
  type Changed,
  type Clause,
  draftGrounds,
  fillTemplate,
  type Mention,
  mentionsOf,
  type SlotTexts,
  slotsOf,
  type TemplateKind,
} from '@/core/grounds';
import { type HoldingState, type Lasting, lastingLink, throughProxy, whyNotLasting } from '@/core/holdings';
import { type Judgeable, judgeWork } from '@/core/judge';
import type { LikelyAxis } from '@/core/likely';
import { type FieldChoice, type MergedField, mergeWork } from '@/core/merge';
import type { BibRecord, DayInterval, Problem } from '@/core/record';
import { isoToDay } from '@/core/record';
import { LEFT, limiterWords } from '@/core/sieve';
import { type PackedClaims, unpackClaims } from '@/core/storage';
import { hasNone, partOf } from '@/platform/cache/parts';
import { type Context, NotFound } from '@/platform/context';
import { FullText, type LibrarySettings, Work } from '@/platform/db/schema';
import { reviewQuery } from '@/platform/verbs/declare';
import { judgingOf } from '@/stages/classify';
import {
  type AttachmentLine,
  absorbedBy,
  asSeen,
  attachmentsOf,
  type CurrentDecision,
  changedOn,
  decisionsOn,
  type FullTextLine,
  libraryOf,
  lineOf,
  ownSeqs,
  type ReviewState,
  reviewState,
  seenOfWork,
  templatesOf,
  titlesHeld,
} from '@/stages/decide';
import { type DecisionToSettle, decisionsToSettle, type Family, familyOf, fieldEdits } from '@/stages/merge';
import { databasesOf, OTHER_WAYS, UNATTRIBUTED } from '@/stages/retrieve';
import { outcomeWords, overridesOn } from '@/stages/sieve';
import { byTwo, type JudgedByTwo } from './by-two';
import { type LikelyOfAxis, likelyOfWork, ruledAlike } from './likely-of-work';

export interface RecordDetail {
  no: number;
  tag: string;
  database: string;
  file: string;
  line: number;
  raw: string;
  problems: Problem[];
  item: BibRecord;
}

/** Everything about one work that the reading pane and the evidence view show. Plain data. */
export interface WorkDetail {
  no: number;
  /** The review's evidence scheme, and its kind of question. */
  scheme: EvidenceScheme;
  kind: string;
  /** The merged citation. */
  shown: BibRecord;
  /** Records whose title and abstract are shown; 0 when a person set them. */
  shownFrom: { title: number; abstract: number };
  /** Where each field of it is from, and what other records say. */
  fields: FieldChoice[];
  /** The other works of its family, with how they stand to each other. */
  family: Family;
  /** Decisions of works that became this one, when they differ and nobody has decided since. */
  unsettled: DecisionToSettle | null;
  records: RecordDetail[];
  classification: Classification;
  /** Why axes are disputed, if they are. */
  causes: Partial<Record<string, WorkCause[]>>;
  /** What is likely by its text, with why; nothing on an axis where that is no narrower than what the claims leave. */
  likely: Partial<Record<LikelyAxis, LikelyOfAxis>>;
  /** In which share of works a likely set holds the true value. */
  likelyShare: number;
  earliest: DayInterval | null;
  clauses: Clause[];
  /** Grounds by the review's templates; where a reason goes, "{reason}" stands. */
  drafts: Record<TemplateKind, string>;
  /** The one that fits what the sieve and people have said of it. */
  draft: string;
  mentions: Mention[];
  outcome: string;
  /** The limiters that hold or stop it. */
  limiters: { id: string; name: string; words: string; stops: boolean }[];
  /** What people said of it at limiters, newest first. */
  overrides: { seq: number; fate: 'pass' | 'stop'; limiters: string[]; reason: string; person: string; at: string }[];
  state: WorkState;
  /** The decision that stands. */
  decision: (Omit<CurrentDecision, 'at'> & { at: string }) | null;
  /** The latest verdict at each stage, taken back ones included. */
  staged: Partial<Record<Stage, DecisionVerdict>>;
  /** What has changed since it was decided. */
  changed: Changed[];
  fullText: FullTextLine;
  /** What its records promise of a full text. */
  access: { kind: 'open' | 'held' | 'linked' | 'request'; words: string };
  /** The link that lasts best, with the library's proxy before it where one is set; null without any. */
  getIt: { url: string; by: Lasting['by'] } | null;
  /** Addresses of its records that will not last, with why. */
  passing: { url: string; why: string }[];
  /** What the library has of it; null where nothing is known. */
  holding: { state: HoldingState; words: string; until: string } | null;
  /** With whether its first pages hold a title of the work; null where that cannot be told. */
  pdfs: (AttachmentLine & { holdsTitle: boolean | null })[];
  /** Sequence number to send back with the next decision. */
  seenSeq: number;
  history: {
    verdict: string;
    stage: Stage;
    reasonCode: string;
    reasonText: string;
    grounds: string;
    page: string;
    note: string;
    person: string;
    at: string;
    sieveVersion: number;
    /** What one of two said, where two judge: not the decision on the work. */
    oneOfTwo: boolean;
  }[];
  byTwo: Partial<Record<Stage, JudgedByTwo>>;
}

interface Row extends Judgeable {
  file: string;
  line: number;
  raw: string;
  item: BibRecord;
  problems: Problem[];
  way: Way | null;
  place: string | null;
  direction: Direction | null;
  of_title: string | null;
}

/** What works are judged by, beside their records. */
const JUDGED_BY = ['review', 'ruling', 'venue', 'source_database', 'evidence_scheme', 'likely_basis', 'library_list'] as const;

export async function workDetail(ctx: Context, reviewId: string, workNo: number): Promise<WorkDetail> {
  const state = await reviewState(ctx, reviewId);
  const index = state.indexOf.get(workNo);
  const work = await ctx.em.findOne(Work, { reviewId, no: workNo });
  if (index === undefined || !work) throw new NotFound('There is no such work.');
  const databases = new Map((await databasesOf(ctx, reviewId)).map((d) => [d.id, d]));
  const stored = await ctx.em.execute<(Omit<Row, 'doc'> & { doc: PackedClaims })[]>(
    `select r.no, r.database_id, r.stable_name, f.name as file, r.line, r.raw, r.item, r.problems, c.doc,
       o.way, o.place, o.direction, (select w.title from work_record x join work w on w.review_id = x.review_id and w.no = x.work_no
         where x.review_id = o.review_id and x.record_no = o.of_record) as of_title from work_record m
     join record r on r.review_id = m.review_id and r.no = m.record_no
     join record_claims c on c.review_id = m.review_id and c.record_no = m.record_no
     join import_file f on f.review_id = r.review_id and f.id = r.file_id
     left join finding o on o.review_id = r.review_id and o.record_no = r.no
     where m.review_id = ? and m.active and m.work_no = ? order by r.no`,
    [reviewId, workNo],
  );
  const rows: Row[] = stored.map((r) => ({ ...r, doc: unpackClaims(r.doc) }));
  const records = rows.map((r) => {
    const database = databases.get(r.database_id ?? '');
    const other = r.way
      ? { tag: OTHER_WAYS.tag, name: foundWords({ way: r.way, place: r.place ?? '', direction: r.direction }, r.of_title ?? '') }
      : null;
    const named = database ?? other ?? UNATTRIBUTED;
    return { ...r, tag: named.tag, database: named.name };
  });
  const { review } = state;
  const judging = await partOf(ctx, reviewId, 'judging', JUDGED_BY, () => judgingOf(ctx.em, review, [...databases.values()]));
  const { classification, causes } = judgeWork(judging, rows);
  classification.flags = work.flags;
  const trust = new Map([...databases.keys()].map((id, i) => [id, i]));
  const { item: shown, fields } = mergeWork(
    rows.map((r) => ({ no: r.no, trust: trust.get(r.database_id ?? '') ?? databases.size, item: r.item })),
    (await hasNone(ctx, reviewId, 'work_edit')) ? undefined : (await fieldEdits(ctx.em, reviewId, workNo)).get(workNo),
  );
  const from = (field: MergedField) => fields.find((f) => f.field === field)?.records[0] ?? 0;
  const outcome = outcomeWords(state, index);
  const clauses = draftGrounds({
    classification,
    scheme: state.scheme,
    databaseOf: (no) => records.find((r) => r.no === no)?.database ?? '',
    outcome,
    title: shown.title,
    abstract: shown.abstract,
    question: review,
  });
  const overrides = (await hasNone(ctx, reviewId, 'sieve_override'))
    ? []
    : await overridesOn(
        ctx,
        reviewId,
        rows.map((r) => r.no),
        state.review.sieve,
      );
  const texts: SlotTexts = {
    ...slotsOf(clauses),
    flags: classification.flags
      .map((f) => FLAG_SLOT[f])
      .filter(Boolean)
      .join(', '),
    word: wordOf(overrides.find((o) => o.fate === 'pass')),
  };
  const templates = templatesOf(review);
  const fill = (kind: TemplateKind) => fillTemplate(templates[kind], kind === 'exclude' ? { ...texts, reason: '{reason}' } : texts);
  const drafts = { keep: fill('keep'), exclude: fill('exclude'), stopped: fill('stopped'), rescued: fill('rescued') };
  const fate = state.outcomes.fate[index];
  const absorbed = await absorbedBy(ctx.em, reviewId, state.columns, workNo);
  const decided = [workNo, ...absorbed].some((no) => state.staged.has(no));
  const history = decided ? await decisionsOn(ctx, reviewId, [workNo, ...absorbed]) : [];
  const decision = state.decisions.get(workNo) ?? null;
  const seen = await asSeen(ctx, state);
  const judgements = await seenOfWork(ctx, state, workNo);
  const own = judgements.filter((j) => j.personId === ctx.person.id);
  // Of the work itself: what was said of one that it absorbed has numbers of its own.
  const ownSeq = (await ownSeqs({ ...ctx, reviewId, review }, [workNo])).get(workNo) ?? 0;
  const mine = STAGES.flatMap((s) => (seen.own[s].has(workNo) ? own.filter((j) => j.stage === s && j.verdict !== 'undo') : []));
  return {
    no: workNo,
    scheme: state.scheme,
    kind: review.kind,
    shown,
    shownFrom: { title: from('title'), abstract: from('abstract') },
    fields,
    family: await familyOf(ctx, reviewId, workNo),
    unsettled: absorbed.length ? ((await decisionsToSettle(ctx, reviewId, workNo))[0] ?? null) : null,
    records: records.map(({ no, tag, database, file, line, raw, problems, item }) => ({
      no,
      tag,
      database,
      file,
      line,
      raw,
      problems,
      item,
    })),
    classification,
    causes,
    likely: likelyOfWork(classification, rows, await ruledAlike(ctx, review.id, rows)),
    likelyShare: review.likelyShare,
    earliest: classification.dates.earliest,
    clauses,
    drafts,
    draft: fate === LEFT ? (texts.word ? drafts.rescued : drafts.keep) : drafts.stopped,
    mentions: mentionsOf(shown.title, shown.abstract, review),
    outcome,
    limiters: limitersOf(state, index),
    overrides,
    state: mine[0] ? stateOf(fate!, mine[0].verdict) : state.states[index]!,
    decision: decision && { ...decision, at: decision.at.toISOString() },
    staged: stagedOf(seen.staged, workNo),
    changed: changedOn(state, work, history.find((h) => h.workNo === workNo && h.seq === decision?.seq)?.snapshot),
    fullText: lineOf(await ctx.em.findOne(FullText, { reviewId, workNo })),
    access: accessOf(
      shown,
      rows.flatMap((r) => r.item.urls),
      classification,
    ),
    ...waysTo(shown, rows, libraryOf(review)),
    holding: heldAs(rows, classification, judging.lists),
    pdfs: await pdfsOf(ctx, reviewId, workNo, [shown.title, ...rows.map((r) => r.item.title)]),
    seenSeq: Math.max(0, ...history.filter((h) => h.workNo === workNo).map((h) => h.seq), ownSeq),
    byTwo: await byTwo(ctx, state, workNo),
    history: [
      ...judgements.filter((j) => mine.includes(j)),
      ...history,
      ...judgements.filter((j) => !mine.includes(j) && j.verdict !== 'undo'),
    ].map((h) => ({
      verdict: h.verdict,
      stage: h.stage,
      reasonCode: h.reasonCode,
      page: h.page,
      note: h.note,
      reasonText: h.reasonText,
      grounds: h.grounds,
      person: h.person,
      at: h.at.toISOString(),
      sieveVersion: 'sieveVersion' in h ? h.sieveVersion : 0,
      oneOfTwo: !('sieveVersion' in h),
    })),
  };
}

/** A work's flags as grounds name them. */
const FLAG_SLOT: Partial<Record<Flag, string>> = {
  retracted: 'retracted',
  concern: 'with an expression of concern',
  corrected: 'with a correction',
  updated: 'brought up to date by a later version',
};

const wordOf = (word: WorkDetail['overrides'][number] | undefined): string =>
  word ? `let through at ${word.limiters.join(' and ')} by the word of ${word.person}: ${word.reason}` : '';

function stagedOf(staged: ReviewState['staged'], workNo: number): WorkDetail['staged'] {
  const { screening, fullText } = staged.get(workNo) ?? {};
  const [first, second] = STAGES;
  return { ...(screening && { [first]: screening.verdict }), ...(fullText && { [second]: fullText.verdict }) };
}

/** Open or held when a record says so; linked when it can be looked up by an address; else it has to be asked for. */
function accessOf(shown: BibRecord, urls: readonly string[], { facets }: Classification): WorkDetail['access'] {
  const said = facets.access?.values.map((v) => v.value) ?? [];
  if (said.includes('held')) return { kind: 'held', words: 'held by a library, as a record says' };
  if (said.includes('open') || said.includes('linked-open')) return { kind: 'open', words: 'open access, as a database says' };
  if (shown.doi) return { kind: 'linked', words: `by its DOI, ${shown.doi}` };
  if (urls.length) return { kind: 'linked', words: `by the address that its record gives, ${urls[0]}` };
  return { kind: 'request', words: 'no record gives a link: to be asked for from a library' };
}

/** The best way to it: the merged citation's DOI, else an address of any record, else the resolver. Through the proxy, where there is one. */
function waysTo(shown: BibRecord, rows: readonly Row[], { resolver, proxy }: LibrarySettings): Pick<WorkDetail, 'getIt' | 'passing'> {
  const urls = [...new Set(rows.flatMap((r) => r.item.urls))];
  const link = lastingLink({ ...shown, urls }, resolver);
  const passing = urls.map((url) => ({ url, why: whyNotLasting(url) })).filter(({ why }) => why !== '');
  return { getIt: link && { by: link.by, url: throughProxy(link, proxy) }, passing };
}

function heldAs(rows: readonly Row[], { facets }: Classification, lists: Lists): WorkDetail['holding'] {
  const holding = holdingOf(
    rows.map((r) => ({ key: r.no, found: r.doc })),
    facets.access,
    lists,
  );
  return holding && { state: holding.state, words: holding.words, until: holding.until };
}

function limitersOf({ review, run, scheme }: ReviewState, index: number): WorkDetail['limiters'] {
  const [stops, holds] = [run.stops[index]!, run.holds[index]!];
  return review.sieve.flatMap((limiter, k) =>
    ((stops | holds) >>> k) & 1
      ? [
          {
            id: limiter.id,
            name: limiter.name,
            words: limiterWords(limiter, scheme, isoToDay(review.asOf)),
            stops: ((stops >>> k) & 1) === 1,
          },
        ]
      : [],
  );
}

/** One work by its number. */
export const askWork = reviewQuery({
  name: 'work',
  right: 'read',
  input: z.strictObject({ no: z.int().positive() }),
  refuses: [],
  rests: ['question', 'merging', 'classification', 'sieve', 'reasons', 'each-work'],
  run: async (ctx, { no }) => ({ work: await workDetail(ctx, ctx.reviewId, no) }),
});

async function pdfsOf(ctx: Context, reviewId: string, workNo: number, titles: readonly string[]): Promise<WorkDetail['pdfs']> {
  const pdfs = await attachmentsOf(ctx, reviewId, workNo);
  if (pdfs.length === 0) return [];
  const held = await titlesHeld(
    ctx,
    reviewId,
    pdfs.map((pdf) => pdf.id),
    titles,
  );
  return pdfs.map((pdf) => ({ ...pdf, holdsTitle: held.get(pdf.id)! }));
}
