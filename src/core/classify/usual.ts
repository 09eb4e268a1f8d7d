import type { BibRecord } from '@/core/record';
import { ALL, axisMask, type CodedAxis, type Mask } from '@/core/vocabularies';
import { type Claim, makeClaim } from './claim';
import { USUAL_DESIGNS } from './usual-design';
import { USUAL_PUBLICATIONS } from './usual-publication';
import type { UsualRule } from './usual-rule';
import { USUAL_SOURCES } from './usual-source';

export const USUAL_RULES: readonly UsualRule[] = [...USUAL_PUBLICATIONS, ...USUAL_DESIGNS, ...USUAL_SOURCES];

interface Prepared extends UsualRule {
  outside: Mask;
  goal: Mask;
}
const PREPARED: readonly Prepared[] = USUAL_RULES.map((r) => ({
  ...r,
  outside: (ALL[r.axis] & ~axisMask(r.axis, r.among)) >>> 0,
  goal: axisMask(r.axis, r.to),
}));
const BY_AXIS = { publicationType: [], design: [], sourceType: [], peerReview: [] } as Record<CodedAxis, Prepared[]>;
for (const r of PREPARED) BY_AXIS[r.axis].push(r);

/** English function words: where none of them stands, the text is in another language, and nothing can be missed in it. */
const ENGLISH = /\b(?:the|of|and|in|for|with|to|from|a|an|on|by)\b/i;

/** What is usual for a set of possible values, given the record's text; null when nothing is. */
export function usualClaim(axis: CodedAxis, mask: Mask, record: BibRecord): Claim | null {
  for (const r of BY_AXIS[axis]) {
    if ((mask & r.outside) !== 0 || (mask & r.goal) === 0 || (mask & ~r.goal) === 0) continue;
    if (r.needsAbstract && record.abstract.length < r.needsAbstract) continue;
    if (r.when && !r.when(record)) continue;
    if (r.has || r.lacks) {
      const text = r.titleOnly ? record.title : `${record.title}\n${record.abstract}`;
      if (r.has && !r.has.test(text) && !r.has.test(record.abstract)) continue;
      if (r.lacks && (r.lacks.test(text) || (!r.has && !r.titleOnly && !ENGLISH.test(text)))) continue;
    }
    return makeClaim(axis, r.goal, r.id, 'weak', 'text', '', 0, 0, true);
  }
  return null;
}
