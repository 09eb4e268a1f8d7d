import type { BibRecord } from '@/core/record';
import { CARRIED, type Carried } from './profile';

/** Whether a record carries each of the fields that limiters read. */
const HAS: Record<Carried, (r: BibRecord) => boolean> = {
  abstract: (r) => r.abstract.trim() !== '',
  doi: (r) => r.doi !== '',
  issn: (r) => r.issns.length > 0,
  headings: (r) => r.headings.length > 0,
  publicationTypes: (r) => r.types.length > 0,
  language: (r) => r.languages.length > 0,
  onlineDate: (r) => r.dates.online !== '',
  addedDate: (r) => r.dates.added !== '',
  database: (r) => r.database.trim() !== '',
  status: (r) => Object.hasOwn(r.extra, 'STAT') || Object.hasOwn(r.extra, 'Status'),
};
const FIELDS = Object.keys(CARRIED) as Carried[];
/** A field that fewer records have is not one that a database's records carry. */
const MOST = 0.5;

/** Counts, over records as they are read, which fields they carry. */
export class CarriedFields {
  private readonly counts = new Map<Carried, number>();
  private records = 0;
  add(record: BibRecord): void {
    this.records++;
    for (const field of FIELDS) if (HAS[field](record)) this.counts.set(field, (this.counts.get(field) ?? 0) + 1);
  }
  /** The fields that at least half of the records have, in the order in which profiles list them. */
  list(): Carried[] {
    return FIELDS.filter((f) => this.records > 0 && (this.counts.get(f) ?? 0) >= MOST * this.records);
  }
}
