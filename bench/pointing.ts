/**
 * Seeded records of both merging corpora, with sentences of records from many fields put into them, written in every
 * format and read back: whatever a classification points at, an index, a quotation or a cause, must be its own.
 */
import { claimsOfRecord, classifyWork, levelTable, NO_SCOPE, readyRecord, type SourcedClaim } from '@/core/classify';
import { FORMATS, readEntries, writeRecords } from '@/core/formats';
import { type BibRecord, emptyRecord, RECORD_FORMATS } from '@/core/record';
import { fieldRecords, fieldVenues } from '@/testing/field-records';
import { pointingFaults, quoteFaults } from '@/testing/points-at-itself';
import { seeded } from '@/testing/seeded';
import { makeCorpus } from './merging/listings';
import { makeSecond } from './merging/second/listings';
import { row } from './print';

const EACH = 5200;
const SEED = 31_415_926;
const LEVELS = levelTable('ocebm-2011', 'treatment-benefit');

export async function pointing() {
  const next = seeded(SEED);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const fields = (await fieldRecords()).map((r) => r.record);
  const sentences = fields.flatMap((r) => r.abstract.match(/[^.!?]+[.!?]+/g) ?? []);
  const titles = fields.map((r) => r.title).filter(Boolean);
  const notes = fields.flatMap((r) => Object.values(r.extra).flat()).filter((n) => n.length < 60);
  const register = fieldVenues();
  const faults = new Map<string, number>();
  let [records, claims, quotes, works, rejected] = [0, 0, 0, 0, 0];
  for (const [f, format] of RECORD_FORMATS.entries()) {
    const { listed } = f % 2 ? makeSecond(3600, SEED + f) : makeCorpus(3600, SEED + f);
    const made = listed.slice(0, EACH).map(({ record }): { record: BibRecord; notes: string[] } => ({
      record: {
        ...emptyRecord(format),
        ...{ ...record, format, extra: {} },
        title: next() < 0.4 ? pick(titles) : record.title,
        abstract: next() < 0.6 ? Array.from({ length: 6 }, () => pick(sentences).trim()).join(' ') : record.abstract,
      },
      notes: next() < 0.3 ? [pick(notes)] : [],
    }));
    const bytes = new TextEncoder().encode([...writeRecords(format, made)].join(''));
    const read: BibRecord[] = [];
    for await (const e of readEntries([bytes], format)) e.kind === 'record' ? read.push(e.record) : rejected++;
    if (read.length !== made.length) note(faults, `${FORMATS[format].label}: ${made.length} written, ${read.length} read`);
    for (let at = 0; at < read.length; ) {
      const members = read.slice(at, at + 1 + Math.floor(next() * 3));
      at += members.length;
      for (const record of members) {
        const found = claimsOfRecord(record, NO_SCOPE);
        claims += found.claims.length;
        quotes += found.claims.filter((c) => c.end > 0).length;
        for (const fault of quoteFaults([...found.claims, ...found.asides], () => record)) note(faults, fault);
      }
      const result = classifyWork(
        members.map((record, i) => readyRecord(i, record, NO_SCOPE)),
        LEVELS,
        { register },
      );
      for (const fault of pointingFaults(result)) note(faults, fault);
      const text = (c: SourcedClaim) => members[c.record] ?? { title: '', abstract: '' };
      for (const fault of quoteFaults(result.claims, text)) note(faults, fault);
      works++;
    }
    records += read.length;
  }
  const n = (value: number) => value.toLocaleString('en-GB');
  row(
    `${n(records)} records of ${RECORD_FORMATS.length} formats (${n(rejected)} rejected), ${n(claims)} claims, ${n(quotes)} quotations, ${n(works)} works`,
    '',
  );
  row('  indexes, quotations and causes that point at something else', n([...faults.values()].reduce((a, b) => a + b, 0)));
  for (const [fault, times] of [...faults].slice(0, 20)) console.log(`  ${times} times: ${fault}`);
}

const note = (faults: Map<string, number>, fault: string) => faults.set(fault, (faults.get(fault) ?? 0) + 1);
