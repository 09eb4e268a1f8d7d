import { z } from 'zod';
import { PROFILE_AXES, type ProfileAxis, SET_BY } from '@/core/parity';
import { type QueryDialect, TERM_FIELDS, type TermField } from '../blocks';
import type { Explained } from '../sru';

/** How a limiter is set at a database in a query, read from what the server says of itself or said by a person. */
export const doorLimit = z.strictObject({
  axis: z.enum(PROFILE_AXES),
  /** What the database calls it. */
  name: z.string().trim().min(1).max(200),
  how: z.enum(Object.keys(SET_BY) as [keyof typeof SET_BY, ...(keyof typeof SET_BY)[]]),
  /** In CQL. `{from}` and `{to}` stand for the years of a window. */
  clause: z.string().trim().min(1).max(500),
});
export type DoorLimit = z.infer<typeof doorLimit>;

/** What the desk knows of the way into a database. */
export const doorSettings = z.strictObject({
  indexes: z.partialRecord(z.enum(TERM_FIELDS), z.array(z.string().trim().min(1).max(120)).max(20)),
  truncates: z.boolean(),
  nearness: z.boolean(),
  mainHeadings: z.string().trim().max(120),
  limits: z.array(doorLimit).max(40),
});
export type DoorSettings = z.infer<typeof doorSettings>;

/** Names under which indexes of a field are commonly known, whatever set they belong to. @source Dublin Core and CQL context sets; common practice */
const NAMES: readonly (readonly [TermField, RegExp])[] = [
  ['anywhere', /^(?:serverchoice|anywhere|any|all|keyword|text)$/],
  ['title', /^(?:title|ti)$/],
  ['abstract', /^(?:description|abstract|ab|summary)$/],
  ['title-abstract', /^(?:titleabstract|tiab|titleandabstract)$/],
  ['heading', /^(?:subject|subjects|heading|headings|descriptor|topic)$/],
  ['author', /^(?:creator|author|name|personalname)$/],
  ['journal', /^(?:source|journal|container|relation|hosttitle|ispartof)$/],
];
const MAIN = /^(?:mainheading|maintopic|mainsubject|majorheading)$/;
const LIMITS: readonly (readonly [ProfileAxis, RegExp])[] = [
  ['peerReview', /refereed|peer[- ]?review|scholarly/i],
  ['date', /^(?:date|year|issued|publication ?(?:date|year)|dateissued)$/i],
];

const bare = (name: string): string =>
  name
    .slice(name.lastIndexOf('.') + 1)
    .toLowerCase()
    .replace(/[^a-z]/g, '');

/**
 * What a server can be asked, as far as its own description says. A field for which it names no index is not asked for;
 * title and abstract together are asked in both where no index holds both.
 */
export function settingsOf({ indexes, supports }: Explained): DoorSettings {
  const named = indexes.filter((i) => i.search);
  const of = (pattern: RegExp) => named.filter((i) => [i.name, ...i.also].some((n) => pattern.test(bare(n)))).map((i) => i.name);
  const found: Partial<Record<TermField, string[]>> = {};
  for (const [field, pattern] of NAMES) {
    const own = of(pattern).slice(0, 20);
    if (own.length) found[field] = own.slice(0, 1);
  }
  // The standard has an index that every server chooses for itself.
  found.anywhere ??= ['cql.serverChoice'];
  if (!found['title-abstract'])
    found['title-abstract'] = found.title && found.abstract ? [...found.title, ...found.abstract] : found.anywhere;
  const limits = LIMITS.flatMap(([axis, pattern]) =>
    named
      .filter((i) => pattern.test(bare(i.name)) || pattern.test(i.title))
      .slice(0, 1)
      .map(
        (i): DoorLimit => ({
          axis,
          name: i.title,
          how: 'query',
          clause: axis === 'date' ? `${i.name} within "{from} {to}"` : `${i.name} = "1"`,
        }),
      ),
  );
  const masks = supports.maskingCharacter ?? [];
  return {
    indexes: found,
    // A server that names no masking character at all is given the benefit of the doubt: the standard has the star.
    truncates: masks.length === 0 || masks.includes('*'),
    nearness: (supports.proximity ?? []).length > 0 || (supports.booleanOperator ?? []).includes('prox'),
    mainHeadings: of(MAIN)[0] ?? '',
    limits,
  };
}

/** @param narrower headings below one, from the thesaurus of the database */
export const dialectOf = (settings: DoorSettings, narrower?: QueryDialect['narrower']): QueryDialect => ({
  indexes: settings.indexes,
  truncates: settings.truncates,
  nearness: settings.nearness,
  ...(narrower ? { narrower } : {}),
  ...(settings.mainHeadings ? { mainHeadings: settings.mainHeadings } : {}),
});
