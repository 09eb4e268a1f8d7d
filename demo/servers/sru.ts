import { recordFile } from '@/core/formats';
import { parseQuery, QueryError } from '@/core/query';
import { VENUES } from '../work';
import { corpusOf, recordOf, type Served } from './corpus';
import type { Standin } from './databases';
import { Engine, NoSuchIndex } from './engine';

const escaped = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
const element = (name: string, text: string | number): string => `<${name}>${escaped(String(text))}</${name}>`;
const SCHEMAS = {
  mods: 'http://www.loc.gov/mods/v3',
  marcxml: 'http://www.loc.gov/MARC21/slim',
  dc: 'http://purl.org/dc/elements/1.1/',
} as const;
const CAP = 500;

/** A server of one database, by the open protocol: what it answers to the parameters of a request. */
export class SruServer {
  private readonly engine: Engine;

  constructor(
    readonly standin: Standin,
    scale = 1,
  ) {
    this.engine = new Engine(
      corpusOf(standin.scenario, standin.tag, standin.listing, scale),
      standin.indexes,
      standin.stems,
      standin.usual,
    );
  }

  get size(): number {
    return this.engine.records.length;
  }

  ready(): void {
    this.engine.ready();
  }

  answer(parameters: URLSearchParams): string {
    if (parameters.get('scanClause')) return this.scan(parameters);
    if (parameters.get('query') === null) return this.explain();
    return this.search(parameters);
  }

  private search(parameters: URLSearchParams): string {
    const query = parameters.get('query') ?? '';
    const start = Math.max(1, Number(parameters.get('startRecord') ?? 1));
    const most = Math.min(this.standin.mostRecords, Number(parameters.get('maximumRecords') ?? 10));
    let found: number[];
    try {
      found = this.engine.find(query);
    } catch (error) {
      if (error instanceof NoSuchIndex) return this.failed(16, error.message);
      if (error instanceof QueryError) return this.failed(10, error.message);
      throw error;
    }
    const { habit } = this.standin;
    const records = (habit === 'caps-at-500' ? inOwnOrder(found, this.engine.records) : found).map((i) => this.engine.records[i]!);
    const main = habit === 'splits-counts' ? records.filter((r) => r.kind === 'article') : records;
    if (habit === 'caps-at-500' && start > CAP) return this.failed(61, String(start), main.length);
    const page = records.slice(start - 1, Math.min(start - 1 + most, habit === 'caps-at-500' ? CAP : records.length));
    const next = start + page.length;
    const more = page.length > 0 && next <= records.length && !(habit === 'caps-at-500' && next > CAP);
    return this.response(
      [
        element('numberOfRecords', main.length),
        page.length ? `<records>${page.map((r, i) => this.record(r, start + i)).join('')}</records>` : '',
        more ? element('nextRecordPosition', next) : '',
        `<echoedSearchRetrieveRequest>${element('query', query)}</echoedSearchRetrieveRequest>`,
        habit === 'splits-counts' ? kindsOf(records) : '',
        habit === 'forgets-limiter' ? this.suggestion(query) : '',
      ].join(''),
    );
  }

  /** Another query with a word that is known, when one is not; it has lost the window of years. */
  private suggestion(query: string): string {
    const { sorted, words } = this.engine.listOf('title');
    let offered = query;
    const again = (text: string) => {
      for (const [word] of text.matchAll(/\p{L}{5,}(?![\p{L}*])/gu)) {
        const low = word.toLowerCase();
        if (words.has(low) || this.engine.listOf('abstract').words.has(low)) continue;
        const near = sorted
          .filter((w) => Math.abs(w.length - low.length) < 2 && isNear(w, low))
          .sort((a, b) => words.get(b)!.length - words.get(a)!.length)[0];
        if (near) offered = offered.replaceAll(word, near);
      }
    };
    for (const [, quoted] of query.matchAll(/"([^"]*)"/g)) again(quoted!);
    if (offered === query) return '';
    offered = offered.replace(/ and dc\.date within "[^"]*"/g, '');
    return `<extraResponseData><suggestion>${element('query', offered)}</suggestion></extraResponseData>`;
  }

