/** Sieving, on seeded data, on one core. */
import { OCEBM_2011 } from '@/core/classify';
import { isoToDay } from '@/core/record';
import { emptyColumns, encodeColumns, funnelOf, MASK_AXES, runSieve, type Sieve } from '@/core/sieve';
import { seeded } from '@/testing/seeded';
import { row, seconds } from './print';

function sieving() {
  const n = 100_000;
  const next = seeded(1);
  const columns = emptyColumns(n, ['a', 'b', 'c', 'd', 'e'], 1);
  for (let i = 0; i < n; i++) {
    columns.numbers[i] = i + 1;
    columns.membership[i] = 1 + Math.floor(next() * 31);
    for (const axis of MASK_AXES) columns.all[axis][i] = 1 << Math.floor(next() * 5);
    columns.dates.earliest.from[i] = columns.dates.earliest.to[i] = 12_000 + Math.floor(next() * 8000);
  }
  const coded = (axis: 'peerReview' | 'level', allowed: string[]): Sieve[number] => ({
    id: axis,
    name: axis,
    test: { kind: 'coded', axis, allowed },
    evidence: 'stated-and-inferred',
    whenUnknown: 'hold',
    rationale: '',
    on: true,
  });
  const sieve: Sieve = [
    coded('peerReview', ['refereed']),
    coded('level', ['1', '2', '3']),
    { ...coded('level', ['1']), id: 'recent', test: { kind: 'recency', date: 'earliest', window: { count: 'to-the-day', years: 10 } } },
    coded('peerReview', ['refereed', 'examined']),
  ];
  const times = Array.from({ length: 15 }, () => {
    const from = process.hrtime.bigint();
    funnelOf(runSieve(sieve, columns, { asOf: isoToDay('2026-09-14'), scheme: OCEBM_2011 }));
    return seconds(from) * 1000;
  }).sort((a, b) => a - b);
  row(`four limiters and the funnel over ${n.toLocaleString('en-GB')} works, 5 databases`, `${times[7]!.toFixed(1)} ms (median of 15)`);
  row('columns of those works on the wire', `${(encodeColumns(columns).length / 1e6).toFixed(1)} MB`);
}

export const slice = sieving;
