import { AXIS_LABELS, type WorkAxis } from '@/core/classify';
import { axisValues, type CensusAxis, type MaskAxis } from '@/core/sieve';
import { count } from '@/ui/words';

import type { ClassifyView } from '../queries/classify-view';

export function captionOf(
  axis: CensusAxis,
  as: readonly string[],
  value: string,
  cause: string,
  database: string,
  n: number,
  view: ClassifyView,
): string {
  const place = database ? ` in ${database}` : '';
  if (cause) return `${AXIS_LABELS[axis]}: ${view.disputes.find((d) => d.key === cause)?.label ?? 'settled meanwhile'}: ${count(n)}`;
  if (value && axis !== 'date') {
    const [code, how] = value.split(':');
    const label = axisValues(axis as MaskAxis, view.scheme).find((v) => v.code === code)?.label ?? code;
    return `${how === 'possible' ? 'May be' : AXIS_LABELS[axis as WorkAxis]} ${label!.toLowerCase()}${place}: ${count(n)}`;
  }
  return `${AXIS_LABELS[axis]} ${as.join(' or ')}${place}: ${count(n)}`;
}
