import { closeSync, openSync, writeSync } from 'node:fs';
import { seeded } from '@/testing/seeded';

const WORDS =
  'light sleep night shift workers bright morning evening lamp trial ward nurses alert hours melatonin group usual outcome weeks measured minutes longer shorter rotation safety vigilance lenses exposure baseline treatment allocated participants reported'.split(
    ' ',
  );
/** Made-up words, as long as real ones, the commonest first: with few words every text is like every other. */
const VOCABULARY = 4000;
const SYLLABLES = 'ba den cor mi tal ve ras no pel ti sum gra lo vin ket ar dos fen hul ix ja mor que sti wen yl zo cha pru sol'.split(' ');
const NAMES = ['Abara', 'Falk', 'Ødegård', 'Lindqvist', 'Ngata', 'Sørensen', 'Okonjo', 'Uzelac', 'Dastur', 'Penhallow'];
const GIVEN = ['Tomasz', 'Iben', 'Mara', 'Hemi', 'Greta', 'Joss', 'Alva', 'Bo'];

interface Made {
  n: number;
  title: string;
  abstract: string;
  authors: [string, string][];
  year: number;
  month: number;
}

/** Made-up records, the same for the same seed. @param chars of the abstract */
function* made(count: number, chars: number): Generator<Made> {
  const next = seeded(20261125);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const vocabulary = Array.from({ length: VOCABULARY }, () =>
    Array.from({ length: 2 + Math.floor(next() * 3) }, () => pick(SYLLABLES)).join(''),
  );
  // Every other word is of the field; the others are the rarer, the later in the list.
  const word = () => (next() < 0.5 ? pick(WORDS) : vocabulary[Math.floor(next() ** 2 * VOCABULARY)]!);
  const words = (length: number) => {
    let text = '';
    while (text.length < length) text += `${text ? ' ' : ''}${word()}`;
    return text;
  };
  // Abstracts are put together from a store, so that making the file does not take longer than reading it.
  const store = Array.from({ length: 2000 }, () => words(chars / 4));
  const abstract = () => [pick(store), pick(store), pick(store), pick(store)].join('. ');
  for (let n = 0; n < count; n++) {
    yield {
      n,
      title: `Record ${n}: ${words(60)}`,
      abstract: `${abstract()} ${n}.`,
      authors: Array.from({ length: 2 + Math.floor(next() * 3) }, () => [pick(NAMES), pick(GIVEN)]),
      year: 1990 + Math.floor(next() * 36),
      month: 1 + Math.floor(next() * 12),
    };
  }
}

const two = (n: number) => String(n).padStart(2, '0');

const ris = (r: Made) =>
  `TY  - JOUR\r\nAN  - V${r.n}\r\nTI  - ${r.title}\r\n${r.authors.map(([f, g]) => `AU  - ${f}, ${g}\r\n`).join('')}T2  - Journal of Occupational Chronobiology\r\nPY  - ${r.year}\r\nDA  - ${r.year}/${two(r.month)}/11\r\nVL  - ${r.n % 40}\r\nIS  - ${r.n % 12}\r\nSP  - ${r.n % 900}\r\nEP  - ${(r.n % 900) + 9}\r\nSN  - 0317-8471\r\nDO  - 10.5555/bench.${r.n}\r\nLA  - English\r\nKW  - Sleep\r\nKW  - Lighting\r\nDB  - Vellmora\r\nUR  - https://vellmora.example/record/${r.n}\r\nN2  - ${r.abstract}\r\nER  - \r\n\r\n`;

const wrap = (line: string) => line.replace(/(.{1,84}) /g, '$1\n      ');
const nbib = (r: Made) =>
  `PMID- ${90000000 + r.n}\nOWN - OSTR\nSTAT- MEDLINE\nIS  - 0317-8471 (Print)\nVI  - ${r.n % 40}\nIP  - ${r.n % 12}\nDP  - ${r.year} Mar ${r.month}\n${wrap(`TI  - ${r.title}.`)}\nPG  - ${r.n % 900}-${(r.n % 900) + 9}\nLID - 10.5555/bench.${r.n} [doi]\n${wrap(`AB  - ${r.abstract}`)}\n${r.authors.map(([f, g]) => `FAU - ${f}, ${g}\nAU  - ${f} ${g[0]}\n`).join('')}LA  - eng\nPT  - Journal Article\nPT  - Randomized Controlled Trial\nDEP - ${r.year}${two(r.month)}05\nTA  - J Occup Chronobiol\nJT  - Journal of Occupational Chronobiology\nMH  - Humans\nMH  - *Sleep/physiology\nCRDT- ${r.year}/${two(r.month)}/07 06:00\nSO  - J Occup Chronobiol. ${r.year};${r.n % 40}.\n\n`;

