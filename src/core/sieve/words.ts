import { AXIS_LABELS, type EvidenceScheme } from '@/core/classify';
import { dayToIso } from '@/core/record';
import { axisValues, type Limiter } from './limiter';
import { windowOf } from './limiters/recency';

/** What a limiter lets in, in a few words. */
export function limiterWords(limiter: Limiter, scheme: EvidenceScheme, asOf: number): string {
  const { test } = limiter;
  if (test.kind === 'coded') {
    const labels = axisValues(test.axis, scheme)
      .filter((v) => test.allowed.includes(v.code))
      .map((v) => v.label); // prettier-ignore
    const shown = labels.length > 3 ? `${labels.slice(0, 2).join(', ')} and ${labels.length - 2} more` : labels.join(', ');
    return `${AXIS_LABELS[test.axis]}: ${shown}`;
  }
  const which = { earliest: 'first public', online: 'first online', issue: 'issue date' }[test.date];
  if (test.window.count === 'fixed') return `${which} ${test.window.from ?? 'any day'} to ${test.window.to ?? 'any day'}`;
  const from = dayToIso(windowOf(test.window, asOf).from);
  const counted = test.window.count === 'to-the-day' ? 'to the day' : 'by calendar year';
  return `${which}, last ${test.window.years} years ${counted}, from ${from}`;
}
