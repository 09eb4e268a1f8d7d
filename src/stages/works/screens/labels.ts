import type { BibRecord } from '@/core/record';
import { type AxisValue, CODED_AXES, type CodedAxis } from '@/core/vocabularies';

interface Known {
  codes: string[];
  status: string;
  disputed?: string[];
}

/** A short text for a possible-value set: the value, "A or B", how many are possible when they are few, or what is disputed. */
export function codeLabel(axis: CodedAxis, known: Known): string {
  const values: readonly AxisValue[] = CODED_AXES[axis].values;
  const codes = known.disputed?.length ? known.disputed : known.codes;
  const labels = codes.map((code) => values.find((v) => v.code === code)?.label.toLowerCase() ?? code);
  if (known.status === 'unknown' || (labels.length > 4 && known.status !== 'conflicting')) return 'unknown';
  const text = labels.length > (known.disputed?.length ? 3 : 2) ? `${labels.length} possible` : labels.join(' or ');
  return known.status === 'conflicting' ? `differs: ${text}` : text;
}

/** Where it stands, "Annals of Floors 4(2) 11-19"; '' when the record does not say where it was published. */
export function placeOf({ container, volume, issue, pages }: BibRecord): string {
  if (!container) return '';
  return [container, volume && `${volume}${issue && `(${issue})`}`, pages].filter(Boolean).join(' ');
}

/** What other publications bring upon a work, in a word for lists. */
export const FLAG_WORDS: Readonly<Record<string, string>> = {
  retracted: 'retracted',
  concern: 'concern',
  corrected: 'corrected',
  updated: 'updated',
};
