import { AXIS_LABELS } from '@/core/classify';
import { axisValues } from '@/core/sieve';
import { CheckList } from '../form/CheckList';
import type { KindFormProps } from './form';

/** The values of an axis, those that are let in ticked. One that lets nothing in would stop everything: the last value stays. */
export const CodedValues = ({ test, scheme, onChange }: KindFormProps<'coded'>) => (
  <CheckList
    legend={`Allow: ${AXIS_LABELS[test.axis].toLowerCase()}`}
    values={axisValues(test.axis, scheme)}
    checked={test.allowed}
    onChange={(allowed) => allowed.length > 0 && onChange({ ...test, allowed })}
  />
);
