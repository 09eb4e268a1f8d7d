import { readdirSync, readFileSync } from 'node:fs';
import { classifyWork, levelTable, NO_SCOPE, readyRecord } from '@/core/classify';
import { DETECT_BYTES, detectFormat, readEntries } from '@/core/formats';
import type { LikelyAxis } from '@/core/likely/axes';
import { type Features, featuresOf } from '@/core/likely/features';
import { type BibRecord, emptyRecord } from '@/core/record';
import { CODED_AXES, codesOf } from '@/core/vocabularies';
import { classifyField, fieldRecords, fieldVenues } from '@/testing/field-records';

/** A record whose values are known, with what the rules leave of each axis. */
export interface Labelled {
  id: string;
  /** Which of the lots it is of: people who wrote one did not write another. */
  lot: 'fields' | 'told' | 'longer' | 'reference';
  field: string;
  features: Features;
  /** The values that a reader allows; null where a reader cannot say. */
  truth: Record<LikelyAxis, readonly string[] | null>;
  left: Record<LikelyAxis, string[]>;
}

const LEVELS = levelTable('ocebm-2011', 'treatment-benefit');

/** Publication types that follow from what a told text is; the others are left open. */
const TYPE_OF: Readonly<Record<string, string | null>> = {
  'meta-analysis': 'systematic-review',
  'systematic-review': 'systematic-review',
  'umbrella-review': 'systematic-review',
  'scoping-review': 'systematic-review',
  'narrative-review': 'review-article',
  guideline: 'guideline',
  'case-report': 'case-report',
  'expert-opinion': null,
  'not-a-study': null,
};

/** Every labelled record there is. */
export async function allLots(): Promise<Labelled[]> {
  const register = fieldVenues();
  const fields = (await fieldRecords()).map((one): Labelled => {
    const { axes } = classifyField(one, register);
    const { sourceType, publicationType, design } = one.truth;
    return {
      ...{ id: one.id, lot: 'fields' as const, field: one.field, features: featuresOf(one.record) },
      ...{ truth: { sourceType, publicationType, design }, left: leftOf(axes) },
    };
  });
  return [...fields, ...toldTexts(), ...(await referenceRecords())];
}

async function referenceRecords(): Promise<Labelled[]> {
  const folder = 'training/reference';
  const truth = new Map(
    readFileSync(`${folder}/truth.tsv`, 'utf8')
      .trim()
      .split('\n')
      .slice(1)
      .map((line) => {
        const [id, file, source, publication, design] = line.split('\t') as [string, string, string, string, string];
        const sets = (cell: string) => (cell === '*' ? null : cell.split('|'));
        return [`${file} ${id}`, { sourceType: sets(source), publicationType: sets(publication), design: sets(design) }] as const;
      }),
  );
  const found: Labelled[] = [];
  for (const file of readdirSync(folder).filter((f) => f !== 'truth.tsv')) {
    const bytes = readFileSync(`${folder}/${file}`);
    const detected = detectFormat(bytes.subarray(0, DETECT_BYTES));
    if ('problem' in detected) throw new Error(`${file}: ${detected.problem.message}`);
    for await (const e of readEntries([bytes], detected.format)) {
      const known = e.kind === 'record' ? truth.get(`${file} ${e.record.accession}`) : undefined;
      if (e.kind !== 'record' || !known) continue;
      const { axes } = classifyWork([readyRecord(1, e.record, NO_SCOPE)], LEVELS);
      found.push({
        ...{ id: e.record.accession, lot: 'reference', field: file, features: featuresOf(e.record) },
        ...{ truth: known, left: leftOf(axes) },
      });
    }
  }
  return found;
}

function toldTexts(): Labelled[] {
  return readdirSync('training/told')
    .sort()
    .flatMap((file) =>
      readFileSync(`training/told/${file}`, 'utf8')
        .trim()
        .split('\n')
        .map((line, i): Labelled => {
          const [design, field, title, abstract, ...more] = line.split('|');
          if (!abstract || more.length || !CODED_AXES.design.values.some((v) => v.code === design))
            throw new Error(`training/told/${file}, line ${i + 1}: not "design|field|title|abstract"`);
          const record: BibRecord = { ...emptyRecord('ris'), title: title!, abstract };
          const { axes } = classifyWork([readyRecord(1, record, NO_SCOPE)], LEVELS);
          const type = design! in TYPE_OF ? TYPE_OF[design!]! : 'research-article';
          return {
            ...{
              id: `${file}:${i + 1}`,
              lot: file.startsWith('longer') ? ('longer' as const) : ('told' as const),
              field: field!,
              features: featuresOf(record),
              left: leftOf(axes),
            },
            truth: { sourceType: null, publicationType: type === null ? null : [type], design: [design!] },
          };
        }),
    );
}

const leftOf = (axes: Record<LikelyAxis, { mask: number }>): Labelled['left'] => ({
  sourceType: codesOf(CODED_AXES.sourceType.values, axes.sourceType.mask),
  publicationType: codesOf(CODED_AXES.publicationType.values, axes.publicationType.mask),
  design: codesOf(CODED_AXES.design.values, axes.design.mask),
});
