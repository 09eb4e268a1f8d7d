import type { WorkDetail } from '@/client/types';
import { AXIS_LABELS, axisOfClaim, type Classification } from '@/core/classify';
import type { Mention } from '@/core/grounds';
import { CODED_AXES, type CodedAxis } from '@/core/vocabularies';

/**
 * Words to mark in a text. `used` cues count, `aside` ones were looked at and set aside, `likely` ones weighed for a likely
 * set, a `mention` fits the question.
 */
export interface Mark {
  start: number;
  end: number;
  kind: 'used' | 'aside' | 'likely' | 'mention';
  label: string;
  title: string;
}

/** Marks for one record's title or abstract, in order and without overlaps; a cue goes before a mention. */
export function marksFor(
  field: 'title' | 'abstract',
  record: number,
  classification: Classification,
  mentions: readonly Mention[],
  likely: WorkDetail['likely'] = {},
): Mark[] {
  const marks: Mark[] = [];
  const byPlace = new Map<string, Mark>();
  for (const claim of classification.claims) {
    if (claim.record !== record || claim.field !== field || claim.end <= claim.start) continue;
    const axis = AXIS_LABELS[axisOfClaim(claim.axis)].toLowerCase();
    const key = `${claim.start}-${claim.end}`;
    const known = byPlace.get(key);
    if (known) {
      // One phrase can speak for several axes: the design is the most telling.
      if (axis === 'design') known.label = axis;
      continue;
    }
    const mark: Mark = { start: claim.start, end: claim.end, kind: 'used', label: axis, title: `Rule ${claim.rule}` };
    byPlace.set(key, mark);
    marks.push(mark);
  }
  for (const aside of classification.asides) {
    if (aside.record === record && aside.field === field)
      marks.push({
        start: aside.start,
        end: aside.end,
        kind: 'aside',
        label: 'set aside',
        title: `Only mentioned here: rule ${aside.rule}`,
      });
  }
  for (const [axis, { words, likeliest }] of Object.entries(likely)) {
    const label = CODED_AXES[axis as CodedAxis].values.find((v) => v.code === likeliest)?.label.toLowerCase() ?? likeliest;
    for (const w of words)
      if (w.record === record && w.field === field)
        marks.push({ start: w.start, end: w.end, kind: 'likely', label: 'likely', title: `Makes ${label} more likely` });
  }
  for (const mention of mentions) {
    if (mention.field === field)
      marks.push({
        start: mention.start,
        end: mention.end,
        kind: 'mention',
        label: mention.part,
        title: `Matches the question: ${mention.part}`,
      });
  }
  const rank = { used: 0, aside: 1, likely: 2, mention: 3 };
  const kept: Mark[] = [];
  for (const mark of marks.sort((a, b) => rank[a.kind] - rank[b.kind] || b.end - b.start - (a.end - a.start))) {
    if (!kept.some((k) => mark.start < k.end && k.start < mark.end)) kept.push(mark);
  }
  return kept.sort((a, b) => a.start - b.start);
}
