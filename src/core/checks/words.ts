import type { TwoSourceEstimate } from './chapman';
import type { Share } from './proportions';
import type { SampleDesign } from './sample';
import type { SpotResult, StratumResult } from './spot-check';

const number = new Intl.NumberFormat('en-GB');
const n = (x: number): string => number.format(x);
const works = (x: number): string => `${n(x)} ${x === 1 ? 'work' : 'works'}`;

/** A share in percent, with as many digits as tell it from nothing: 0.04 stays 0.04. */
export const percent = (share: number): string => {
  const value = share * 100;
  return `${value === 0 || value >= 10 ? Math.round(value) : Number(value.toPrecision(2))}\u00a0%`;
};

/** "70 to 97 %". */
export const intervalWords = (s: { low: number; high: number }): string => `${percent(s.low).replace(/\s*%/, '')} to ${percent(s.high)}`;
/** "18 of 20, 90 % (95 % interval 70 to 97 %)". */
export const shareWords = (s: Share): string => `${n(s.n)} of ${n(s.of)}, ${percent(s.value)} (95 % interval ${intervalWords(s)})`;

const ofAll = (atMost: number, size: number): string => `at most ${n(atMost)} of the ${n(size)} (${percent(atMost / size)})`;
const unsureWords = (unsure: number): string =>
  unsure === 0 ? '' : ` Of ${works(unsure)} it could not be told; the bound takes ${unsure === 1 ? 'it' : 'them'} for wrongly stopped.`;

/** What a spot check says of one limiter, in plain words. */
export function stratumWords({ size, judged, wrong, unsure, rate, atMost }: StratumResult): string {
  if (judged + unsure === 0) return `Of the ${works(size)} that it stopped none was judged yet.`;
  const found = rate
    ? wrong === 0
      ? `None of ${n(judged)} judged was wrongly stopped.`
      : `${n(wrong)} of ${n(judged)} judged would have been kept: ${percent(rate.value)} (95 % interval ${intervalWords(rate)}).`
    : '';
  const bound =
    judged + unsure >= size && unsure === 0
      ? ` All that it stopped were judged, so this is exact.`
      : ` With 95 % confidence it stopped ${ofAll(atMost!, size)} wrongly.`;
  return `${found}${bound}${unsureWords(unsure)}`.trim();
}

/** What a spot check says of all that was stopped, in plain words. */
export function wholeWords({ whole, strata }: SpotResult, design: SampleDesign): string {
  const { size, judged, wrong, unsure, estimate, atMost } = whole;
  if (size === 0) return 'Nothing was stopped, so nothing can have been stopped wrongly.';
  if (judged + unsure === 0) return `${n(size)} works were stopped; none of the sample was judged yet.`;
  const found =
    wrong === 0 ? `None of ${n(judged)} judged was wrongly stopped.` : `${n(wrong)} of ${n(judged)} judged would have been kept.`;
  if (judged === size) return `${found} All that was stopped was judged, so this is exact.`;
  const about = estimate !== null && wrong > 0 ? ` The estimate for all ${n(size)} is ${n(Math.round(estimate))}.` : '';
  const untouched = strata.filter((s) => s.judged + s.unsure === 0).length;
  const how =
    design === 'stratified' && strata.length > 1
      ? ` Each limiter is bounded a little more strictly, so that the bounds hold together${untouched ? `; ${untouched} of which nothing was judged yet ${untouched === 1 ? 'counts' : 'count'} with all that ${untouched === 1 ? 'it' : 'they'} stopped` : ''}.`
      : '';
  return `${found}${about} With 95 % confidence ${ofAll(atMost!, size)} were wrongly stopped.${how}${unsureWords(unsure)}`;
}

export const CAUTION_WORDS: Readonly<Record<TwoSourceEstimate['cautions'][number], string>> = {
  'no-overlap': 'The two have nothing in common, so nothing says how much both missed: the number is a guess and should not be reported.',
  'few-in-both': 'The two have fewer than seven works in common: one more or less would change the estimate much.',
  'one-holds-other':
    'One of the two holds everything that the other has. The estimate then says that nothing is missing, and only because they do not find independently.',
};

/** What the estimate assumes, for whoever reads the number. */
export const CHAPMAN_ASSUMES =
  'It assumes that the two found independently of each other, that every work was as easy to find as any other, and that works in both were recognised as the same. Databases with a common focus index the same journals, so they break the first two, and the estimate is then too low: read it as “at least”.';

/** The estimate from two databases in plain words. @param a name of the one; @param b name of the other */
export function chapmanWords(e: TwoSourceEstimate, a: string, b: string): string {
  const missed = Math.max(0, e.estimate - e.found);
  if (e.found === 0) return `Neither ${a} nor ${b} found any of these.`;
  return `${a} and ${b} together found ${works(e.found)}. If they found independently, about ${n(Math.round(e.estimate))} exist (95 % interval ${n(Math.round(e.low))} to ${n(Math.round(e.high))}), so about ${n(Math.round(missed))} were found by neither.`;
}
