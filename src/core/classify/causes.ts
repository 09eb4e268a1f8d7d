import { bitCount } from '@/core/vocabularies';
import { type SourcedClaim, TIERS } from './claim';
import type { Classification } from './classify-work';
import { ruleWords } from './rule-words';
import type { WorkAxis } from './work-axes';

/** Why an axis of a work is disputed. Works with the same key are alike in it, and one ruling can settle them all. */
export interface WorkCause {
  kind: 'conflict' | 'dissent';
  key: string;
  label: string;
}

/** Axes on which claims can contradict each other; peer review and level follow from others. */
export const DISPUTABLE = ['sourceType', 'publicationType', 'design', 'peerReview'] as const satisfies readonly WorkAxis[];

/** Who says what, without the words that only this work has: the term of a type, or what a rule saw in a text. */
function saying(c: SourcedClaim, databaseOf: (record: number) => string): string {
  const who = databaseOf(c.record);
  if (c.field === 'type') return who ? `${who}’s “${c.quote}”` : `“${c.quote}”`;
  if (c.field === 'register') return 'the register of venues';
  const words = ruleWords(c.rule).replace(/\.$/, '');
  return `${words[0]!.toLowerCase()}${words.slice(1)}`;
}

/** A dispute on one axis: who stands against whom, in words. */
export interface Dispute {
  axis: (typeof DISPUTABLE)[number];
  kind: WorkCause['kind'];
  sides: string[];
}

/**
 * The disputes of a work: for a conflict the sharpest claims that contradict each other, for a dissent the claim that
 * disagrees with what stronger ones left.
 * @param databaseOf a short name of the database that a record is from
 */
export function disputesOf({ axes, claims }: Classification, databaseOf: (record: number) => string): Dispute[] {
  return DISPUTABLE.flatMap((axis) => {
    const result = axes[axis];
    const found: Dispute[] = [];
    if (result.status === 'conflicting' && result.disputed !== 0) {
      const sides = claims.filter(
        (c) =>
          c.axis === axis &&
          !c.usual &&
          c.tier === result.tier &&
          (c.mask & result.disputed) !== 0 &&
          (c.mask & ~result.disputed & result.mask) === 0 &&
          !c.dissents,
      );
      found.push({ axis, kind: 'conflict', sides: [...new Set(sides.map((c) => saying(c, databaseOf)))].sort() });
    }
    for (const dissent of result.dissents) {
      const against = claims
        .filter((c) => c.axis === axis && !c.usual && (c.mask & dissent.mask) === 0 && (c.mask & result.mask) !== 0)
        .sort((a, b) => TIERS.indexOf(a.tier) - TIERS.indexOf(b.tier) || bitCount(a.mask) - bitCount(b.mask))[0];
      found.push({ axis, kind: 'dissent', sides: [saying(dissent, databaseOf), ...(against ? [saying(against, databaseOf)] : [])] });
    }
    return found;
  });
}

/** The disputes of a work by axis, each once, as they are stored: works with the same key are alike in it. */
export function causesOf(classification: Classification, databaseOf: (record: number) => string): Partial<Record<WorkAxis, WorkCause[]>> {
  const found: Partial<Record<WorkAxis, WorkCause[]>> = {};
  for (const { axis, kind, sides } of disputesOf(classification, databaseOf)) {
    const made = {
      kind,
      key: `${kind}|${axis}|${sides.join('|')}`,
      label: sides.join(kind === 'conflict' ? ' against ' : ', while '),
    };
    const causes = found[axis] ?? [];
    if (!causes.some((c) => c.key === made.key)) causes.push(made);
    found[axis] = causes;
  }
  return found;
}
