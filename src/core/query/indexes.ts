/** What can be searched, under the names of this product's fields; the standard's own names stand beside them. */
export interface SearchIndex {
  name: string;
  label: string;
  kind: 'text' | 'year' | 'all';
  /** Fields in which it looks. */
  fields: readonly string[];
  /** Other names, of the standard's context sets. */
  also: readonly string[];
}

/** @source CQL context set 1.2 and Dublin Core context set 1.1 (Library of Congress); from memory */
export const SEARCH_INDEXES: readonly SearchIndex[] = [
  {
    name: 'any',
    label: 'title, abstract and headings',
    kind: 'text',
    fields: ['title', 'abstract', 'heading'],
    also: ['', 'cql.serverchoice', 'cql.anywhere'],
  },
  { name: 'title', label: 'title', kind: 'text', fields: ['title'], also: ['dc.title'] },
  { name: 'abstract', label: 'abstract', kind: 'text', fields: ['abstract'], also: ['dc.description'] },
  { name: 'heading', label: 'headings and keywords', kind: 'text', fields: ['heading'], also: ['subject', 'dc.subject'] },
  { name: 'journal', label: 'journal or book it stands in', kind: 'text', fields: ['container'], also: ['container'] },
  { name: 'author', label: 'authors', kind: 'text', fields: ['author'], also: ['dc.creator'] },
  { name: 'publisher', label: 'publisher', kind: 'text', fields: ['publisher'], also: ['dc.publisher'] },
  { name: 'year', label: 'year of publication', kind: 'year', fields: [], also: ['date', 'dc.date'] },
  { name: 'all', label: 'every work', kind: 'all', fields: [], also: ['cql.allrecords'] },
];

export const findIndex = (name: string): SearchIndex | undefined =>
  SEARCH_INDEXES.find((i) => i.name === name.toLowerCase() || i.also.includes(name.toLowerCase()));
