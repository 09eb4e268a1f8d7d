import type { BibtexEntry, BibtexField } from './fields';

/** A field that an entry has from another one, by `crossref` or `xdata`. */
export interface InheritedField extends BibtexField {
  /** The key of the entry that has it. */
  from: string;
}

/** Of what an entry is found in, these say who it is itself, and are no part of what stands in it. */
const OWN_AFFAIR: ReadonlySet<string> = new Set([
  ...['crossref', 'xref', 'xdata', 'ids', 'entryset', 'related', 'relatedtype', 'relatedstring', 'relatedoptions', 'options', 'execute'],
  ...[
    'label',
    'presort',
    'sortkey',
    'sortname',
    'sorttitle',
    'shorthand',
    'shorttitle',
    'indextitle',
    'keywords',
    'abstract',
    'annotation',
  ],
  ...[
    'annote',
    'file',
    'doi',
    'url',
    'urldate',
    'urlyear',
    'eprint',
    'pages',
    'pagetotal',
    'numpages',
    'key',
    'note',
    'addendum',
    'timestamp',
    'owner',
  ],
]);
/** A title above an entry: that of its book, or of its journal. */
const RENAMED: Readonly<Record<string, readonly [ofBook: string, ofJournal: string]>> = {
  title: ['booktitle', 'journaltitle'],
  subtitle: ['booksubtitle', 'journalsubtitle'],
  titleaddon: ['booktitleaddon', 'journaltitleaddon'],
};
/** Parts of a book or of proceedings: what they inherit as a title is the title of the whole. */
const PARTS: ReadonlySet<string> = new Set([
  ...['inproceedings', 'conference', 'incollection', 'inbook', 'inreference', 'bookinbook', 'suppbook', 'suppcollection'],
]);
/** Whole books that are volumes of others of their kind. */
const PARTS_OF_THEIR_KIND: ReadonlySet<string> = new Set(['book', 'collection', 'proceedings', 'reference']);
const ITEMS_OF_PERIODICALS: ReadonlySet<string> = new Set(['article', 'suppperiodical', 'review']);

const MOST_KEPT = 20_000;
const DEEPEST = 6;

/**
 * What entries inherit: from `xdata` every field, under its own name; from `crossref` what is missing, with the titles of
 * the whole renamed. Which entries may be asked for is not known before the end, so the fields of those that others can
 * stand in are kept, up to a bound.
 * @source BibTeX (btxdoc), section 2.2, cross-references; BibLaTeX manual, sections 2.4.1 and 3.13, and appendix B
 */
export class Inheritance {
  private readonly known = new Map<string, BibtexEntry>();

  /** Keeps of an entry what others may inherit. */
  keep({ type, key, fields }: BibtexEntry) {
    if (!key || this.known.size >= MOST_KEPT || this.known.has(key.toLowerCase())) return;
    const given = type === 'xdata' ? fields : fields.filter((f) => !OWN_AFFAIR.has(f.name) || f.name === 'crossref' || f.name === 'xdata');
    // A copy: what was cut from a piece of the file would hold on to the whole piece.
    this.known.set(key.toLowerCase(), JSON.parse(JSON.stringify({ type, key, fields: given })) as BibtexEntry);
  }

  /** Keys that an entry inherits from, the nearest first. */
  static parentsOf(entry: BibtexEntry): { key: string; by: 'xdata' | 'crossref' }[] {
    const listed = (name: 'xdata' | 'crossref') =>
      entry.fields
        .filter((f) => f.name === name)
        .flatMap((f) => f.value.split(','))
        .map((key) => ({ key: key.trim(), by: name }))
        .filter(({ key }) => key !== '');
    return [...listed('xdata'), ...listed('crossref')];
  }

  has = (key: string): boolean => this.known.has(key.toLowerCase());

  /** The fields that an entry has from others, and the keys of those that are not there. */
  of(entry: BibtexEntry, depth = 0): { fields: InheritedField[]; missing: string[] } {
    const own = new Set(entry.fields.map((f) => f.name));
    const fields: InheritedField[] = [];
    const missing: string[] = [];
    if (depth > DEEPEST) return { fields, missing };
    for (const { key, by } of Inheritance.parentsOf(entry)) {
      const parent = this.known.get(key.toLowerCase());
      if (!parent || key.toLowerCase() === entry.key.toLowerCase()) {
        missing.push(key);
        continue;
      }
      const above = this.of(parent, depth + 1);
      const all = [...parent.fields.map((f) => ({ ...f, from: parent.key })), ...above.fields];
      // A title for parts that the whole gives itself comes before its own title.
      const named = new Set(parent.fields.map((f) => f.name));
      for (const field of all) {
        const name = by === 'xdata' ? field.name : inheritedName(field.name, entry.type, parent.type, named);
        if (name === null || own.has(name) || sameField(name).some((n) => own.has(n))) continue;
        own.add(name);
        fields.push({ name, value: field.value, from: field.from });
      }
    }
    return { fields, missing };
  }
}

function inheritedName(name: string, type: string, of: string, given: ReadonlySet<string>): string | null {
  if (OWN_AFFAIR.has(name)) return null;
  // An entry may only stand for another of its kind, as in classic BibTeX.
  if (type === of && !PARTS_OF_THEIR_KIND.has(type)) return name;
  const renamed = Object.hasOwn(RENAMED, name) ? RENAMED[name] : undefined;
  if (!renamed) return name;
  if (PARTS.has(type)) return given.has(renamed[0]) ? null : renamed[0];
  if (ITEMS_OF_PERIODICALS.has(type)) return renamed[1];
  // Of a volume of several the title of the whole set says nothing of its own.
  return null;
}

/** Two names for one thing: an entry that has the one does not inherit the other. */
const SAME: readonly (readonly string[])[] = [
  ['year', 'date'],
  ['journal', 'journaltitle'],
  ['address', 'location'],
  ['school', 'institution'],
];
const sameField = (name: string): readonly string[] => SAME.find((s) => s.includes(name)) ?? [];
