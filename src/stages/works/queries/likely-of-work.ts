import type { Classification, RecordClaims } from '@/core/classify';
import { CLASSES, featuresOf, LIKELY_AXES, type LikelyAxis, modelOf, pushes, type Shares, sharesOfWork } from '@/core/likely';
import type { BibRecord } from '@/core/record';
import type { PackedClaims } from '@/core/storage';
import { CODED_AXES, codesOf } from '@/core/vocabularies';
import { partOf } from '@/platform/cache/parts';
import type { Context } from '@/platform/context';
import { readClaims } from '@/stages/retrieve';

/** A likely set, and what weighed most for the likeliest value in it. */
export interface LikelyOfAxis {
  codes: string[];
  /** How many values the claims leave. */
  before: number;
  /** Nothing that the claims leave is likely: they stand, and it is to be looked at. */
  disputed: boolean;
  /** The likeliest value, and words of a record that weighed for it. */
  likeliest: string;
  words: { record: number; field: 'title' | 'abstract'; start: number; end: number; words: string }[];
  /** Ways of telling and facts of the record, in words. */
  facts: string[];
  /** Works of this review that people ruled on, whose texts look most alike to the model. */
  alike: { work: number; title: string; code: string }[];
}

interface Row {
  no: number;
  item: BibRecord;
  doc: RecordClaims;
}
/** A work that people ruled on, as the models see it. */
interface Ruled {
  axis: LikelyAxis;
  code: string;
  work: number;
  title: string;
  packed: string;
}

const MOST_WORDS = 6;
const MOST_ALIKE = 3;
const MOST_RULED = 200;
/** Below this two works do not look alike: the coefficient of Bhattacharyya (1943) of their shares. */
const ALIKE = 0.6;

export function likelyOfWork(
  { likely, axes }: Classification,
  rows: readonly Row[],
  ruled: readonly Ruled[],
): Partial<Record<LikelyAxis, LikelyOfAxis>> {
  const shares = likely && sharesOfWork(rows.map((r) => r.doc.likely));
  if (!likely || !shares) return {};
  // Of several records the one that tells most is shown.
  const told = rows.reduce((most, r) => (r.item.abstract.length > most.item.abstract.length ? r : most));
  const features = featuresOf(told.item);
  const found: Partial<Record<LikelyAxis, LikelyOfAxis>> = {};
  for (const axis of LIKELY_AXES) {
    const disputed = likely.disputed.includes(axis);
    if (likely[axis] === axes[axis].mask && !disputed) continue;
    const { values } = CODED_AXES[axis];
    const codes = codesOf(values, likely[axis]);
    const share = (code: string) => shares[axis]?.[CLASSES[axis].indexOf(code)] ?? 0;
    const likeliest = codes.reduce((best, code) => (share(code) > share(best) ? code : best));
    const strongest = pushes(modelOf(axis), features, likeliest).filter((p) => p.push > 0);
    found[axis] = {
      ...{ codes, before: codesOf(values, axes[axis].mask).length, disputed, likeliest },
      words: distinct(
        strongest.flatMap(({ sign: { field, start, end } }) =>
          field === 'record' ? [] : [{ record: told.no, field, start, end, words: told.item[field].slice(start, end) }],
        ),
      ).slice(0, MOST_WORDS),
      facts: [
        ...new Set(
          strongest.slice(0, 12).flatMap(({ sign }) => (/^(?:f|kt?|k2):/.test(sign.name) ? [sign.name.replace(/^\w+:/, '')] : [])),
        ),
      ].slice(0, 4),
      alike: ruled
        .filter((r) => r.axis === axis && !rows.some((own) => own.doc.likely === r.packed))
        .map((r) => ({ r, near: overlap(shares, sharesOfWork([r.packed]), axis) }))
        .filter(({ near }) => near >= ALIKE)
        .sort((a, b) => b.near - a.near)
        .slice(0, MOST_ALIKE)
        .map(({ r }) => ({ work: r.work, title: r.title, code: r.code })),
    };
  }
  return found;
}

/** Words that stand in words already named say nothing more. */
const distinct = <W extends { field: string; start: number; end: number }>(words: readonly W[]): W[] =>
  words.filter(
    (w, i) =>
      w.end - w.start > 2 && !words.slice(0, i).some((other) => other.field === w.field && other.start < w.end && w.start < other.end),
  );

function overlap(a: Shares, b: Shares | null, axis: LikelyAxis): number {
  const [own, theirs] = [a[axis], b?.[axis]];
  if (!own || !theirs) return 0;
  let sum = 0;
  for (let c = 0; c < own.length; c++) sum += Math.sqrt(own[c]! * theirs[c]!);
  return sum;
}

/** The works that single rulings were made on, latest first; asked for only where something is likely. */
export const ruledAlike = (ctx: Context, reviewId: string, rows: readonly Row[]): Promise<Ruled[]> =>
  rows.some((r) => r.doc.likely)
    ? partOf(ctx, reviewId, 'ruled-alike', ['ruling', 'review'], () => readRuled(ctx, reviewId))
    : Promise.resolve([]);

async function readRuled(ctx: Context, reviewId: string): Promise<Ruled[]> {
  const rulings = await ctx.em.execute<
    { axis: string; codes: string[]; record_no: number; work: number; title: string; doc: PackedClaims }[]
  >(
    `select l.axis, l.codes, c.record_no, w.no as work, w.title, c.doc from ruling l
     join record_claims c on c.review_id = l.review_id and c.record_no = (l.records->>0)::int
     join work_record m on m.review_id = l.review_id and m.record_no = c.record_no and m.active
     join work w on w.review_id = m.review_id and w.no = m.work_no and w.absorbed_by is null
     where l.review_id = ? and l.undoes is null and jsonb_array_length(l.codes) = 1
       and not exists (select 1 from ruling u where u.review_id = l.review_id and u.undoes = l.seq)
     order by l.seq desc limit ${MOST_RULED}`,
    [reviewId],
  );
  const docs = readClaims(rulings);
  return rulings.flatMap((r) => {
    const packed = docs.get(r.record_no)?.likely;
    return packed && (LIKELY_AXES as readonly string[]).includes(r.axis)
      ? [{ axis: r.axis as LikelyAxis, code: r.codes[0]!, work: r.work, title: r.title, packed }]
      : [];
  });
}
