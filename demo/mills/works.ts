import type { Design, PeerReview, PublicationType, SourceType } from '@/core/vocabularies';

/** What a made-up source about tide mills really is; an axis that a reader cannot settle is left out. */
export interface MillTruth {
  sourceType: SourceType;
  publicationType: PublicationType;
  peerReview: readonly PeerReview[];
  design?: readonly Design[];
}
/** A source of the second demo review, as the two catalogues print it. */
export interface MillWork {
  key: string;
  title: string;
  author: string;
  year: number;
  truth: MillTruth;
  /** E: Ebbstone, a union catalogue (MODS). C: Culverly, an index of articles (CSL-JSON). */
  in: 'E' | 'C' | 'EC';
  container?: string;
  publisher?: string;
  isbn?: string;
  volume?: string;
  issue?: string;
  pages?: string;
  abstract?: string;
  note?: string;
  genre?: string;
  cslType?: string;
  /** What a catalogue gets wrong, on purpose. */
  wrong?: { title?: string; author?: string; year?: number; genre?: string; cslType?: string };
}

const PEOPLE = [
  'Sallow, Edith',
  'Marram, Joss',
  'Ketteridge, Ada',
  'Brine, Tobias',
  'Ostler, Wynne',
  'Penny, Harald',
  'Dunmore, Clement',
  'Yarrow, Isolde',
  'Fenn, Barnaby',
  'Hulme, Rosalind',
  'Tansy, Piers',
  'Wherry, Constance',
  'Lockyer, Amos',
  'Gale, Perpetua',
  'Rushton, Ivo',
  'Sedge, Marian',
] as const; // prettier-ignore
const MILLS = ['Saltern', 'Hythe Quay', 'Redcreek', 'Woodspit', 'Merrow', 'Oldsluice', 'Tarn Creek', 'Ebbing'] as const;

let turn = 0;
const someone = () => PEOPLE[turn++ % PEOPLE.length]!;

interface Journal {
  title: string;
  issn: string;
}
export const JOURNALS: Readonly<Record<'history' | 'studies' | 'vernacular' | 'magazine' | 'newsletter' | 'trade' | 'paper', Journal>> = {
  history: { title: 'Estuarine History Review', issn: '9990-3016' },
  studies: { title: 'Journal of Mill Studies', issn: '9990-3024' },
  vernacular: { title: 'Vernacular Engineering Quarterly', issn: '9990-3032' },
  magazine: { title: 'Coast and Craft', issn: '9990-3040' },
  newsletter: { title: 'The Millstone', issn: '9990-3059' },
  trade: { title: 'Heritage Contractor', issn: '9990-3067' },
  paper: { title: 'The Creekside Chronicle', issn: '9990-3075' },
};
export const ISSN_OF: ReadonlyMap<string, string> = new Map(Object.values(JOURNALS).map((j) => [j.title, j.issn]));

const refereed = ['refereed'] as const;
const venueOnly = ['venue-only'] as const;
const examined = ['examined'] as const;
const unrefereed = ['not-refereed'] as const;

type Given = Pick<MillWork, 'title' | 'year' | 'in'> & Partial<MillWork>;
const works: MillWork[] = [];
function add(kind: string, truth: MillTruth, given: Given) {
  works.push({ key: `mill-${kind}-${works.length + 1}`, author: someone(), truth, ...given });
}

