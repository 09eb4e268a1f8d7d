import type { WorkAxis } from '@/core/classify';
/** What a ruling can be on: one work, or all that share a cause with it. */
export interface RulingTarget {
  axis: WorkAxis;
  /** The work it was opened from, if from one. */
  work: { no: number; title: string } | null;
  /** Works that were picked, in its place. */
  works?: readonly number[];
  causes: { kind: 'journal' | 'claims'; key: string; label: string }[];
  /** Values that are possible now, to begin with. */
  codes: string[];
}
