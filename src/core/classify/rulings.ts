import { axisMask, type CodedAxis, maskOf } from '@/core/vocabularies';
import type { SourcedClaim } from './claim';
import type { EvidenceScheme } from './schemes';
import type { WorkAxis } from './work-axes';

/** A person's ruling as it bears on one work. */
export interface RuledAxis {
  axis: WorkAxis;
  codes: readonly string[];
  /** The ruling's number, later ones higher. */
  seq: number;
  /** On this work alone, or on all that share a cause. */
  single: boolean;
  reason: string;
  person: string;
}

/** Of several rulings on one axis of a work, one on it alone comes before a bulk one, then the latest. */
export function effectiveRulings(rulings: readonly RuledAxis[]): RuledAxis[] {
  const byAxis = new Map<WorkAxis, RuledAxis>();
  for (const ruling of rulings) {
    const known = byAxis.get(ruling.axis);
    if (!known || (ruling.single !== known.single ? ruling.single : ruling.seq > known.seq)) byAxis.set(ruling.axis, ruling);
  }
  return [...byAxis.values()];
}

/** A ruling on a coded axis as a claim. Rulings on the level are kept apart, since levels belong to a scheme. */
export const ruledClaim = (ruling: RuledAxis & { axis: CodedAxis }): SourcedClaim => ({
  axis: ruling.axis,
  mask: axisMask(ruling.axis, ruling.codes),
  rule: `ruling-${ruling.seq}`,
  tier: 'ruled',
  field: 'ruling',
  quote: ruling.reason,
  start: 0,
  end: 0,
  record: -2,
  dissents: false,
});

/** The mask of a ruling on the level; 0 when the review's scheme has other levels now, and the ruling sleeps. */
export function ruledLevel(ruling: RuledAxis, scheme: EvidenceScheme): number {
  const known = new Set(scheme.levels.map((l) => l.code));
  return ruling.codes.every((c) => known.has(c)) ? maskOf(scheme.levels, ruling.codes) : 0;
}