// Articles of journals: scholarship that rests on archives, on measuring, on trials of mortar
const ARTICLES: [title: string, year: number, journal: Journal, db: 'E' | 'C' | 'EC', abstract: string, design?: Design][] = [
  [
    'Who paid for the sluices? Repair accounts of Saltern tide mill, 1611–1702',
    2004,
    JOURNALS.history,
    'C',
    'Drawing on churchwardens’ and estate accounts, this article traces ninety years of repairs at one mill. It shows that tenants paid for the gates and landlords for the bank, and that storms changed the bargain.',
  ],
  [
    'Tenure and timber: the rebuilding of Hythe Quay mill',
    2011,
    JOURNALS.history,
    'C',
    'The article argues that long leases, not profit, explain why oak was used for wheels at Hythe Quay. Leases, letters and a surveyor’s notebook are compared.',
  ],
  [
    'Women at the hatches: millers’ widows in the creeks',
    2017,
    JOURNALS.history,
    'EC',
    'Using pay books and inquests, I show that a third of the mills on two creeks were run by widows, and that their repairs were recorded under the names of sons.',
  ],
  [
    'Salt marsh, mill pond: an environmental history of Redcreek',
    2020,
    JOURNALS.history,
    'C',
    'Sediment cores from the pond were dated and read beside enclosure maps. Silting followed the embankment of the marsh, and dredging was the largest cost of the mill after 1780.',
  ],
  [
    'Lime mortars below high water: tests on cores from Merrow mill',
    2015,
    JOURNALS.vernacular,
    'C',
    'Mortar cores were taken at four heights and tested in compression after drying. Strength fell with the hours of wetting a day. Pozzolanic repairs of 1908 were the strongest.',
    'laboratory',
  ],
  [
    'Flow through replaced sluice gates: a numerical model of Oldsluice',
    2019,
    JOURNALS.vernacular,
    'C',
    'A hydrodynamic model was calibrated on a month of levels. Gates hung on the old lines would hold the pond for twenty minutes longer a tide.',
    'modelling',
  ],
  [
    'Elm or oak? Decay of wheel paddles over twenty years',
    2018,
    JOURNALS.vernacular,
    'EC',
    'Paddles of two timbers were weighed each spring from 1996 to 2016. Elm lost less below the tide line and more above it.',
  ],
  [
    'The anatomy of an undershot wheel: recording Woodspit before repair',
    2009,
    JOURNALS.studies,
    'C',
    'The wheel, pit and gearing were surveyed by tape and laser, and every timber was numbered. The survey found three phases of repair that no document mentions.',
  ],
  [
    'Repair or replica? Three restorations judged after thirty years',
    2014,
    JOURNALS.studies,
    'EC',
    'This article examines three restorations by their own aims. Owners, millwrights and visitors were interviewed, and fabric was compared with drawings. What was replaced like for like lasted no longer than what was not.',
    'qualitative',
  ],
  [
    'A dendrochronology of the Ebbing mill frame',
    2016,
    JOURNALS.studies,
    'C',
    'Twenty-two timbers were cored. Felling dates cluster in 1588 and 1641, which moves the second frame forty years earlier than was thought.',
  ],
  [
    'Grinding by the moon: hours of work at tide mills',
    2008,
    JOURNALS.studies,
    'C',
    'Working hours were computed from tide tables and compared with two millers’ diaries. Millers worked two tides in three, and seldom the night one.',
  ],
  [
    'Visitors and volunteers: a survey of eleven mill trusts',
    2021,
    JOURNALS.studies,
    'C',
    'A questionnaire was sent to all volunteers of eleven trusts; 214 answered. Two thirds had been trained by another volunteer.',
    'cross-sectional',
  ],
  [
    'The law of the mill pond',
    2003,
    JOURNALS.history,
    'C',
    'The article traces how courts treated the right to pen the tide from 1700 to 1900, and argues that it was lost by disuse more often than by sale.',
  ],
  [
    'Milling for the navy: contracts and capacity at Tarn Creek',
    2013,
    JOURNALS.history,
    'C',
    'Victualling contracts are set against the capacity of the stones. Tarn Creek took on more than it could grind, and bought flour to meet its contracts.',
  ],
]; // prettier-ignore
for (const [title, year, journal, db, abstract, design] of ARTICLES)
  add(
    'article',
    { sourceType: 'scholarly-journal', publicationType: 'research-article', peerReview: refereed, ...(design ? { design: [design] } : {}) },
    {
      title,
      year,
      in: db,
      container: journal.title,
      volume: String(year - 1990),
      issue: String(1 + (works.length % 4)),
      pages: `${10 + works.length * 7}-${28 + works.length * 7}`,
      abstract,
    },
  );