const pubmed = (r: Made) =>
  `<PubmedArticle>\n  <MedlineCitation Status="MEDLINE" Owner="OSTR">\n    <PMID Version="1">${90000000 + r.n}</PMID>\n    <DateCompleted><Year>${r.year}</Year><Month>${two(r.month)}</Month><Day>12</Day></DateCompleted>\n    <Article PubModel="Print-Electronic">\n      <Journal><ISSN IssnType="Print">0317-8471</ISSN><JournalIssue CitedMedium="Internet"><Volume>${r.n % 40}</Volume><Issue>${r.n % 12}</Issue><PubDate><Year>${r.year}</Year><Month>Mar</Month></PubDate></JournalIssue><Title>Journal of Occupational Chronobiology</Title><ISOAbbreviation>J Occup Chronobiol</ISOAbbreviation></Journal>\n      <ArticleTitle>${r.title}.</ArticleTitle>\n      <Pagination><MedlinePgn>${r.n % 900}-${(r.n % 900) + 9}</MedlinePgn></Pagination>\n      <ELocationID EIdType="doi" ValidYN="Y">10.5555/bench.${r.n}</ELocationID>\n      <Abstract>${['BACKGROUND', 'METHODS', 'RESULTS', 'CONCLUSIONS'].map((label, i) => `<AbstractText Label="${label}" NlmCategory="${label}">${r.abstract.slice((i * r.abstract.length) / 4, ((i + 1) * r.abstract.length) / 4)}</AbstractText>`).join('')}</Abstract>\n      <AuthorList CompleteYN="Y">${r.authors.map(([f, g]) => `<Author ValidYN="Y"><LastName>${f}</LastName><ForeName>${g}</ForeName><Initials>${g[0]}</Initials><AffiliationInfo><Affiliation>Institute for Night Work, Department of Occupational Chronobiology, Harbour Street 12, Tamsin.</Affiliation></AffiliationInfo></Author>`).join('')}</AuthorList>\n      <Language>eng</Language>\n      <PublicationTypeList><PublicationType UI="D016428">Journal Article</PublicationType><PublicationType UI="D016449">Randomized Controlled Trial</PublicationType></PublicationTypeList>\n      <ArticleDate DateType="Electronic"><Year>${r.year}</Year><Month>${two(r.month)}</Month><Day>05</Day></ArticleDate>\n    </Article>\n    <MedlineJournalInfo><Country>Tamsin</Country><MedlineTA>J Occup Chronobiol</MedlineTA></MedlineJournalInfo>\n    <MeshHeadingList>${['Humans', 'Sleep', 'Lighting', 'Shift Work Schedule', 'Circadian Rhythm', 'Wakefulness', 'Adult', 'Middle Aged'].map((h) => `<MeshHeading><DescriptorName UI="D006801" MajorTopicYN="N">${h}</DescriptorName><QualifierName UI="Q000502" MajorTopicYN="Y">physiology</QualifierName></MeshHeading>`).join('')}</MeshHeadingList>\n  </MedlineCitation>\n  <PubmedData>\n    <History>${['received', 'accepted', 'entrez', 'pubmed', 'medline'].map((s) => `<PubMedPubDate PubStatus="${s}"><Year>${r.year}</Year><Month>${r.month}</Month><Day>7</Day></PubMedPubDate>`).join('')}</History>\n    <PublicationStatus>ppublish</PublicationStatus>\n    <ArticleIdList><ArticleId IdType="pubmed">${90000000 + r.n}</ArticleId><ArticleId IdType="doi">10.5555/bench.${r.n}</ArticleId></ArticleIdList>\n  </PubmedData>\n</PubmedArticle>\n`;

/** Letters and words as LaTeX files write them: every value of an entry but its numbers has some. */
const LATEX: readonly (readonly [RegExp, string])[] = [
  [/Ødegård/g, '{\\O}deg{\\aa}rd'],
  [/Sørensen/g, 'S{\\o}rensen'],
  [/\bsleep\b/g, '\\emph{sleep}'],
  [/\bmelatonin\b/g, "m\\'elatonine \\& co"],
  [/\btrial\b/g, '{T}rial -- {\\bfseries two}'],
  [/\bminutes\b/g, '30\\,min, $\\alpha < 0.05$,'],
  [/\bhours\b/g, '10\\% of \\"uber\\ss{}'],
];
const latex = (text: string) => LATEX.reduce((t, [from, to]) => t.replace(from, () => to), text);
const bibtex = (r: Made) =>
  `@article{bench${r.n},\n  author = {${latex(r.authors.map(([f, g]) => `${f}, ${g}`).join(' and '))}},\n  title = {{${latex(r.title)}}},\n  journal = {Journal of Occupational Chronobiology},\n  year = ${r.year},\n  month = ${['jan', 'jun # "/" # jul', 'dec'][r.n % 3]},\n  volume = {${r.n % 40}},\n  number = ${r.n % 12},\n  pages = {${r.n % 900}--${(r.n % 900) + 9}},\n  issn = {0317-8471},\n  doi = {10.5555/bench.${r.n}},\n  keywords = {Sleep, Lighting},\n  abstract = {${latex(r.abstract)}}\n}\n\n`;

export const SHAPES = {
  bibtex: { chars: 730, entry: bibtex, head: '', tail: '' },
  ris: { chars: 730, entry: ris, head: '', tail: '' },
  nbib: { chars: 560, entry: nbib, head: '', tail: '' },
  'pubmed-xml': {
    chars: 1500,
    entry: pubmed,
    head: '<?xml version="1.0"?>\n<!DOCTYPE PubmedArticleSet PUBLIC "-//NLM//DTD PubMedArticle, 1st January 2025//EN" "https://dtd.example/pubmed.dtd">\n<PubmedArticleSet>\n',
    tail: '</PubmedArticleSet>\n',
  },
} as const;

/**
 * Writes a seeded file of so many records and returns its size in bytes.
 * @param more how many of the seed's records are left out before them, and what is made of the text, some entries at a time
 */
export function writeSeeded(
  path: string,
  format: keyof typeof SHAPES,
  count: number,
  { after = 0, change = (text: string) => text } = {},
): number {
  const { chars, entry, head, tail } = SHAPES[format];
  const file = openSync(path, 'w');
  let bytes = writeSync(file, head);
  let batch = '';
  for (const record of made(after + count, chars)) {
    if (record.n < after) continue;
    batch += entry(record);
    if (batch.length > 1 << 20) {
      bytes += writeSync(file, change(batch));
      batch = '';
    }
  }
  bytes += writeSync(file, change(batch) + tail);
  closeSync(file);
  return bytes;
}
