import { AXIS_LABELS, type Classification, type EvidenceScheme, type SourcedClaim, venueBasis, type WorkAxis } from '@/core/classify';
import { intervalWords } from '@/core/record';
import { axisValues } from '@/core/sieve';
import { labelsOf } from '@/core/vocabularies';
import { type Mention, mentionsOf, type QuestionTerms } from './mentions';

/** One clause of drafted grounds, with the claims it rests on. */
export interface Clause {
  axis: WorkAxis | 'date' | 'sieve' | 'mentions';
  text: string;
  claims: SourcedClaim[];
  /** Who says so and with which words, in full; `text` leaves out what an earlier clause has quoted. */
  basis: string[];
}

export interface DraftInput {
  classification: Classification;
  scheme: EvidenceScheme;
  /** Name of the database a record came from, by the record's key. */
  databaseOf: (record: number) => string;
  /** What the sieve says, in words; '' when it has nothing to say. */
  outcome: string;
  title: string;
  abstract: string;
  question: QuestionTerms;
}

/**
 * Drafts grounds from what is known: a clause an axis with its basis, the sieve's outcome, and words of the text that
 * match the question. It states the work, never a verdict, and never that a population or outcome is met. An axis on
 * which nothing is known gets no clause.
 */
export function draftGrounds(input: DraftInput): Clause[] {
  const clauses: Clause[] = [];
  // The same words often settle several axes: each is quoted once, at the first clause that rests on it.
  const quoted = new Set<string>();
  for (const axis of ['publicationType', 'design', 'peerReview', 'sourceType', 'level'] as const) {
    const clause = axisClause(axis, input, quoted);
    if (clause) clauses.push(clause);
  }
  const { earliest } = input.classification.dates;
  if (earliest) clauses.push({ axis: 'date', text: `first public ${intervalWords(earliest)}`, claims: [], basis: [] });
  if (input.outcome) clauses.push({ axis: 'sieve', text: input.outcome, claims: [], basis: [] });
  const mentions = mentionsOf(input.title, input.abstract, input.question);
  if (mentions.length) clauses.push({ axis: 'mentions', text: `mentions ${quoteAll(mentions)}`, claims: [], basis: [] });
  return clauses;
}

/** The clauses as one text that a person can edit. */
export function groundsText(clauses: readonly Clause[]): string {
  if (clauses.length === 0) return '';
  const text = clauses.map((c) => c.text).join('; ');
  return `${text[0]!.toUpperCase()}${text.slice(1)}.`;
}

function axisClause(axis: WorkAxis, input: DraftInput, quoted: Set<string>): Clause | null {
  const result = input.classification.axes[axis];
  if (result.status === 'unknown') return null;
  const values = axisValues(axis, input.scheme);
  const labels = labelsOf(values, result.disputed || result.mask).map((l) => l.toLowerCase());
  const used = basisOf(axis, input.classification);
  const ruled = result.tier === 'ruled';
  const basis = axis === 'level' ? [input.scheme.label, ...(ruled ? basisWords(used, input) : [])] : basisWords(used, input);
  if (result.status === 'conflicting') {
    const text = `${AXIS_LABELS[axis].toLowerCase()} disputed between ${orList(labels)} (${basis.join('; ')})`;
    return { axis, text, claims: used, basis };
  }
  if (labels.length > 3) return null;
  const fresh = basis.filter((w) => !quoted.has(w)).join('; ');
  for (const word of basis) quoted.add(word);
  const prefix = axis === 'level' ? 'evidence ' : '';
  return { axis, text: `${prefix}${orList(labels)}${fresh ? ` (${fresh})` : ''}`, claims: used, basis };
}

/** Claims that narrowed an axis and agree with what is left; for derived axes those of their inputs. */
export function basisOf(axis: WorkAxis, classification: Classification): SourcedClaim[] {
  const inputs: WorkAxis[] =
    axis === 'peerReview'
      ? ['peerReview', 'sourceType', 'publicationType']
      : axis !== 'level'
        ? [axis]
        : classification.axes.level.tier === 'ruled'
          ? ['level']
          : ['design'];
  const found = axis === 'peerReview' ? venueBasis(classification) : [];
  const agrees = (claim: SourcedClaim) => {
    const own = inputs.find((a) => a === claim.axis);
    return own && !claim.dissents && (claim.mask & classification.axes[own].mask) !== 0;
  };
  return [...found, ...classification.claims.filter(agrees)];
}

/** "stated by Vellmora and Ostrane; title “randomised trial”": who says it and with which words, each once. */
function basisWords(claims: readonly SourcedClaim[], input: DraftInput): string[] {
  const { axes } = input.classification;
  const narrow = (c: SourcedClaim) => (c.axis in axes ? axes[c.axis as WorkAxis].mask : c.mask);
  // What follows from another axis has its words there.
  const specific = claims.filter((c) => c.field !== 'publicationType' && !c.usual);
  // A claim that allows many more values than are left says little; the sharpest claims are the basis.
  const sorted = [...specific].sort((a, b) => extra(a.mask, narrow(a)) - extra(b.mask, narrow(b)));
  const sharp = sorted.filter((c) => extra(c.mask, narrow(c)) <= WIDE);
  const sharpest = (sharp.length ? sharp : sorted).slice(0, 3);
  const stated = new Map<string, Set<string>>();
  const inferred = new Set<string>();
  for (const claim of sharpest) {
    if (claim.field === 'type' || claim.field === 'database') {
      const terms = stated.get(claim.quote) ?? new Set();
      stated.set(claim.quote, terms.add(input.databaseOf(claim.record)));
    } else inferred.add(inferredWords(claim));
  }
  if (restsOnUsual(claims, input)) inferred.add('usual where nothing else is said');
  return [...[...stated].map(([quote, who]) => `${[...who].sort().join(' and ')}: ${quote}`), ...inferred];
}

/** Whether what is said leaves more values than are left: the rest of the narrowing is what is usual. */
function restsOnUsual(claims: readonly SourcedClaim[], { classification: { axes } }: DraftInput): boolean {
  const usual = claims.find((c) => c.usual);
  if (!usual) return false;
  const said = claims.filter((c) => c.axis === usual.axis && !c.usual);
  return (said.reduce((left, c) => left & c.mask, ~0) & ~axes[usual.axis as WorkAxis].mask) !== 0;
}

/** The words of a claim that no database states: quoted where they stand in the record, plain where we made them. */
function inferredWords({ field, quote }: SourcedClaim): string {
  if (field === 'register') return `register of venues: ${quote}`;
  if (field === 'ruling') return `ruled: ${quote}`;
  if (field === 'shape') return quote;
  return `${field} “${quote.trim()}”`;
}

/** A claim that allows this many values more than are left is no basis, unless there is no better. */
const WIDE = 4;

const extra = (mask: number, left: number): number => {
  let n = 0;
  for (let m = (mask & ~left) >>> 0; m; m = (m & (m - 1)) >>> 0) n++;
  return n;
};

const orList = (labels: readonly string[]): string =>
  labels.length < 2 ? (labels[0] ?? '') : `${labels.slice(0, -1).join(', ')} or ${labels.at(-1)}`;

const quoteAll = (mentions: readonly Mention[]): string =>
  mentions
    .slice(0, 5)
    .map((m) => `“${m.quote}”`)
    .join(', '); // prettier-ignore