// Reviews of the literature, editorials, letters, notices, book reviews: what else journals print
add(
  'review',
  { sourceType: 'scholarly-journal', publicationType: 'review-article', peerReview: refereed, design: ['narrative-review'] },
  {
    title: 'Thirty years of tide mill studies: a review',
    year: 2018,
    in: 'C',
    container: JOURNALS.studies.title,
    volume: '28',
    issue: '1',
    pages: '1-31',
    abstract:
      'This review outlines what has been written on tide mills since 1988, from gazetteers to engineering, and names what is still unknown.',
  },
); // prettier-ignore
add(
  'editorial',
  { sourceType: 'scholarly-journal', publicationType: 'editorial', peerReview: venueOnly, design: ['expert-opinion', 'not-a-study'] },
  {
    title: 'Editorial: mills without millers',
    year: 2014,
    in: 'C',
    container: JOURNALS.studies.title,
    volume: '24',
    issue: '2',
    pages: '1-2',
  },
); // prettier-ignore
add(
  'letter',
  { sourceType: 'scholarly-journal', publicationType: 'letter', peerReview: venueOnly },
  {
    title: 'Letter to the editor: the Ebbing frame',
    year: 2017,
    in: 'C',
    container: JOURNALS.studies.title,
    volume: '27',
    issue: '1',
    pages: '88',
  },
); // prettier-ignore
add(
  'reply',
  { sourceType: 'scholarly-journal', publicationType: 'comment', peerReview: venueOnly, design: ['expert-opinion', 'not-a-study'] },
  {
    title: 'Reply to a letter on the Ebbing frame',
    year: 2017,
    in: 'C',
    container: JOURNALS.studies.title,
    volume: '27',
    issue: '1',
    pages: '89',
  },
); // prettier-ignore
add(
  'correction',
  { sourceType: 'scholarly-journal', publicationType: 'correction', peerReview: venueOnly, design: ['not-a-study'] },
  {
    title: 'Correction to: A dendrochronology of the Ebbing mill frame',
    year: 2017,
    in: 'C',
    container: JOURNALS.studies.title,
    volume: '27',
    issue: '2',
    pages: '170',
  },
); // prettier-ignore
add(
  'obituary',
  { sourceType: 'scholarly-journal', publicationType: 'biography', peerReview: venueOnly, design: ['not-a-study'] },
  {
    title: 'Obituary: Clement Dunmore, millwright',
    year: 2019,
    in: 'C',
    container: JOURNALS.studies.title,
    volume: '29',
    issue: '3',
    pages: '201-203',
  },
); // prettier-ignore
const REVIEWED = [
  'The keeping of the hatches',
  'Mills of two creeks',
  'Timber and tide',
  'A handbook of sluices',
  'The drowned mill',
] as const;
REVIEWED.forEach((book, i) => {
  const journal = i % 2 ? JOURNALS.history : JOURNALS.studies;
  add(
    'book-review',
    { sourceType: 'scholarly-journal', publicationType: 'book-review', peerReview: venueOnly, design: ['not-a-study'] },
    {
      title: i === 2 ? `Review of “${book}”` : book,
      year: 2001 + 4 * i,
      in: 'C',
      container: journal.title,
      volume: String(12 + 4 * i),
      issue: '2',
      pages: `${90 + i}-${91 + i}`,
      cslType: i === 4 ? 'article-journal' : 'review-book',
      note: i === 4 ? 'Book review' : undefined,
    },
  ); // prettier-ignore
});

