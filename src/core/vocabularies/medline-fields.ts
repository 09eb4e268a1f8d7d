import type { NamedSets } from './entry-types';

/** A status of a citation: whether indexers have looked at the item, which says nothing about what the item is. */
export interface MedlineStatus {
  name: string;
  /** Publication types and headings are not there yet, so a native limiter on them would drop it. */
  notIndexedYet: boolean;
}

/**
 * MEDLINE `STAT` and PubMed `MedlineCitation/@Status`; `PST`, the publisher's status, in the second half.
 * @source NLM, MEDLINE/PubMed Data Element (Field) Descriptions, "STAT" and "PST"; from memory
 */
export const MEDLINE_STATUSES: Readonly<Record<string, MedlineStatus>> = {
  medline: { name: 'Indexed', notIndexedYet: false },
  'pubmed-not-medline': { name: 'Not to be indexed', notIndexedYet: false },
  oldmedline: { name: 'Indexed before 1966', notIndexedYet: false },
  completed: { name: 'Indexed', notIndexedYet: false },
  'in-process': { name: 'Being indexed', notIndexedYet: true },
  'in-data-review': { name: 'Citation being checked', notIndexedYet: true },
  publisher: { name: 'As the publisher supplied it', notIndexedYet: true },
  ppublish: { name: 'Printed', notIndexedYet: false },
  epublish: { name: 'Published online only', notIndexedYet: false },
  aheadofprint: { name: 'Ahead of print', notIndexedYet: true },
  'ppublish+epublish': { name: 'Printed and online', notIndexedYet: false },
};

/** Statuses of the publisher do not say by themselves that nobody has indexed the item; those of the indexers do. */
export const INDEXER_STATUSES: readonly string[] = ['in-process', 'in-data-review', 'publisher'];

/**
 * MEDLINE `SB`, the subset that a citation belongs to: a statement about its journal. Most name a field of study only.
 * @source NLM, MEDLINE/PubMed Data Element (Field) Descriptions, "SB"; from memory
 */
export const MEDLINE_SUBSETS: Readonly<Record<string, NamedSets & { discipline?: string }>> = {
  aim: { name: 'Core clinical journals', sets: { sourceType: ['scholarly-journal'] }, discipline: 'medicine' },
  im: {
    name: 'Index Medicus',
    sets: { sourceType: ['scholarly-journal', 'trade-journal', 'magazine', 'proceedings'] },
    discipline: 'medicine',
  },
  d: { name: 'Dentistry journals', sets: { sourceType: ['scholarly-journal', 'trade-journal', 'magazine'] }, discipline: 'dentistry' },
  n: { name: 'Nursing journals', sets: { sourceType: ['scholarly-journal', 'trade-journal', 'magazine'] }, discipline: 'nursing' },
  e: { name: 'Bioethics', sets: {}, discipline: 'bioethics' },
  h: { name: 'Health administration', sets: {}, discipline: 'health administration' },
  t: { name: 'Health technology assessment', sets: {}, discipline: 'health technology' },
  k: { name: 'Consumer health', sets: { sourceType: ['magazine', 'trade-journal', 'web'] }, discipline: 'consumer health' },
  s: { name: 'Space life sciences', sets: {}, discipline: 'space life sciences' },
  x: { name: 'AIDS', sets: {}, discipline: 'AIDS' },
  b: { name: 'Biotechnology', sets: {}, discipline: 'biotechnology' },
  c: { name: 'Communication disorders', sets: {}, discipline: 'communication disorders' },
  f: { name: 'Older citations', sets: {} },
  j: { name: 'Population', sets: {}, discipline: 'population' },
  om: { name: 'Older citations before 1966', sets: {} },
  q: { name: 'History of medicine', sets: {}, discipline: 'history of medicine' },
  qo: { name: 'History of medicine, older', sets: {}, discipline: 'history of medicine' },
  qis: { name: 'History of science', sets: {}, discipline: 'history of science' },
  r: { name: 'Population and reproduction', sets: {}, discipline: 'population' },
};
