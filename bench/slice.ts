/** tsx bench/slice.ts: reading, classifying and sieving, on seeded data, on one core. Prints figures; passes no judgement. */
import { execFileSync } from 'node:child_process';
import { cpus, totalmem } from 'node:os';
import { claimsOfRecord, classifyWork, levelTable, OCEBM_2011 } from '@/core/classify';
import { type Format, readEntries } from '@/core/formats';
import { type BibRecord, isoToDay } from '@/core/record';
import { emptyColumns, encodeColumns, funnelOf, MASK_AXES, runSieve, type Sieve } from '@/core/sieve';
import { seeded } from '@/testing/seeded';
import { demoFiles } from '../demo/generate';

const files = demoFiles();
const encode = (text: string) => new TextEncoder().encode(text);

/** The demo's file over and over, in pieces of 256 kB, up to so many bytes. */
function* repeated(text: string, bytes: number): Generator<Uint8Array> {
  const whole = encode(text);
  for (let sent = 0; sent < bytes; sent += whole.length)
    for (let at = 0; at < whole.length; at += 1 << 18) yield whole.subarray(at, at + (1 << 18));
}
const seconds = (from: bigint) => Number(process.hrtime.bigint() - from) / 1e9;
const row = (what: string, figure: string) => console.log(`${what.padEnd(70)}${figure}`);

async function reading(name: string, format: Format, text: string) {
  const bytes = 60_000_000;
  const size = encode(text).length;
  const from = process.hrtime.bigint();
  let entries = 0;
  for await (const _ of readEntries(repeated(text, bytes), format)) entries++;
  const took = seconds(from);
  row(`read ${name}: ${entries.toLocaleString('en-GB')} entries`, `${((Math.ceil(bytes / size) * size) / 1e6 / took).toFixed(1)} MB/s`);
}

async function classifying() {
  const records: BibRecord[] = [];
  for await (const e of readEntries([encode(files.exports['vellmora.ris']!)], 'ris')) if (e.kind === 'record') records.push(e.record);
  const levels = levelTable('ocebm-2011', 'treatment-benefit');
  const n = 20_000;
  const from = process.hrtime.bigint();
  for (let i = 0; i < n; i++) {
    const record = records[i % records.length]!;
    classifyWork([{ key: i, dates: record.dates, found: claimsOfRecord(record, { allJournalsRefereed: true }) }], levels);
  }
  row(
    `derive claims and classify ${n.toLocaleString('en-GB')} records`,
    `${Math.round(n / seconds(from)).toLocaleString('en-GB')} records/s`,
  );
}

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

console.log(
  `Node.js ${process.version}, ${cpus()[0]?.model ?? 'unknown processor'} (${cpus().length} cores), ${Math.round(totalmem() / 2 ** 30)} GB, ${execFileSync('uname', ['-sr'], { encoding: 'utf8' }).trim()}\n`,
);
await reading('RIS', 'ris', files.exports['vellmora.ris']!);
await reading('MEDLINE tagged', 'nbib', files.exports['ostrane.nbib']!);
await classifying();
sieving();
row('resident memory at the end', `${Math.round(process.memoryUsage().rss / 1e6)} MB`);
