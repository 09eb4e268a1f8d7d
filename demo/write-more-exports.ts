import { type DemoWork, VENUES, withCheckDigit } from './work';

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const xml = (text: string) => text.replace(/[&<>]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;' })[c]!);

/** The parts of "2023 Jul", "2023 Spring", "2023 Jul-Aug", "2023". */
function parts(issued: string): { year: string; month: number; rest: string } {
  const [year = '', ...words] = issued.split(' ');
  const rest = words.join(' ');
  return { year, month: MONTHS.indexOf(rest) + 1, rest };
}

/**
 * Quillby's export: PubMed XML, abstracts in labelled sections, affiliations. One entry holds an entity that XML does
 * not know, as pages copied by hand do.
 */
export function writeQuillby(works: readonly DemoWork[]): string {
  const entries = works.flatMap((work) => (work.quillby ? [quillbyEntry(work, work.quillby)] : []));
  entries.splice(
    41,
    0,
    '<PubmedArticle><MedlineCitation><PMID Version="1">99009001</PMID><Article><ArticleTitle>Light&nbsp;boxes and rosters.</ArticleTitle></Article></MedlineCitation></PubmedArticle>\n',
  );
  return `<?xml version="1.0" encoding="UTF-8"?>\n<PubmedArticleSet>\n${entries.join('')}</PubmedArticleSet>\n`;
}

function quillbyEntry(work: DemoWork, own: NonNullable<DemoWork['quillby']>): string {
  const venue = VENUES[work.venue];
  const { year, month, rest } = parts(work.issued);
  const date =
    rest && !month ? `<MedlineDate>${xml(work.issued)}</MedlineDate>` : `<Year>${year}</Year>${month ? `<Month>${rest}</Month>` : ''}`;
  const online = work.online
    ? `<ArticleDate DateType="Electronic"><Year>${work.online.slice(0, 4)}</Year><Month>${work.online.slice(4, 6)}</Month><Day>${work.online.slice(6)}</Day></ArticleDate>`
    : '';
  const sections = own.noAbstract ? [] : work.abstract.split(/(?<=\.) (?=[A-Z]{6,}: )/);
  const abstract = sections
    .filter(Boolean)
    .map((s) => {
      const labelled = /^([A-Z]{6,}): (.*)$/s.exec(s);
      return labelled
        ? `<AbstractText Label="${labelled[1]}">${xml(labelled[2]!)}</AbstractText>`
        : `<AbstractText>${xml(s)}</AbstractText>`;
    })
    .join('');
  const authors = work.authors
    .map((name) => {
      const [family, given] = name.split(', ');
      return given
        ? `<Author ValidYN="Y"><LastName>${xml(family!)}</LastName><ForeName>${xml(given)}</ForeName><Initials>${given[0]}</Initials><AffiliationInfo><Affiliation>Institute for Night Work, Tamsin.</Affiliation></AffiliationInfo></Author>`
        : `<Author ValidYN="Y"><CollectiveName>${xml(name)}</CollectiveName></Author>`;
    })
    .join('');
  return [
    '<PubmedArticle>\n',
    `  <MedlineCitation Status="${own.status ?? 'MEDLINE'}" Owner="QUIL">\n    <PMID Version="1">${own.pmid}</PMID>\n    <Article PubModel="Print">\n`,
    `      <Journal>${venue?.issn ? `<ISSN IssnType="Print">${withCheckDigit(venue.issn)}</ISSN>` : ''}<JournalIssue CitedMedium="Print">`,
    `${work.volume ? `<Volume>${work.volume}</Volume>` : ''}${work.issue ? `<Issue>${work.issue}</Issue>` : ''}<PubDate>${date}</PubDate></JournalIssue>`,
    `<Title>${xml(work.venue)}</Title></Journal>\n`,
    `      <ArticleTitle>${xml(work.title)}${/[.?!]$/.test(work.title) ? '' : '.'}</ArticleTitle>\n`,
    work.pages ? `      <Pagination><MedlinePgn>${work.pages}</MedlinePgn></Pagination>\n` : '',
    work.doi ? `      <ELocationID EIdType="doi" ValidYN="Y">${work.doi}</ELocationID>\n` : '',
    abstract ? `      <Abstract>${abstract}</Abstract>\n` : '',
    `      <AuthorList CompleteYN="Y">${authors}</AuthorList>\n      <Language>${work.language}</Language>\n`,
    `      <PublicationTypeList>${own.types.map((t) => `<PublicationType>${xml(t)}</PublicationType>`).join('')}</PublicationTypeList>${online}\n    </Article>\n`,
    `    <MeshHeadingList>${work.headings.map((h) => `<MeshHeading><DescriptorName MajorTopicYN="N">${h}</DescriptorName></MeshHeading>`).join('')}</MeshHeadingList>\n`,
    '  </MedlineCitation>\n  <PubmedData><History><PubMedPubDate PubStatus="entrez"><Year>2026</Year><Month>8</Month><Day>29</Day></PubMedPubDate></History></PubmedData>\n',
    '</PubmedArticle>\n',
  ].join('');
}

const ACCENTS: Record<string, string> = {
  Å: '{\\AA}',
  å: '{\\aa}',
  ü: '{\\"u}',
  ö: '{\\"o}',
  Ø: '{\\O}',
  ø: '{\\o}',
  Ç: '{\\c C}',
  é: "{\\'e}",
  ñ: '{\\~n}',
};
const tex = (text: string) => text.replace(/[&%#_$]/g, '\\$&').replace(/[ÅåüöØøÇéñ]/g, (c) => ACCENTS[c]!); // prettier-ignore

/** Tarnwick's export: BibTeX with LaTeX accents and strings for its journals; some links belong to one visit. One entry is cut off. */
export function writeTarnwick(works: readonly DemoWork[]): string {
  const out = ['% Tarnwick, exported 2026-08-31', '@string{loc = {Journal of Occupational Chronobiology}}', ''];
  let written = 0;
  for (const work of works) {
    const own = work.tarnwick;
    if (!own) continue;
    const key = `tw${1000 + written}`;
    const { year, month } = parts(work.issued);
    const container = own.type === 'inproceedings' || own.type === 'incollection' ? 'booktitle' : 'journal';
    const held = work.venue === 'Journal of Occupational Chronobiology' ? 'loc' : `{${tex(work.venue)}}`;
    const publisher = own.type === 'phdthesis' ? 'school' : own.type === 'techreport' ? 'institution' : 'publisher';
    const fields: [string, string][] = [
      ['author', `{${work.authors.map((a) => (a.includes(', ') ? tex(a) : `{${tex(a)}}`)).join(' and ')}}`],
      ['title', `{{${tex(work.title)}}}`],
      [container, work.venue ? held : ''],
      ['year', year],
      ['month', month ? MONTHS[month - 1]!.toLowerCase() : ''],
      ['volume', work.volume],
      ['number', work.issue],
      ['pages', work.pages ? `{${work.pages.replace('-', '--')}}` : ''],
      [publisher, `{${VENUES[work.venue]?.publisher ?? 'Tamsin Technical University'}}`],
      ['doi', work.doi ? `{${work.doi}}` : ''],
      ['type', own.ownType ? `{${own.ownType}}` : ''],
      [
        'url',
        own.sessionLink
          ? `{https://tarnwick.example/view;jsessionid=7F${1000 + written}?doc=${key}}`
          : `{https://tarnwick.example/doc/${key}}`,
      ],
      ['language', work.language === 'spa' ? '{spanish}' : '{english}'],
      ['abstract', work.abstract ? `{${tex(work.abstract)}}` : ''],
    ];
    out.push(`@${own.type}{${key},`, ...fields.filter(([, v]) => v !== '').map(([name, v]) => `  ${name} = ${v},`), '}', '');
    if (++written === 25)
      out.push('@article{tw9001,', '  author = {Garside, Femi},', '  title = {Lamps and rosters: an entry that was cut off', '');
  }
  return out.join('\n');
}

const cell = (text: string) => (/[";\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);

export const BRINDLECOTE_COLUMNS = [
  'Record number',
  'Document title',
  'Creators',
  'Source title',
  'Publication date',
  'Volume',
  'Issue',
  'Pages',
  'DOI',
  'Document type',
  'Language',
  'Shelf',
  'Summary',
];

/**
 * Brindlecote's export: a table with semicolons and columns of its own. Some names are swapped, some titles hold
 * markup, and two rows are broken.
 */
export function writeBrindlecote(works: readonly DemoWork[]): string {
  const rows = [BRINDLECOTE_COLUMNS.join(';')];
  let number = 70_000;
  for (const printed of works) {
    const own = printed.brindlecote;
    if (!own) continue;
    const work = { ...printed, ...own.listed };
    const { year, month } = parts(work.issued);
    const swap = (name: string) => {
      const [family, given] = name.split(', ');
      return own.swapped && given ? `${given[0]}., ${family}` : name;
    };
    const title = own.markup ? work.title.replace(/(trial|study|review|light)/i, '<i>$1</i>') : work.title;
    const fields = [
      `B${++number}`,
      title,
      work.authors.map(swap).join('; '),
      work.venue,
      month ? `${year}-${String(month).padStart(2, '0')}` : year,
      work.volume,
      work.issue,
      work.pages,
      own.noDoi ? '' : work.doi,
      own.type,
      work.language === 'spa' ? 'es' : 'en',
      `R${number % 7}`,
      work.abstract,
    ];
    rows.push(fields.map(cell).join(';'));
    if (number === 70_030) rows.push('B79001;A title; with semicolons; that nobody; quoted;2020;;;;;;Article;en;R1;Words;more;and more');
    if (number === 70_060) rows.push('B79002;;;;2021;;;;;Article;en;R2;');
  }
  return `\ufeff${rows.join('\r\n')}\r\n`;
}
