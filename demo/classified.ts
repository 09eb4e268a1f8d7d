import { readFileSync } from 'node:fs';
import { type Classification, classifyWork, type DatabaseScope, levelTable, readyRecord } from '@/core/classify';
import { DETECT_BYTES, detectFormat, readEntries } from '@/core/formats';
import { type FamilyLink, findFamilies, mergeKeys, mergeRecords, worksOf } from '@/core/merge';
import { scopeOf } from '@/core/parity';
import type { BibRecord } from '@/core/record';
import { EMPTY_REGISTER } from '@/core/venues';
import { DEMO_DATABASES } from './profiles';
import type { Truth } from './work';

export interface TruthRow extends Truth {
  key: string;
  doi: string;
  title: string;
  pmid: string;
  records: string[];
}
export const TRUTH = JSON.parse(readFileSync('demo/truth.json', 'utf8')) as TruthRow[];

/** The demo's works as the product sees them: read, merged and classified, with a register of venues or without. */
export async function classifiedDemo(register = EMPTY_REGISTER): Promise<{
  records: BibRecord[];
  works: { records: BibRecord[]; classification: Classification }[];
  rejected: Record<string, number>;
  asked: (readonly [BibRecord, BibRecord])[];
  links: FamilyLink[];
}> {
  const records: { record: BibRecord; scope: DatabaseScope; order: string }[] = [];
  const rejected: Record<string, number> = {};
  for (const { tag, file, profile } of DEMO_DATABASES) {
    const bytes = readFileSync(`demo/files/${file}`);
    const detected = detectFormat(bytes.subarray(0, DETECT_BYTES));
    if ('problem' in detected) throw new Error(detected.problem.message);
    for await (const entry of readEntries([bytes], detected.format, { mapping: profile.columns ?? undefined })) {
      if (entry.kind === 'rejected') rejected[tag] = (rejected[tag] ?? 0) + 1;
      else records.push({ record: entry.record, scope: scopeOf(profile), order: `${tag}|${entry.record.accession}` });
    }
  }
  const { head, questions } = mergeRecords(records.map((r) => ({ order: r.order, keys: mergeKeys(r.record) })));
  const levels = levelTable('ocebm-2011', 'treatment-benefit');
  const works = worksOf(head).map((group) => ({
    records: group.map((i) => records[i]!.record),
    classification: classifyWork(
      group.map((i) => readyRecord(i, records[i]!.record, records[i]!.scope)),
      levels,
      { register },
    ),
  }));
  const { links } = findFamilies(worksOf(head).map((w) => w.map((i) => mergeKeys(records[i]!.record))));
  const asked = questions.map(({ a, b }) => [records[a]!.record, records[b]!.record] as const);
  return { records: records.map((r) => r.record), works, rejected, asked, links };
}

/** Titles without what databases do to them: capitals, markup, a full stop. */
const norm = (title: string) =>
  title
    .toLowerCase()
    .replace(/<\/?i>/g, '')
    .replace(/[.]$/, ''); // prettier-ignore
export const truthOf = (record: BibRecord) => TRUTH.find((t) => norm(t.title) === norm(record.title));
