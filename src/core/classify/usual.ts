import type { BibRecord } from '@/core/record';
import { ALL, axisMask, type CodedAxis, type Mask } from '@/core/vocabularies';
import { type Claim, makeClaim } from './claim';
import { fieldsAre } from './field-test';
import type { UsualRule } from './usual-rule';
import { USUAL_IN_POPULAR, USUAL_RULES } from './usual-rules';
import { WholeText } from './whole-text';

interface Prepared extends UsualRule {
  outside: Mask;
  goal: Mask;
  /** Publication types beside which it does not hold; 0 when it holds beside all. */
  barred: Mask;
  claim: Claim;
}
const claimOf = (r: UsualRule): Claim => makeClaim(r.axis, axisMask(r.axis, r.to), r.id, 'weak', 'text', '', 0, 0, true);

/** Patterns that ask what stands before: they can match an abstract alone where they match none behind its title. */
const LOOKS_BACK = new Set(USUAL_RULES.flatMap((r) => (r.has && /\^|\(\?<[=!]/.test(r.has.source) ? [r.has] : [])));
const BY_AXIS = { publicationType: [], design: [], sourceType: [], peerReview: [] } as Record<CodedAxis, Prepared[]>;
for (const r of USUAL_RULES)
  if (!r.sources)
    BY_AXIS[r.axis].push({
      ...r,
      outside: (ALL[r.axis] & ~axisMask(r.axis, r.among)) >>> 0,
      goal: axisMask(r.axis, r.to),
      barred: r.publications ? (ALL.publicationType & ~axisMask('publicationType', r.publications)) >>> 0 : 0,
      claim: claimOf(r),
    });

/** Source types to which rules are bound, by the rule's id. */
export const BOUND_TO_SOURCES: ReadonlyMap<string, Mask> = new Map(
  USUAL_IN_POPULAR.map((r) => [r.id, axisMask('sourceType', r.sources ?? [])]),
);

const IN_POPULAR = USUAL_IN_POPULAR.map((rule) => ({ rule, claim: claimOf(rule) }));

/** English function words: where none of them stands, the text is in another language, and nothing can be missed in it. */
const ENGLISH = /\b(?:the|of|and|in|for|with|to|from|a|an|on|by)\b/i;

/** Title and abstract of a record as the rules ask for words in them. */
export class UsualText {
  constructor(
    readonly record: BibRecord,
    /** Looked through when it is first asked, where it was not before. */
    private looked: WholeText | null = null,
  ) {}

  private get whole(): WholeText {
    this.looked ??= new WholeText(this.record.title, this.record.abstract);
    return this.looked;
  }

  /** Whether a pattern that a rule asks for matches the title, or title and abstract. */
  has(pattern: RegExp, titleOnly = false): boolean {
    if (!this.whole.couldMatch(pattern)) return false;
    const { title, abstract } = this.record;
    if (titleOnly) return pattern.test(title) || pattern.test(abstract);
    return pattern.test(this.whole.text) || (LOOKS_BACK.has(pattern) && pattern.test(abstract));
  }
  lacks(pattern: RegExp, titleOnly = false): boolean {
    return !(this.whole.couldMatch(pattern) && pattern.test(titleOnly ? this.record.title : this.whole.text));
  }
  /** Rules without words to have ask only texts in which words could be missed. */
  isEnglish(): boolean {
    return ENGLISH.test(this.whole.text);
  }
}

/**
 * What is usual for a set of possible values, given the record's text; null when nothing is.
 * @param research whether nothing but a report of research is left as the publication type
 * @param publications what is left as the publication type
 */
export function usualClaim(
  axis: CodedAxis,
  mask: Mask,
  text: UsualText,
  research = false,
  publications: Mask = ALL.publicationType,
): Claim | null {
  const { record } = text;
  for (const r of BY_AXIS[axis]) {
    if ((mask & r.outside) !== 0 || (mask & r.goal) === 0 || (mask & ~r.goal) === 0) continue;
    if ((r.research && !research) || (publications & r.barred) !== 0) continue;
    if (r.when && !fieldsAre(r.when, record)) continue;
    if (!speaks(r, text)) continue;
    return r.claim;
  }
  return null;
}

/** What is usual should the work turn out to stand in a venue to which such rules are bound. */
export function usualInPopular(mask: Mask, text: UsualText): Claim[] {
  return IN_POPULAR.filter(({ rule, claim }) => (mask & claim.mask) !== 0 && speaks(rule, text)).map(({ claim }) => claim);
}

/** Whether the words that a rule asks for are there, and those that speak against it are not. */
function speaks(r: UsualRule, text: UsualText): boolean {
  if (r.needsAbstract && text.record.abstract.length < r.needsAbstract) return false;
  if (r.has && !text.has(r.has, r.titleOnly)) return false;
  if (r.lacks && !text.lacks(r.lacks, r.titleOnly)) return false;
  return !r.lacks || Boolean(r.has || r.titleOnly) || text.isEnglish();
}