// Books of scholarly, trade and self-publishing presses, and their chapters
const BOOKS: [title: string, year: number, publisher: string, isbn: string, peer: readonly PeerReview[], db: 'E' | 'C' | 'EC'][] = [
  ['Mills of two creeks: landscape and labour, 1540–1900', 2000, 'Sluicegate University Press', '9789990550009', examined, 'EC'],
  ['Timber and tide: the engineering of tide mills', 2008, 'Sluicegate University Press', '9789990550016', examined, 'EC'],
  ['The keeping of the hatches: custom and law on the estuary', 1999, 'Tolland Academic', '9789990660005', examined, 'EC'],
  ['Conserving working machinery', 2012, 'Tolland Academic', '9789990660012', examined, 'EC'],
  ['Mortars in the tidal zone', 2017, 'Tolland Academic', '9789990660029', examined, 'EC'],
  ['A walker’s guide to tide mills', 1995, 'Heron Lane Books', '9789990770001', unrefereed, 'E'],
  ['The drowned mill: a year of repair', 2016, 'Heron Lane Books', '9789990770018', unrefereed, 'EC'],
  ['Flour, salt and water: cooking at the mill', 2011, 'Heron Lane Books', '9789990770025', unrefereed, 'E'],
  ['Grandfather’s sluice: memories of Redcreek', 2013, 'Ownleaf', '9789990880007', unrefereed, 'E'],
  ['How I saved a mill', 2019, 'Ownleaf', '9789990880014', unrefereed, 'E'],
  ['Notes on millstones, with drawings', 1987, 'Privately printed', '', unrefereed, 'E'],
]; // prettier-ignore
for (const [title, year, publisher, isbn, peerReview, db] of BOOKS)
  add(
    'book',
    { sourceType: 'book', publicationType: 'book', peerReview },
    { title, year, in: db, publisher, isbn, genre: 'book', cslType: 'book' },
  );
add(
  'handbook',
  { sourceType: 'reference-work', publicationType: 'book', peerReview: examined },
  {
    title: 'An encyclopedia of water-driven works',
    year: 2002,
    in: 'E',
    publisher: 'Tolland Academic',
    isbn: '9789990660036',
    genre: 'encyclopedia',
  },
); // prettier-ignore
const CHAPTERS: [title: string, book: string, year: number, publisher: string, isbn: string][] = [
  ['Ponds, banks and breaches', 'Landscapes of power: essays on mills', 2006, 'Sluicegate University Press', '9789990550023'],
  ['Millwrights and their marks', 'Landscapes of power: essays on mills', 2006, 'Sluicegate University Press', '9789990550023'],
  ['The economics of a working museum', 'Conserving working machinery', 2012, 'Tolland Academic', '9789990660012'],
  ['Lime, ash and brick dust', 'Mortars in the tidal zone', 2017, 'Tolland Academic', '9789990660029'],
  ['Gate, hinge and chain', 'Conserving working machinery', 2012, 'Tolland Academic', '9789990660012'],
];
for (const [title, container, year, publisher, isbn] of CHAPTERS)
  add(
    'chapter',
    { sourceType: 'book', publicationType: 'book-chapter', peerReview: examined },
    {
      title,
      year,
      in: 'C',
      container,
      publisher,
      isbn,
      pages: `${30 + works.length}-${52 + works.length}`,
      cslType: 'chapter',
    },
  ); // prettier-ignore
for (const [i, title] of ['Tide mill', 'Sluice', 'Undershot wheel', 'Mill pond', 'Hatch', 'Millwright'].entries())
  add(
    'entry',
    { sourceType: 'reference-work', publicationType: 'encyclopedia-entry', peerReview: examined },
    {
      title,
      year: 2002,
      in: 'C',
      container: 'An Encyclopedia of Water-Driven Works',
      publisher: 'Tolland Academic',
      isbn: '9789990660036',
      pages: `${100 + i * 40}-${102 + i * 40}`,
      cslType: i % 2 ? 'chapter' : 'entry-encyclopedia',
    },
  ); // prettier-ignore

