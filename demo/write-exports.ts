import { type DemoWork, VENUES, withCheckDigit } from './work';

/**
 * Vellmora's export: RIS with CRLF. Its habits: every journal item is `JOUR`, the abstract is in `N2`, dates are in
 * `DA` with the year again in `PY`, titles are sometimes in capitals. A few entries are broken on purpose.
 */
export function writeVellmora(works: readonly DemoWork[]): string {
  const lines: string[] = [];
  let accession = 410000;
  let written = 0;
  works.forEach((work) => {
    const own = work.vellmora;
    if (!own) return;
    const venue = VENUES[work.venue];
    const put = (tag: string, value: string) => value && lines.push(`${tag}  - ${value}`);
    put('TY', own.type);
    put('AN', `VH${++accession}`);
    put('TI', own.title ?? work.title);
    for (const author of work.authors) put('AU', author);
    put('T2', work.venue);
    put('PY', (own.date ?? work.issued).slice(0, 4));
    put('DA', own.date ?? '');
    put('VL', work.volume);
    put('IS', work.issue);
    const [start, end] = work.pages.split('-');
    put('SP', start ?? '');
    put('EP', end ?? '');
    if (venue?.issn) put('SN', withCheckDigit(venue.issn));
    put('PB', venue?.publisher ?? '');
    if (!own.noDoi) put('DO', work.doi);
    put('LA', work.language === 'spa' ? 'Spanish' : 'English');
    for (const heading of work.headings) put('KW', heading);
    put('N2', own.abstract ?? work.abstract);
    put('DB', 'Vellmora');
    lines.push('ER  - ', '');
    lines.push(...(BROKEN_RIS[written++] ?? []));
  });
  return `${lines.join('\r\n')}\r\n`;
}

/** Entries that must be rejected, or read with a problem, after the work at that place. */
const BROKEN_RIS: Record<number, string[]> = {
  17: ['AU  - Garside, Femi', 'TI  - An entry whose first line was lost', 'PY  - 2015', ''],
  60: ['TY  - JOUR', 'AU  - Ravnkilde, Ola', 'PY  - 2012', 'ER  - ', ''],
  140: [
    'TY  - JOUR',
    'TI  - Ceiling light and errors in night pharmacies: an entry that was never closed',
    'AU  - Uzelac, Bo',
    'PY  - 2014',
    'SN  - 9990-1049',
    '',
  ],
};

const DAY_BEFORE = '2026/08/30 06:00';

/**
 * Ostrane's export: MEDLINE tagged, wrapped lines, its own publication types and indexing status. It gives no
 * statement about peer review. One entry is broken on purpose.
 */
export function writeOstrane(works: readonly DemoWork[]): string {
  const lines: string[] = [];
  let written = 0;
  for (const work of works) {
    const own = work.ostrane;
    if (!own) continue;
    const venue = VENUES[work.venue];
    const put = (tag: string, value: string) => value && lines.push(...wrap(`${tag.padEnd(4)}- ${value}`));
    put('PMID', own.pmid);
    put('OWN', 'OSTR');
    put('STAT', own.status ?? 'MEDLINE');
    if (venue?.issn) put('IS', `${withCheckDigit(venue.issn)} (Print)`);
    put('VI', work.volume);
    put('IP', work.issue);
    put('DP', work.issued);
    put('TI', `${own.title ?? work.title}${/[.?!]$/.test(work.title) ? '' : '.'}`);
    put('PG', work.pages);
    if (work.doi) put('LID', `${work.doi} [doi]`);
    if (!own.noAbstract) put('AB', work.abstract);
    for (const author of work.authors) {
      put('FAU', author);
      const [family, given] = author.split(', ');
      put('AU', given ? `${family} ${given[0]}` : author);
    }
    put('LA', work.language);
    for (const type of own.types) put('PT', type);
    put('DEP', work.online);
    put('TA', venue?.abbreviation ?? '');
    put('JT', work.venue);
    for (const [tag, key] of own.points ?? []) put(tag, reference(works.find((w) => w.key === key)!));
    if (!own.status) for (const heading of work.headings) put('MH', heading);
    put('CRDT', DAY_BEFORE);
    put('SO', `${venue?.abbreviation ?? work.venue}. ${work.issued};${work.volume}(${work.issue}):${work.pages}.`);
    lines.push('');
    if (++written === 90) lines.push('PMID- ', 'OWN - OSTR', 'STAT- Publisher', 'DP  - 2013', '');
  }
  return `${lines.join('\n')}\n`;
}

/** How indexers name another item: its place in print and its number. */
function reference(work: DemoWork): string {
  const venue = VENUES[work.venue]?.abbreviation ?? work.venue;
  return `${venue}. ${work.issued};${work.volume}(${work.issue}):${work.pages}. ${work.ostrane ? `PMID: ${work.ostrane.pmid}` : `doi: ${work.doi}`}`;
}

/** Wraps at 84 columns; continuation lines begin with six spaces. */
function wrap(line: string): string[] {
  const out: string[] = [];
  let rest = line;
  while (rest.length > 84) {
    const at = rest.lastIndexOf(' ', 84);
    if (at < 20) break;
    out.push(rest.slice(0, at));
    rest = `      ${rest.slice(at + 1)}`;
  }
  return [...out, rest];
}