  private record(record: Served, position: number): string {
    const { schema, tag } = this.standin;
    const data = schema === 'dc' ? dublinCore(record) : schema === 'mods' ? mods(record, tag) : marc(record, tag);
    const packing = this.standin.version === '1.2' ? '<recordPacking>xml</recordPacking>' : '<recordXMLEscaping>xml</recordXMLEscaping>';
    return `<record><recordSchema>${SCHEMAS[schema]}</recordSchema>${packing}<recordData>${data}</recordData>${element('recordIdentifier', record.id)}${element('recordPosition', position)}</record>`;
  }

  /** The words of an index around one that is asked. */
  private scan(parameters: URLSearchParams): string {
    const most = Math.min(50, Number(parameters.get('maximumTerms') ?? 10));
    const position = Math.max(0, Number(parameters.get('responsePosition') ?? 1) - 1);
    let clause: ReturnType<typeof parseQuery>;
    try {
      clause = parseQuery(parameters.get('scanClause')!);
    } catch (error) {
      return this.failed(10, error instanceof Error ? error.message : '', null, 'scanResponse');
    }
    const index = clause.kind === 'search' ? this.standin.indexes[(clause.index || this.standin.usual).toLowerCase()] : undefined;
    if (clause.kind !== 'search' || index?.kind !== 'text') return this.failed(16, 'scan', null, 'scanResponse');
    const { sorted, words } = this.engine.listOf(index.fields[0]!);
    const asked = clause.term.text.toLowerCase();
    let at = sorted.findIndex((w) => w >= asked);
    if (at < 0) at = sorted.length;
    const from = Math.max(0, at - position);
    const terms = sorted
      .slice(from, from + most)
      .map((w) => `<term>${element('value', w)}${element('numberOfRecords', words.get(w)!.length)}</term>`);
    return this.response(`<terms>${terms.join('')}</terms>`, 'scanResponse');
  }

  private explain(): string {
    const { name, about, indexes, schema, truncates, nearness, mostRecords } = this.standin;
    const listed = Object.entries(indexes).map(([index, { title, kind }]) => {
      const [set, own] = index.split('.', 2);
      return `<index search="true" scan="${kind === 'text'}" sort="false"><title>${escaped(title)}</title><map><name set="${set}">${own}</name></map></index>`;
    });
    const supports = [
      ...(truncates ? ['<supports type="maskingCharacter">*</supports>'] : ['<supports type="maskingCharacter">none</supports>']),
      ...(nearness ? ['<supports type="booleanOperator">prox</supports>'] : []),
    ];
    const explain = `<explain xmlns="http://explain.z3950.org/dtd/2.0/"><databaseInfo>${element('title', name)}${element('description', about)}</databaseInfo><indexInfo>${listed.join('')}</indexInfo><schemaInfo><schema name="${schema}" identifier="${SCHEMAS[schema]}"><title>${schema}</title></schema></schemaInfo><configInfo><setting type="maximumRecords">${mostRecords}</setting>${supports.join('')}</configInfo></explain>`;
    return this.response(
      `<record><recordSchema>http://explain.z3950.org/dtd/2.0/</recordSchema><recordData>${explain}</recordData></record>`,
      'explainResponse',
    );
  }

  private failed(code: number, details: string, total: number | null = null, root = 'searchRetrieveResponse'): string {
    const diagnostic = `<diagnostics><diagnostic xmlns="http://www.loc.gov/zing/srw/diagnostic/"><uri>info:srw/diagnostic/1/${code}</uri>${element('details', details)}</diagnostic></diagnostics>`;
    return this.response(`${total === null ? '' : element('numberOfRecords', total)}${diagnostic}`, root);
  }

  private response(content: string, root = 'searchRetrieveResponse'): string {
    const space = this.standin.version === '1.2' ? 'http://www.loc.gov/zing/srw/' : 'http://docs.oasis-open.org/ns/search-ws/sruResponse';
    return `<?xml version="1.0" encoding="UTF-8"?>\n<${root} xmlns="${space}">${element('version', this.standin.version)}${content}</${root}>`;
  }
}

