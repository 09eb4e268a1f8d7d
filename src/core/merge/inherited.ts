import { type BibRecord, INHERITED } from '@/core/record';
import type { MergedField } from './merged-work';

/** Fields of BibTeX and BibLaTeX, by the field of a work that they give. */
const GIVES: Readonly<Record<string, MergedField>> = {
  ...{ author: 'authors', booktitle: 'container', journaltitle: 'container', journal: 'container', booksubtitle: 'container' },
  ...{ year: 'issued', date: 'issued', month: 'issued', volume: 'volume', number: 'issue', issue: 'issue', pages: 'pages' },
  ...{ publisher: 'publisher', school: 'publisher', institution: 'publisher', organization: 'publisher' },
  ...{ language: 'language', doi: 'doi', abstract: 'abstract', title: 'title' },
};

/** The key of the entry that a record has a field from; null when the field is its own. */
export function inheritedFrom(record: BibRecord, field: MergedField): string | null {
  for (const line of record.extra[INHERITED] ?? []) {
    const [, name, key] = /^(\S+) from (.*)$/.exec(line) ?? [];
    if (name && Object.hasOwn(GIVES, name) && GIVES[name] === field) return key ?? null;
  }
  return null;
}