for (const [i, mill] of MILLS.entries())
  add(
    'gazetteer',
    { sourceType: 'reference-work', publicationType: 'encyclopedia-entry', peerReview: examined },
    {
      title: `${mill} mill`,
      year: 2002,
      in: 'C',
      container: 'An Encyclopedia of Water-Driven Works',
      publisher: 'Tolland Academic',
      isbn: '9789990660036',
      pages: `${400 + i * 3}-${402 + i * 3}`,
      cslType: 'chapter',
    },
  ); // prettier-ignore

// Theses, reports, proceedings
for (const [title, year, db] of [
  ['The repair of tide mills in law and practice', 2005, 'EC'],
  ['Silt: a history of three mill ponds', 2014, 'E'],
  ['Hydraulics of penned tides', 2010, 'EC'],
  ['Volunteers and the care of industrial monuments', 2021, 'E'],
  ['Timber selection in mill repair', 1998, 'EC'],
  ['Common rights on the estuary, 1600–1850', 2007, 'E'],
  ['Working museums and their publics', 2018, 'EC'],
] as const)
  add(
    'thesis',
    { sourceType: 'thesis', publicationType: 'thesis', peerReview: examined },
    {
      title,
      year,
      in: db,
      publisher: 'Sluicegate University',
      genre: 'thesis',
      cslType: 'thesis',
      note: 'Doctoral thesis',
    },
  ); // prettier-ignore
for (const [i, mill] of MILLS.entries())
  add(
    'report',
    { sourceType: 'report', publicationType: 'report', peerReview: unrefereed },
    {
      title: `${mill} tide mill: condition survey and estimate of repairs`,
      year: 2001 + 2 * i,
      in: i < 4 ? 'E' : 'EC',
      publisher: 'Estuary Monuments Office',
      genre: 'technical report',
      cslType: 'report',
    },
  ); // prettier-ignore
add(
  'guideline',
  { sourceType: 'report', publicationType: 'guideline', peerReview: unrefereed, design: ['guideline'] },
  {
    title: 'Guidelines for the repair of sluices and hatches',
    year: 2015,
    in: 'C',
    publisher: 'Estuary Monuments Office',
    cslType: 'report',
  },
); // prettier-ignore
for (const [i, title] of [
  'Hanging a forty-foot gate without a crane',
  'Monitoring a leaking bank with buried fibre',
  'Three-dimensional scanning of gearing in place',
  'What the pond remembers: silt as archive',
  'Teaching millwrighting to joiners',
].entries())
  add(
    'paper',
    { sourceType: 'proceedings', publicationType: 'conference-paper', peerReview: i < 3 ? refereed : refereed },
    {
      title,
      year: 2010 + i,
      in: 'C',
      container: 'Proceedings of the Symposium on Working Mills',
      pages: `${20 + 12 * i}-${30 + 12 * i}`,
      cslType: 'paper-conference',
      abstract: 'The work at one mill is described step by step, with costs and with what went wrong.',
    },
  ); // prettier-ignore
add(
  'talk',
  { sourceType: 'proceedings', publicationType: 'conference-abstract', peerReview: ['refereed', 'venue-only'] },
  {
    title: 'Poster: a register of millstones',
    year: 2012,
    in: 'C',
    container: 'Proceedings of the Symposium on Working Mills',
    pages: '140',
    cslType: 'paper-conference',
  },
); // prettier-ignore

// Popular, trade and news
for (const [i, title] of [
  'A weekend at the mill',
  'Ten tide mills to see before the spring tide',
  'The last miller of Woodspit',
  'Bread from the ebb',
  'Painting the pond at dusk',
  'Inside the wheel',
].entries())
  add(
    'magazine',
    { sourceType: 'magazine', publicationType: 'feature', peerReview: unrefereed },
    {
      title,
      year: 2009 + 2 * i,
      in: 'C',
      container: JOURNALS.magazine.title,
      pages: `${20 + i}`,
      cslType: 'article-magazine',
    },
  ); // prettier-ignore
