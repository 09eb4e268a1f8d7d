import { AXIS_LABELS, type EvidenceScheme, FACETS, type Flag, languageName } from '@/core/classify';
import { dayToIso } from '@/core/record';
import { axisValues, type Limiter } from './limiter';
import { type RecencyTest, windowOf } from './limiters/recency';

export const DATE_LABELS = {
  earliest: 'first public',
  online: 'first online',
  issue: 'issue date',
  added: 'added to the database',
  version: 'last version',
} as const;

export const FLAG_WORDS: Readonly<Record<Flag, string>> = {
  'not-indexed-yet': 'not indexed yet',
  retracted: 'retracted',
  concern: 'under an expression of concern',
  corrected: 'corrected',
  updated: 'updated since',
  withdrawn: 'withdrawn',
  ongoing: 'ongoing',
  'awaiting-classification': 'awaiting classification',
};

/** A value of a facet as people read it. */
export const facetWords = (facet: keyof typeof FACETS, value: string): string => (facet === 'language' ? languageName(value) : value);

const few = (labels: readonly string[]): string =>
  labels.length > 3 ? `${labels.slice(0, 2).join(', ')} and ${labels.length - 2} more` : labels.join(', ');

/** What a limiter lets in, in a few words. */
export function limiterWords(limiter: Limiter, scheme: EvidenceScheme, asOf: number): string {
  const exempt = limiter.exempt ? `; ${few(labelsOf('publicationType', limiter.exempt.types, scheme)).toLowerCase()} exempt` : '';
  return testWords(limiter.test, scheme, asOf) + exempt;
}

const labelsOf = (axis: Parameters<typeof axisValues>[0], codes: readonly string[], scheme: EvidenceScheme): string[] =>
  axisValues(axis, scheme)
    .filter((v) => codes.includes(v.code))
    .map((v) => v.label);

function testWords(test: Limiter['test'], scheme: EvidenceScheme, asOf: number): string {
  switch (test.kind) {
    case 'coded':
      return `${AXIS_LABELS[test.axis]}: ${few(labelsOf(test.axis, test.allowed, scheme))}`;
    case 'facet':
      return `${FACETS[test.facet].label}: ${few(test.allowed.map((v) => facetWords(test.facet, v)))}`;
    case 'flags':
      return `Asks about works that are ${few(test.flags.map((f) => FLAG_WORDS[f]))}`;
    case 'query':
      return `Query: ${test.query}`;
    case 'heading':
      return `Headings: ${few(test.headings)}`;
    case 'venue':
      return `${test.keep === 'only' ? 'Only in' : 'Not in'}: ${few(test.venues)}`;
    case 'recency':
      return recencyWords(test, asOf);
  }
}

function recencyWords({ date, window }: RecencyTest, asOf: number): string {
  const which = DATE_LABELS[date];
  if (window.count === 'fixed') return `${which} ${window.from ?? 'any day'} to ${window.to ?? 'any day'}`;
  const from = dayToIso(windowOf(window, asOf).from);
  const counted = window.count === 'to-the-day' ? 'to the day' : 'by calendar year';
  return `${which}, last ${window.years} years ${counted}, from ${from}`;
}
