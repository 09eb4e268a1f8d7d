import type { Classification, LevelTable, Tier, WorkCause } from '@/core/classify';
import { axisValues, MASK_AXES, type MaskAxis } from '@/core/sieve';
import { codesOf } from '@/core/vocabularies';

/** What lists and the reading pane need of a classification, without its claims. */
export interface StoredAxis {
  codes: string[];
  status: string;
  tier: Tier | null;
  /** What the contradicting claims say, when they do. */
  disputed?: string[];
  /** Why it is conflicting, or which claims disagree: works that share one can be ruled on together. */
  causes?: WorkCause[];
}

export function storedAxes(
  classification: Classification,
  causes: Partial<Record<string, WorkCause[]>>,
  levels: LevelTable,
): Record<MaskAxis, StoredAxis> {
  return Object.fromEntries(
    MASK_AXES.map((axis) => {
      const values = axisValues(axis, levels.scheme);
      const { mask, status, tier, disputed } = classification.axes[axis];
      const stored: StoredAxis = { codes: codesOf(values, mask), status, tier };
      if (disputed) stored.disputed = codesOf(values, disputed);
      if (causes[axis]) stored.causes = causes[axis];
      return [axis, stored];
    }),
  ) as Record<MaskAxis, StoredAxis>;
}
