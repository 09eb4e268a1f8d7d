import type { BibRecord, Person } from '@/core/record';
import { fieldFrom, type MarcField, type MarcRecord } from './fields';

/** Fields that only make sense together: the names keep their order across tags. */
export const groupOf = (tag: string): string => (/^[17][01][01]$/.test(tag) ? 'names' : /^6[0-5][0138]$/.test(tag) ? 'headings' : tag);

/**
 * A record as MARC from its fields alone, without what was kept.
 * @source Library of Congress, MARC 21 Format for Bibliographic Data
 */
export function marcFrom(record: BibRecord): MarcRecord {
  const fields: MarcField[] = [];
  const control = (tag: string, value: string) => {
    if (value) fields.push({ tag, ind: '', subs: [['', value]] });
  };
  const put = (tag: string, ind: string, ...subs: (readonly [string, string])[]) => {
    const said = subs.filter(([, value]) => value !== '');
    if (said.some(([code]) => code !== '2' && code !== '4')) fields.push({ tag, ind, subs: said });
  };
  const codes = record.types.filter((t) => t.vocabulary === 'marc-code').map((t) => t.term);
  control('001', record.accession);
  control('003', record.database);
  control('008', codedData(record, codes));
  for (const isbn of record.isbns) put('020', '  ', ['a', isbn]);
  if (!record.container) for (const issn of record.issns) put('022', '  ', ['a', issn]);
  put('024', '7 ', ['a', record.doi], ['2', 'doi']);
  put('024', '7 ', ['a', record.pmid], ['2', 'pmid']);
  if (!isInCoded(record.languages)) put('041', '0 ', ...record.languages.map((l) => ['a', l] as const));
  for (const [i, person] of record.authors.entries())
    put(`${i === 0 ? 1 : 7}${person.given || person.orcid ? '00' : '10'}`, ...nameOf(person));
  put('245', `${record.authors.length ? 1 : 0}0`, ['a', record.title]);
  put('264', ' 1', ['b', record.publisher], ['c', record.dates.issue]);
  for (const piece of pieces(record.abstract)) put('520', '  ', ['a', piece]);
  for (const text of record.headings) put('653', '  ', ['a', text]);
  for (const { vocabulary, term } of record.types) if (vocabulary === 'mods-genre') put('655', ' 7', ['a', term], ['2', 'marcgt']);
  put('773', '0 ', ['t', record.container], ['g', placeIn(record)], ...hostIssns(record));
  for (const url of record.urls) put('856', '40', ['u', url]);
  return { leader: leaderOf(record, codes), fields };
}

/** A record as MARC: fields that were kept as they were, the others built. */
export function toMarc(record: BibRecord, notes: readonly string[] = []): MarcRecord {
  const kept = record.format === 'marc' || record.format === 'marc-xml' ? (record.extra.marc ?? []) : [];
  const built = marcFrom(record);
  const leader = kept.find((line) => line.startsWith('LDR '))?.slice(4) ?? built.leader;
  const own = kept.flatMap((line) => (line.startsWith('LDR ') ? [] : (fieldFrom(line) ?? [])));
  const groups = new Set(own.map((f) => groupOf(f.tag)));
  const remarks = notes.map((note): MarcField => ({ tag: '500', ind: '  ', subs: [['a', note]] }));
  const fields = [...built.fields.filter((f) => !groups.has(groupOf(f.tag))), ...own, ...remarks];
  return {
    leader,
    fields: fields
      .map((f, i) => [f, i] as const)
      .sort(([a, i], [b, j]) => rank(a.tag) - rank(b.tag) || i - j)
      .map(([f]) => f),
  };
}

/** In the order of tags; names of one group stay in theirs. */
const rank = (tag: string): number => (/^7[01][01]$/.test(tag) ? 700 : /^6[0-5][0138]$/.test(tag) ? 600 : Number.parseInt(tag, 10) || 999);

const isInCoded = (languages: readonly string[]): boolean =>
  languages.length === 0 || (languages.length === 1 && /^[a-z]{3}$/.test(languages[0]!));

function nameOf({ family, given, orcid }: Person): [string, ...(readonly [string, string])[]] {
  if (!given && !orcid) return ['2 ', ['a', family], ['4', 'aut']];
  return ['1 ', ['a', given ? `${family}, ${given}` : family], ['4', 'aut'], ['1', orcid ? `https://orcid.org/${orcid}` : '']];
}

const placeIn = ({ volume, issue, pages }: BibRecord): string =>
  [volume && `Vol. ${volume}`, issue && `no. ${issue}`, pages && `p. ${pages}`].filter(Boolean).join(', ');
const hostIssns = (record: BibRecord) => (record.container ? record.issns.map((n) => ['x', n] as const) : []);

/** Long text in fields of a length that the format can count, cut between words. */
function pieces(text: string): string[] {
  const out: string[] = [];
  let rest = text;
  while (rest.length > 3000) {
    const cut = rest.lastIndexOf(' ', 3000);
    if (cut <= 0) break;
    out.push(rest.slice(0, cut));
    rest = rest.slice(cut + 1);
  }
  return [...out, rest];
}

function leaderOf(record: BibRecord, codes: readonly string[]): string {
  const kind = codes.find((c) => c.startsWith('LDR/06-07 '))?.slice(10) ?? (record.container || record.volume ? 'ab' : 'am');
  return `00000n${kind} a2200000 c 4500`;
}

/** 008: the day of entry, the year, the language, and the codes that say what the item is. Places nobody coded hold "|". */
function codedData({ dates, languages }: BibRecord, codes: readonly string[]): string {
  const places = [...'|'.repeat(40)];
  const set = (at: number, text: string) => places.splice(at, text.length, ...text);
  const added = /^\d\d(\d\d)-(\d\d)-(\d\d)$/.exec(dates.added);
  if (added) set(0, added.slice(1).join(''));
  const year = /\b[12]\d{3}\b/.exec(dates.issue)?.[0];
  if (year) set(6, `s${year}    `);
  const contents = codes.filter((c) => c.startsWith('008/24 ')).map((c) => c.slice(7));
  if (contents.length) set(24, contents.join('').padEnd(4).slice(0, 4));
  if (codes.includes('008/29 1')) set(29, '1');
  const form = codes.find((c) => c.startsWith('008/33 '));
  if (form) set(33, form.slice(7));
  if (isInCoded(languages) && languages[0]) set(35, languages[0]);
  return places.join('');
}
