import { axisMask, CODED_AXES, type CodedAxis, type Mask, type TermSets } from '@/core/vocabularies';
import { type Aside, ATTRIBUTES, type Claim } from './claim';
import type { CueRule, Zone } from './cue-rule';
import { DESIGN_CUES } from './cues-design';
import { REVIEW_CUES } from './cues-review';
import { SELF_NAMED_CUES } from './cues-self-named';
import { type Sentence, sentencesOf } from './sections';

export const CUE_RULES: readonly CueRule[] = [...SELF_NAMED_CUES, ...DESIGN_CUES, ...REVIEW_CUES];

/** A rule's masks, worked out once. */
interface Prepared {
  rule: CueRule;
  narrows: { axis: Claim['axis']; mask: Mask }[];
}

export function narrowsOf(sets: TermSets): { axis: CodedAxis; mask: Mask }[] {
  return (Object.keys(CODED_AXES) as CodedAxis[]).flatMap((axis) => (sets[axis] ? [{ axis, mask: axisMask(axis, sets[axis]) }] : []));
}

const prepare = (rule: CueRule): Prepared => ({
  rule,
  narrows: [
    ...narrowsOf(rule.sets),
    ...(rule.attribute ? [{ axis: 'attribute' as const, mask: 1 << ATTRIBUTES.indexOf(rule.attribute) }] : []),
  ],
});
const byZone = (zone: Zone): Prepared[] => CUE_RULES.filter((r) => r.zones.includes(zone)).map(prepare);
const TITLE = byZone('title');
const METHODS = byZone('methods');
const ABSTRACT = byZone('abstract');
const HEADING = byZone('heading');

export interface CueFindings {
  claims: Claim[];
  asides: Aside[];
}

/** A text in capitals is read as if it were not, so that patterns see words; offsets stay the same. */
const calm = (text: string): string => (text.length > 12 && text === text.toUpperCase() ? text.toLowerCase() : text);

/** All claims that cue rules make on one record's texts. English cues only: other languages simply do not match. */
export function findCues(title: string, abstract: string, headings: readonly string[]): CueFindings {
  const found: CueFindings = { claims: [], asides: [] };
  const titleText = calm(title);
  for (const p of TITLE) apply(p, 'title', titleText, 0, found);
  for (const sentence of sentencesOf(abstract)) {
    for (const p of ABSTRACT) apply(p, 'abstract', sentence.text, sentence.start, found);
    if (sentence.section === 'methods') for (const p of METHODS) apply(p, 'abstract', sentence.text, sentence.start, found);
    else setAsideDesigns(sentence, found);
  }
  for (const heading of headings) for (const p of HEADING) apply(p, 'heading', heading.replace(/^\*/, '').split('/')[0]!, 0, found);
  return found;
}

function apply({ rule, narrows }: Prepared, field: 'title' | 'abstract' | 'heading', text: string, offset: number, found: CueFindings) {
  const match = rule.pattern.exec(text);
  if (!match) return;
  const place = {
    rule: rule.id,
    quote: match[0],
    start: field === 'heading' ? 0 : offset + match.index,
    end: field === 'heading' ? 0 : offset + match.index + match[0].length,
  };
  if (rule.unless?.test(text)) {
    if (field !== 'heading') found.asides.push({ axis: narrows[0]!.axis, field, ...place });
    return;
  }
  for (const { axis, mask } of narrows) found.claims.push({ axis, mask, tier: rule.tier, field, ...place });
}

/** Names of designs outside the methods are mentions: shown to the reader as looked at and set aside. */
const MENTIONED =
  /\b(?:non-?randomi[sz]ed|randomi[sz]ed|cohort|case[- ]control|cross-sectional|qualitative)(?: \w+){0,2} (?:trials?|stud(?:y|ies))\b|\b(?:systematic reviews?|meta-analys[ie]s)\b/i;

function setAsideDesigns(sentence: Sentence, found: CueFindings) {
  const match = MENTIONED.exec(sentence.text);
  if (!match) return;
  const start = sentence.start + match.index;
  found.asides.push({
    axis: 'design',
    rule: 'mention-outside-methods',
    field: 'abstract',
    quote: match[0],
    start,
    end: start + match[0].length,
  });
}
