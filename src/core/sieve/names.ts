import { AXIS_LABELS, type EvidenceScheme } from '@/core/classify';
import { GALLERY } from './gallery';
import { kindOf, type LimiterTest } from './kinds';
import { axisValues } from './kinds/coded';
import { few } from './kinds/kind';
import type { RecencyTest } from './kinds/recency';
import type { Limiter } from './limiter';

const year = (iso: string): string => iso.slice(0, 4);

function windowName({ window }: RecencyTest): string {
  if (window.count !== 'fixed') {
    const years = window.years === 1 ? 'year' : 'years';
    return `Last ${window.years} ${window.count === 'calendar-years' ? 'calendar ' : ''}${years}`;
  }
  if (window.from && window.to)
    return year(window.from) === year(window.to) ? `In ${year(window.from)}` : `${year(window.from)} to ${year(window.to)}`;
  return window.from ? `Since ${year(window.from)}` : window.to ? `Until ${year(window.to)}` : 'Any date';
}

/** A short name that says what a test lets in. @param asOf day number that its words may count from */
export function nameFor(test: LimiterTest, scheme: EvidenceScheme, asOf: number): string {
  if (test.kind === 'recency') return windowName(test);
  if (test.kind === 'coded') {
    const labels = axisValues(test.axis, scheme).flatMap((v) => (test.allowed.includes(v.code) ? [v.label] : []));
    const words = labels.length ? few(labels) : 'nothing';
    return test.axis === 'level' || labels.length === 0 ? `${AXIS_LABELS[test.axis]}: ${words}` : words;
  }
  const words = kindOf(test).words(test, { scheme, asOf });
  return `${words[0]?.toUpperCase() ?? ''}${words.slice(1)}`.slice(0, 120);
}

const same = (a: LimiterTest, b: LimiterTest): boolean => JSON.stringify(a) === JSON.stringify(b);

/** The name that a common limiter of this setting has. */
const commonName = (test: LimiterTest, scheme: EvidenceScheme): string | undefined =>
  GALLERY.find((s) => !s.exempt && same(s.test(scheme), test))?.name;

/** What these let in is a text or a list of a person's own, which is no name. */
const OWN_WORDS: ReadonlySet<LimiterTest['kind']> = new Set(['query', 'heading', 'venue']);

/**
 * A limiter with another setting. Its name follows, unless a person named it: a name that says what is set must not go on
 * saying what was set before.
 */
export function withTest(limiter: Limiter, test: LimiterTest, scheme: EvidenceScheme, asOf: number): Limiter {
  if (OWN_WORDS.has(test.kind)) return { ...limiter, test };
  const given = limiter.name === nameFor(limiter.test, scheme, asOf) || limiter.name === commonName(limiter.test, scheme);
  return { ...limiter, test, ...(given ? { name: commonName(test, scheme) ?? nameFor(test, scheme, asOf) } : {}) };
}
