import { ATTRIBUTE_WORDS, type Attribute, type EvidenceScheme } from '@/core/classify';
import { type Design, labelsOf, maskOf } from '@/core/vocabularies';

/** "Level 1, 2 or 3": what the labels begin with is said once. */
export function levelWords(scheme: EvidenceScheme, codes: readonly string[]): string {
  const labels = labelsOf(scheme.levels, maskOf(scheme.levels, codes));
  const short = labels.map((l, i) =>
    i > 0 && l.startsWith('Level ') && labels[0]!.startsWith('Level ') ? l.slice(6) : i > 0 ? l.toLowerCase() : l,
  );
  return short.length < 2 ? (short[0] ?? '') : `${short.slice(0, -1).join(', ')} or ${short.at(-1)}`;
}

/** What facts about a design make of it in a column. */
export function facts(scheme: EvidenceScheme, kind: string, design: Design): string[] {
  const { when = {} } = scheme.kinds[kind]!;
  return (Object.entries(when) as [Attribute, Partial<Record<Design, readonly string[]>>][]).flatMap(([attribute, rows]) =>
    rows?.[design] ? [`${ATTRIBUTE_WORDS[attribute]}: ${levelWords(scheme, rows[design])}`] : [],
  );
}
