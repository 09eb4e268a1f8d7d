import type { SourcedClaim } from './claim';
import type { Classification } from './classify-work';
import type { WorkAxis } from './work-axes';

/** Why an axis of a work is disputed. Works with the same key are alike in it, and one ruling can settle them all. */
export interface WorkCause {
  kind: 'conflict' | 'dissent';
  key: string;
  label: string;
}

/** Axes on which claims can contradict each other; peer review and level follow from others. */
export const DISPUTABLE = ['sourceType', 'publicationType', 'design', 'peerReview'] as const satisfies readonly WorkAxis[];

/** Who says what, without the words that only this work has: the term of a type, or the rule that saw a sign in a text. */
const saying = (c: SourcedClaim, databaseOf: (record: number) => string): string => {
  const who = databaseOf(c.record);
  const what = c.field === 'type' || c.field === 'register' ? c.quote.replace(/ \(by .*$/, '') : (RULE_WORDS[c.field] ?? c.rule);
  return `${what}${c.field === 'type' && who ? ` in ${who}` : c.field === 'type' ? '' : c.field === 'register' ? ' in the register' : ` (${c.rule})`}`;
};
const RULE_WORDS: Readonly<Record<string, string>> = {
  title: 'the title',
  abstract: 'the abstract',
  heading: 'a heading',
  venue: 'the container',
  note: 'a note',
};

/**
 * The disputes of a work by axis: for a conflict the sharpest claims that contradict each other, for a dissent the claim
 * that disagrees with what stronger ones left.
 * @param databaseOf a short name of the database that a record is from
 */
export function causesOf(classification: Classification, databaseOf: (record: number) => string): Partial<Record<WorkAxis, WorkCause[]>> {
  const found: Partial<Record<WorkAxis, WorkCause[]>> = {};
  for (const axis of DISPUTABLE) {
    const result = classification.axes[axis];
    const causes: WorkCause[] = [];
    if (result.status === 'conflicting' && result.disputed !== 0) {
      const sides = classification.claims.filter(
        (c, i) =>
          c.axis === axis &&
          !c.usual &&
          c.tier === result.tier &&
          (c.mask & result.disputed) !== 0 &&
          (c.mask & ~result.disputed & result.mask) === 0 &&
          !result.dissents.includes(i),
      );
      causes.push(cause('conflict', axis, [...new Set(sides.map((c) => saying(c, databaseOf)))].sort(), ' against '));
    }
    for (const d of result.dissents) {
      const against = classification.claims.find(
        (c) => c.axis === axis && c.tier === result.tier && !c.usual && (c.mask & result.mask) !== 0,
      );
      const sides = [saying(classification.claims[d]!, databaseOf), ...(against ? [saying(against, databaseOf)] : [])];
      const made = cause('dissent', axis, sides, ' disagrees with ');
      if (!causes.some((c) => c.key === made.key)) causes.push(made);
    }
    if (causes.length) found[axis] = causes;
  }
  return found;
}

const cause = (kind: WorkCause['kind'], axis: WorkAxis, sides: readonly string[], between: string): WorkCause => ({
  kind,
  key: `${kind}|${axis}|${sides.join('|')}`,
  label: sides.join(between),
});
