import { z } from 'zod';
import {
  CONTRADICTIONS,
  type Comparison,
  compareRecords,
  type DiffRun,
  diffWords,
  evidenceWhy,
  evidenceWords,
  LINK_TYPES,
  type LinkType,
  type MergeKeys,
  mergeKeys,
  peopleText,
  prepare,
} from '@/core/merge';
import type { BibRecord } from '@/core/record';
import { SAYS_NO_TYPE } from '@/core/vocabularies';
import { type Context, openReview } from '@/platform/context';
import { MergeQuestion } from '@/platform/db/schema';
import { reviewQuery } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { databasesOf, standsFor } from '@/stages/retrieve';
import { standingRulings } from '../store/merge-rulings';

export const PairOfRecords = z.strictObject({ a: z.int().positive(), b: z.int().positive() });

/** A row of two records side by side: each text as runs, what the other has not marked. */
export interface PairRow {
  label: string;
  a: DiffRun[];
  b: DiffRun[];
  /** What this field said, and how much that weighed; empty when it is only shown. */
  said: string;
  why: string;
  weight: number;
}
export interface PairSide {
  no: number;
  tag: string;
  database: string;
  workNo: number;
  /** How many records its work has. */
  records: number;
}
export interface PairView {
  sides: [PairSide, PairSide];
  rows: PairRow[];
  score: number;
  /** Why it was not joined by itself. */
  because: string[];
  /** What a person would most likely link them as, and whether the first is it of the second. */
  suggested: { type: LinkType; forward: boolean } | null;
}

interface Row {
  no: number;
  database_id: string | null;
  stable_name: string;
  item: BibRecord;
  work_no: number;
  records: number;
}

/** Two records side by side, with what speaks for one publication and what against. */
export const pairView = reviewQuery({
  name: 'pair',
  right: 'read',
  input: PairOfRecords,
  refuses: ['no-record'],
  rests: ['merging'],
  async run(ctx, { a, b }) {
    const { reviewId } = ctx;
    const rows = await ctx.em.execute<Row[]>(
      `select r.no, r.database_id, r.stable_name, r.item, m.work_no,
       (select count(*)::int from work_record n where n.review_id = m.review_id and n.work_no = m.work_no and n.active) as records
     from record r join work_record m on m.review_id = r.review_id and m.record_no = r.no and m.active
     where r.review_id = ? and r.no in (?, ?)`,
      [reviewId, a, b],
    );
    const [left, right] = [rows.find((r) => r.no === a), rows.find((r) => r.no === b)];
    if (!left || !right) return refuse('no-record', 'One of these records is not in the review any more.');
    const databases = await databasesOf(ctx, reviewId);
    const side = (r: Row): PairSide => {
      const database = standsFor(r, databases);
      return { no: r.no, tag: database.tag, database: database.name, workNo: r.work_no, records: r.records };
    };
    const [x, y] = [mergeKeys(left.item), mergeKeys(right.item)];
    const compared = compareRecords(prepare(x), prepare(y));
    const pair: PairView = {
      sides: [side(left), side(right)],
      rows: pairRows(left.item, right.item, compared),
      score: compared.score,
      because: compared.contradictions.map((c) => CONTRADICTIONS[c]),
      suggested: suggestedLink(x, y),
    };
    return { pair };
  },
});

const FIELDS: [label: string, of: (r: BibRecord) => string, field: string][] = [
  ['Title', (r) => r.title, 'title'],
  ['Authors', (r) => peopleText(r.authors), 'people'],
  ['Journal or book', (r) => r.container, 'container'],
  ['Year', (r) => [r.dates.issue, r.dates.online].filter(Boolean).join(', online '), 'year'],
  ['Volume', (r) => r.volume, 'volume'],
  ['Issue', (r) => r.issue, 'issue'],
  ['Pages', (r) => r.pages, 'pages'],
  ['DOI', (r) => r.doi, 'doi'],
  ['PMID', (r) => r.pmid, 'pmid'],
  ['ISBN', (r) => r.isbns.join(', '), 'isbn'],
  ['Type', (r) => r.types.flatMap((t) => (SAYS_NO_TYPE.has(t.vocabulary) ? [] : t.term)).join(', '), 'kind'],
  ['Language', (r) => r.languages.join(', '), 'language'],
  ['Abstract', (r) => r.abstract, 'abstract'],
];

const whole = (text: string): DiffRun[] => (text ? [{ text, same: true }] : []);

function pairRows(a: BibRecord, b: BibRecord, compared: Comparison): PairRow[] {
  return FIELDS.flatMap(([label, of, field]) => {
    const [x, y] = [of(a), of(b)];
    if (!x && !y) return [];
    const said = compared.evidence.find((e) => e.field === field);
    // Dates and languages are written in many ways; where one side is empty there is nothing to compare.
    const compare = x && y && (field === 'year' || field === 'language' ? said !== undefined && said.outcome !== 'same' : true);
    const [left, right] = compare ? diffWords(x, y) : [whole(x), whole(y)];
    return [
      { label, a: left, b: right, said: said ? evidenceWords(said) : '', why: said ? evidenceWhy(said) : '', weight: said?.weight ?? 0 },
    ];
  });
}

/** What one would be of the other, by what their titles and types say. */
function suggestedLink(a: MergeKeys, b: MergeKeys): PairView['suggested'] {
  const type = (k: MergeKeys): LinkType | null => {
    const kind = k.named ?? k.stated;
    if (kind === 'concern') return 'concern-about';
    if (kind === 'meeting-abstract') return 'abstract-of';
    if (kind === 'reply' || kind === 'letter' || kind === 'comment') return 'comment-on';
    return kind && `${kind}-of` in LINK_TYPES ? (`${kind}-of` as LinkType) : null;
  };
  const [x, y] = [type(a), type(b)];
  if (x && !y) return { type: x, forward: true };
  if (y && !x) return { type: y, forward: false };
  if (a.language && b.language && a.language !== b.language) return { type: 'translation-of', forward: a.language !== 'en' };
  return null;
}

export interface QuestionLine {
  a: number;
  b: number;
  titles: [string, string];
  score: number;
  held: boolean;
}

/** The pairs that a person should settle, the likeliest first, without those that were ruled on since the last merge. */
export async function openQuestions(ctx: Context, reviewId: string): Promise<QuestionLine[]> {
  await openReview(ctx, reviewId);
  const questions = await ctx.em.find(MergeQuestion, { reviewId }, { orderBy: { score: 'desc', a: 'asc', b: 'asc' } });
  const ruled = new Set((await standingRulings(ctx.em, reviewId)).flatMap((r) => [`${r.a}|${r.b}`, `${r.b}|${r.a}`]));
  const open = questions.filter((q) => !ruled.has(`${q.a}|${q.b}`));
  const titles = new Map(
    (
      await ctx.em.execute<{ no: number; title: string }[]>(
        `select no, item->>'title' as title from record where review_id = ? and no = any(?::int[])`,
        [reviewId, `{${open.flatMap((q) => [q.a, q.b]).join(',')}}`],
      )
    ).map((r) => [r.no, r.title]),
  );
  return open.map((q) => ({
    a: q.a,
    b: q.b,
    titles: [titles.get(q.a) ?? '', titles.get(q.b) ?? ''],
    score: Number(q.score),
    held: q.held,
  }));
}