for (const [i, title] of [
  'Oak prices and your next gate',
  'Scaffolding over water: what the rules say',
  'Product news: stainless hinges',
].entries())
  add(
    'trade',
    { sourceType: 'trade-journal', publicationType: 'feature', peerReview: unrefereed },
    {
      title,
      year: 2016 + i,
      in: 'C',
      container: JOURNALS.trade.title,
      pages: `${6 + i}`,
      cslType: 'article-magazine',
    },
  ); // prettier-ignore
for (const [i, title] of ['Mill gates fail in night storm', 'Council votes to save Redcreek mill', 'Wheel turns again at Ebbing'].entries())
  add(
    'news',
    { sourceType: 'newspaper', publicationType: 'news', peerReview: unrefereed },
    {
      title,
      year: 2012 + 3 * i,
      in: 'C',
      container: JOURNALS.paper.title,
      pages: '3',
      cslType: 'article-newspaper',
      abstract: 'The trust said on Monday that work would begin before the autumn tides.',
    },
  ); // prettier-ignore
for (const [i, title] of ['From the chairman', 'Members’ visit to Merrow', 'Millstones wanted'].entries())
  add(
    'newsletter',
    { sourceType: 'magazine', publicationType: 'other', peerReview: unrefereed },
    {
      title,
      year: 2008 + i,
      in: 'C',
      container: JOURNALS.newsletter.title,
      pages: `${2 + i}`,
      cslType: 'article-magazine',
    },
  ); // prettier-ignore
add(
  'interview',
  { sourceType: 'magazine', publicationType: 'interview', peerReview: unrefereed, design: ['not-a-study'] },
  {
    title: 'Interview with a hatch maker',
    year: 2018,
    in: 'C',
    container: JOURNALS.magazine.title,
    pages: '44-46',
    cslType: 'article-magazine',
  },
); // prettier-ignore
add(
  'film',
  { sourceType: 'audiovisual', publicationType: 'recording', peerReview: unrefereed, design: ['not-a-study'] },
  {
    title: 'The tide at work: a film of Saltern mill',
    year: 1974,
    in: 'E',
    genre: 'motion picture',
  },
); // prettier-ignore
add(
  'map',
  { sourceType: 'audiovisual', publicationType: 'recording', peerReview: unrefereed, design: ['not-a-study'] },
  {
    title: 'Plan of the mills of the lower creek',
    year: 1843,
    in: 'E',
    genre: 'map',
  },
); // prettier-ignore
add(
  'web',
  { sourceType: 'web', publicationType: 'other', peerReview: unrefereed },
  {
    title: 'Opening days of the estuary’s mills',
    year: 2023,
    in: 'C',
    cslType: 'webpage',
  },
); // prettier-ignore
add(
  'dataset',
  { sourceType: 'dataset', publicationType: 'dataset', peerReview: unrefereed, design: ['not-a-study'] },
  {
    title: 'Levels of the Oldsluice pond, every ten minutes, 2018',
    year: 2019,
    in: 'C',
    publisher: 'Estuary Data Deposit',
    cslType: 'dataset',
  },
); // prettier-ignore

// Wrong metadata: the same source is right in one catalogue and wrong in the other
const spoil = (title: string, wrong: NonNullable<MillWork['wrong']>) => {
  const work = works.find((w) => w.title === title);
  if (!work) throw new Error(`no such work: ${title}`);
  work.wrong = wrong;
};
spoil('Women at the hatches: millers’ widows in the creeks', { title: 'WOMEN AT THE HATCHES: MILLERS’ WIDOWS IN THE CREEKS' });
spoil('Timber and tide: the engineering of tide mills', { author: 'Tide, Timber' });
spoil('Hydraulics of penned tides', { genre: 'book' });
spoil('Repair or replica? Three restorations judged after thirty years', { year: 2013 });
spoil('Mortars in the tidal zone', { cslType: 'chapter' });

export const MILL_WORKS: readonly MillWork[] = works;
