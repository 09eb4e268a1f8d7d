import type { WorkDetail } from '@/client/types';
import { AXIS_LABELS, hingesOf, levelTable, narrowsLevel, narrowsPeerReview, type WorkAxis } from '@/core/classify';
import { axisValues } from '@/core/sieve';
import { CODED_AXES, type CodedAxis, labelsOf } from '@/core/vocabularies';

/** On which words an axis hangs, what is stated alone, and what would have to be known for it to be settled. */
export function WhatWouldChange({ axis, work }: { axis: WorkAxis; work: WorkDetail }) {
  const { classification, scheme } = work;
  const values = axisValues(axis, scheme);
  const words = (mask: number) => {
    const labels = labelsOf(values, mask).map((l) => l.toLowerCase());
    return labels.length > 4 ? `${labels.length} values possible` : labels.join(' or ');
  };
  const result = classification.axes[axis];
  const lines: string[] = [];
  if (axis in CODED_AXES && axis !== 'peerReview')
    for (const { claim, mask, status } of hingesOf(classification, axis as CodedAxis).slice(0, 4)) {
      const named = claim.quote
        ? `Without “${claim.quote.trim()}”`
        : claim.usual
          ? 'Without what is usual'
          : 'Without what follows from the publication type';
      lines.push(`${named} it would be ${status === 'conflicting' ? 'in conflict' : words(mask)}.`);
    }
  if (result.mask !== result.stated.mask) lines.push(`By what is stated alone: ${words(result.stated.mask)}.`);
  const codes = (list: readonly string[]) =>
    list.map((code) => values.find((v) => v.code === code)?.label.toLowerCase() ?? code).join(' or ');
  if (axis === 'peerReview')
    for (const n of narrowsPeerReview(classification)) lines.push(`Knowing ${n.known} would leave ${codes(n.codes)}.`);
  if (axis === 'level')
    for (const n of narrowsLevel(classification, levelTable(scheme, work.kind)))
      lines.push(`Knowing ${n.known} would leave ${codes(n.codes)}.`);
  if (lines.length === 0) return null;
  return (
    <details className="mt-1 text-small">
      <summary className="min-h-6 cursor-pointer text-navy" aria-label={`What would change ${AXIS_LABELS[axis].toLowerCase()}`}>
        What would change it
      </summary>
      <ul className="list-disc pl-5">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </details>
  );
}
