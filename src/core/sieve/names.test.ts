import { OCEBM_2011 } from '@/core/classify';
import { isoToDay } from '@/core/record';
import { fromSample, GALLERY } from './gallery';
import type { LimiterTest } from './kinds';
import type { Limiter } from './limiter';
import { nameFor, withTest } from './names';

const AS_OF = isoToDay('2026-09-14');
const window = (w: Extract<LimiterTest, { kind: 'recency' }>['window']): LimiterTest => ({ kind: 'recency', date: 'earliest', window: w });
const limiter = (key: string): Limiter => fromSample(GALLERY.find((s) => s.key === key)!, OCEBM_2011, 'x');

test.each<[LimiterTest, string]>([
  [window({ count: 'to-the-day', years: 1 }), 'Last 1 year'],
  [window({ count: 'calendar-years', years: 5 }), 'Last 5 calendar years'],
  [window({ count: 'fixed', from: '2015-01-01', to: '2020-12-31' }), '2015 to 2020'],
  [window({ count: 'fixed', from: '2015-01-01', to: '2015-12-31' }), 'In 2015'],
  [window({ count: 'fixed', from: '2015-06-01', to: null }), 'Since 2015'],
  [window({ count: 'fixed', from: null, to: '2020-12-31' }), 'Until 2020'],
  [window({ count: 'fixed', from: null, to: null }), 'Any date'],
  [{ kind: 'coded', axis: 'peerReview', allowed: ['refereed'] }, 'Refereed'],
])('%j is called %s', (test, name) => expect(nameFor(test, OCEBM_2011, AS_OF)).toBe(name));

test('the name follows what is set, as often as that changes', () => {
  const five = withTest(limiter('ten-years'), window({ count: 'to-the-day', years: 5 }), OCEBM_2011, AS_OF);
  expect(five.name).toBe('Last 5 years');
  const calendar = withTest(five, window({ count: 'calendar-years', years: 5 }), OCEBM_2011, AS_OF);
  expect(calendar.name).toBe('Last 5 calendar years');
  expect(withTest(calendar, limiter('ten-years').test, OCEBM_2011, AS_OF).name).toBe('Last 10 years');
  const more = withTest(limiter('refereed'), limiter('refereed-or-examined').test, OCEBM_2011, AS_OF);
  expect(more.name).toBe('Refereed or examined');
});

test('a name that a person gave stays', () => {
  const own = { ...limiter('ten-years'), name: 'Since the new lamps' };
  expect(withTest(own, window({ count: 'to-the-day', years: 5 }), OCEBM_2011, AS_OF).name).toBe('Since the new lamps');
});

test('a query is no name: the limiter keeps its own', () => {
  const words = limiter('words');
  const other = withTest(words, { kind: 'query', query: 'title any "mats"' }, OCEBM_2011, AS_OF);
  expect(other).toMatchObject({ name: words.name, test: { query: 'title any "mats"' } });
});

test('every common limiter has a name that follows', () => {
  for (const { exempt, ...sample } of GALLERY) {
    if (exempt) continue;
    const one = fromSample(sample, OCEBM_2011, 'x');
    const other = window({ count: 'to-the-day', years: 7 });
    expect(withTest(one, other, OCEBM_2011, AS_OF).name).toBe('Last 7 years');
  }
});
