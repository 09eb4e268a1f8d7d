import type { Sheet, SheetBlock, SheetTerm, TermField } from './sheet';

/** What the sheet must know of a database to ask it: read from what the server says of itself, or said by a person. */
export interface QueryDialect {
  /** Indexes for each field, any of which may hold it; none where the database has nothing of the kind. */
  indexes: Readonly<Partial<Record<TermField, readonly string[]>>>;
  /** Whether words may be truncated by a star. */
  truncates: boolean;
  /** Whether it can ask for words near each other. */
  nearness: boolean;
  /** The headings below one; a database without a thesaurus has none. */
  narrower?(heading: string): readonly string[];
  /** Index of headings that are main topics, where it has one. */
  mainHeadings?: string;
}

/** A term that a database cannot be asked for as it is meant. */
export interface NotAsked {
  block: string;
  term: SheetTerm;
  /** What was done instead: nothing of it is asked, or something wider. */
  why: 'no-field' | 'no-truncation' | 'no-nearness' | 'no-main-topic' | 'no-aspect';
  left: 'out' | 'wider';
}
export interface BuiltQuery {
  /** In CQL; '' when nothing is left to be asked. */
  query: string;
  notAsked: NotAsked[];
}

/**
 * The query that a sheet comes to at one database: terms of a block by "or", blocks by "and", blocks that are to be kept
 * out by "not". What a database cannot be asked is said, and never left out in silence.
 * @source CQL 1.2 (Library of Congress; OASIS searchRetrieve part 5): operators of equal weight, so every part is bracketed; from memory
 */
export function queryOf({ blocks }: Pick<Sheet, 'blocks'>, dialect: QueryDialect): BuiltQuery {
  const notAsked: NotAsked[] = [];
  const built = blocks.map((block) => ({ block, query: blockQuery(block, dialect, notAsked) })).filter((b) => b.query);
  const of = (want: SheetBlock['want']) => built.filter((b) => b.block.want === want).map((b) => b.query);
  const wanted = of('in');
  // There is nothing to keep anything out of.
  if (wanted.length === 0) return { query: '', notAsked };
  return { query: of('out').reduce((query, out) => `${query} not ${out}`, wanted.join(' and ')), notAsked };
}

/** What a block comes to alone, in brackets; '' when none of its terms can be asked. */
export function blockQuery(block: SheetBlock, dialect: QueryDialect, notAsked: NotAsked[] = []): string {
  const parts = block.terms.flatMap((term) => {
    const query = termQuery(term, dialect, (why, left) => notAsked.push({ block: block.name, term, why, left }));
    return query ? [query] : [];
  });
  return parts.length ? `(${parts.join(' or ')})` : '';
}

type Report = (why: NotAsked['why'], left: NotAsked['left']) => void;

/** What one term comes to; '' when it cannot be asked. */
export function termQuery(term: SheetTerm, dialect: QueryDialect, report: Report = () => {}): string {
  if (term.kind === 'heading') return headingQuery(term, dialect, report);
  const indexes = dialect.indexes[term.field] ?? [];
  if (indexes.length === 0) return out(report, 'no-field');
  if (!dialect.truncates && [term.text, term.kind === 'near' ? term.other : ''].some(isTruncated)) return out(report, 'no-truncation');
  if (term.kind === 'words') return anyOf(indexes.map((index) => `${index} = ${quoted(term.text)}`));
  if (dialect.nearness) {
    const near = `prox/unit=word/distance<=${term.distance}`;
    return anyOf(indexes.map((index) => `(${index} = ${quoted(term.text)} ${near} ${index} = ${quoted(term.other)})`));
  }
  report('no-nearness', 'wider');
  return anyOf(indexes.map((index) => `(${index} = ${quoted(term.text)} and ${index} = ${quoted(term.other)})`));
}

function headingQuery(term: Extract<SheetTerm, { kind: 'heading' }>, dialect: QueryDialect, report: Report): string {
  const all = dialect.indexes.heading ?? [];
  if (all.length === 0) return out(report, 'no-field');
  if (term.main && !dialect.mainHeadings) report('no-main-topic', 'wider');
  const indexes = term.main && dialect.mainHeadings ? [dialect.mainHeadings] : all;
  const names = [term.text, ...(term.narrower ? (dialect.narrower?.(term.text) ?? []) : [])];
  // An aspect stands behind its heading, as it does in the records.
  const asked = [...new Set(names)].map((name) => (term.aspect ? `${name}/${term.aspect}` : name));
  return anyOf(indexes.flatMap((index) => asked.map((name) => `${index} == ${quoted(name, false)}`)));
}

function out(report: Report, why: NotAsked['why']): '' {
  report(why, 'out');
  return '';
}

const anyOf = (parts: readonly string[]): string => (parts.length === 1 ? parts[0]! : `(${parts.join(' or ')})`);

/** Whether a word of it ends in a star that stands for any ending. */
export const isTruncated = (text: string): boolean => /[\p{L}\p{N}]\*(?=\s|$)/u.test(text);

/**
 * A term in quotation marks. A star that ends a word stays what it is; every other mark that the language knows loses its
 * meaning, so that nobody's title becomes a command.
 */
function quoted(text: string, truncates = true): string {
  const plain = text
    .trim()
    .replace(/[\\"?^*]/g, (mark, at: number, all: string) =>
      truncates && mark === '*' && isTruncated(all.slice(Math.max(0, at - 1), at + 2)) ? mark : `\\${mark}`,
    );
  return `"${plain}"`;
}