function kindsOf(records: readonly Served[]): string {
  const terms = (['article', 'book', 'report'] as const).map(
    (kind) => `<term>${element('actualTerm', kind)}${element('count', records.filter((r) => r.kind === kind).length)}</term>`,
  );
  return `<facetedResults><facet>${element('facetDisplayLabel', 'kind of content')}${element('index', 'kind')}<terms>${terms.join('')}</terms></facet></facetedResults>`;
}

/** An order that nothing in the query asks for. */
const inOwnOrder = (found: readonly number[], records: readonly Served[]): number[] =>
  [...found].sort((a, b) => scatter(records[a]!.id) - scatter(records[b]!.id));
function scatter(text: string): number {
  let hash = 2166136261;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 16777619) >>> 0;
  return hash;
}

/** One letter more, less, other, or two changed over. */
function isNear(a: string, b: string): boolean {
  let from = 0;
  while (from < a.length && a[from] === b[from]) from++;
  let [endA, endB] = [a.length, b.length];
  while (endA > from && endB > from && a[endA - 1] === b[endB - 1]) [endA, endB] = [endA - 1, endB - 1];
  const [inA, inB] = [a.slice(from, endA), b.slice(from, endB)];
  return (inA.length <= 1 && inB.length <= 1) || (inA.length === 2 && inA === [...inB].reverse().join(''));
}

/** A record in MODS, as small as catalogues send them. @source Library of Congress, MODS Schema, version 3 */
function mods(r: Served, tag: string): string {
  const names = r.authors.map((author) => {
    const [family, given = ''] = author.split(', ', 2);
    return `<name type="personal"><namePart type="family">${escaped(family!)}</namePart><namePart type="given">${escaped(given)}</namePart></name>`;
  });
  const issn = VENUES[r.venue]?.issn;
  const host = r.venue
    ? `<relatedItem type="host"><titleInfo>${element('title', r.venue)}</titleInfo>${issn ? `<identifier type="issn">${issn}</identifier>` : ''}</relatedItem>`
    : '';
  return `<mods xmlns="${SCHEMAS.mods}"><titleInfo>${element('title', r.title)}</titleInfo>${names.join('')}<typeOfResource>text</typeOfResource>${r.type ? element('genre', r.type) : ''}<originInfo>${element('publisher', r.publisher)}${element('dateIssued', r.year)}</originInfo>${r.language ? `<language>${element('languageTerm', r.language)}</language>` : ''}${r.abstract ? element('abstract', r.abstract) : ''}${r.headings.map((h) => `<subject>${element('topic', h)}</subject>`).join('')}${host}${r.doi ? `<identifier type="doi">${escaped(r.doi)}</identifier>` : ''}<recordInfo>${element('recordContentSource', tag)}${element('recordCreationDate', r.entered)}${element('recordIdentifier', r.id)}</recordInfo></mods>`;
}

/** A record in MARCXML, by our own writer. */
const marc = (r: Served, tag: string): string =>
  recordFile('marc-xml')
    .piece({ record: { ...recordOf(r, tag), format: 'marc-xml' } }, 0)
    .replace(/^<record\b(?![^>]*xmlns=)/, `<record xmlns="${SCHEMAS.marcxml}"`);

function dublinCore(r: Served): string {
  const many = (name: string, values: readonly string[]) => values.filter(Boolean).map((v) => element(`dc:${name}`, v));
  const parts = [
    ...many('title', [r.title]),
    ...many('creator', r.authors),
    ...many('subject', r.headings),
    ...many('description', [r.abstract]),
    ...many('publisher', [r.publisher]),
    ...many('date', [String(r.year)]),
    ...many('type', [r.type]),
    ...many('language', [r.language]),
    ...many('source', [r.venue]),
    ...many('identifier', [r.doi && `https://doi.org/${r.doi}`, r.id]),
  ];
  return `<dc xmlns:dc="${SCHEMAS.dc}">${parts.join('')}</dc>`;
}
