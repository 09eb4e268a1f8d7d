import { readdirSync, readFileSync } from 'node:fs';
import { type Classification, classifyWork, levelTable, NO_SCOPE, readyRecord } from '@/core/classify';
import { DETECT_BYTES, detectFormat, readEntries, readVenues } from '@/core/formats';
import type { BibRecord } from '@/core/record';
import { asVenues, VenueRegister } from '@/core/venues';
import { CODED_AXES, type CodedAxis, codesOf } from '@/core/vocabularies';

/** A hand-written record of a field other than the demo's, with what a reader makes of it; null where a reader cannot say. */
export interface FieldRecord {
  id: string;
  field: string;
  truth: Record<CodedAxis, string[] | null>;
  record: BibRecord;
}
const FOLDER = 'src/testing/fields';

export async function fieldRecords(): Promise<FieldRecord[]> {
  const [header, ...lines] = readFileSync(`${FOLDER}/truth.tsv`, 'utf8').trim().split('\n');
  if (header !== 'id\tfield\tsource\tpublication\tpeer\tdesign') throw new Error('truth.tsv has other columns than expected');
  const records = new Map<string, BibRecord>();
  for (const file of readdirSync(FOLDER).sort()) {
    if (file === 'truth.tsv' || file === 'venues.csv') continue;
    const bytes = readFileSync(`${FOLDER}/${file}`);
    const detected = detectFormat(bytes.subarray(0, DETECT_BYTES));
    if ('problem' in detected) throw new Error(`${file}: ${detected.problem.message}`);
    for await (const e of readEntries([bytes], detected.format)) {
      if (e.kind === 'rejected') throw new Error(`${file}, line ${e.line}: ${e.problem.code}`);
      records.set(e.record.accession, e.record);
    }
  }
  const sets = (cell: string) => (cell === '*' ? null : cell.split('|'));
  return lines.map((line) => {
    const [id, field, source, publication, peer, design] = line.split('\t') as [string, string, string, string, string, string];
    const record = records.get(id);
    if (!record) throw new Error(`no record ${id}`);
    return {
      id,
      field,
      record,
      truth: { sourceType: sets(source), publicationType: sets(publication), peerReview: sets(peer), design: sets(design) },
    };
  });
}

export const fieldVenues = () => new VenueRegister(asVenues(readVenues(readFileSync(`${FOLDER}/venues.csv`, 'utf8')).entries));

const LEVELS = levelTable('ocebm-2011', 'treatment-benefit');
export const classifyField = (one: FieldRecord, register: VenueRegister): Classification =>
  classifyWork([readyRecord(1, one.record, NO_SCOPE)], LEVELS, { register });
export const leftOn = (classification: Classification, axis: CodedAxis): string[] =>
  codesOf(CODED_AXES[axis].values, classification.axes[axis].mask);
