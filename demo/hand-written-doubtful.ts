import type { DemoWork } from './work';

type Draft = Omit<DemoWork, 'key' | 'language' | 'headings' | 'online'>;

const trialTypes = ['Journal Article', 'Randomized Controlled Trial'];
const refereed = { sourceType: 'scholarly-journal', peerReview: 'refereed' } as const;

/** Works whose records a careful person has to look at: two of them are one, or only nearly. */
const DRAFTS: Record<string, Draft> = {
  // One trial; Brindlecote mistyped the DOI.
  'doubt-doi': {
    title: 'Blue-enriched ceiling light in a steelworks canteen: a randomised crossover trial',
    abstract:
      'BACKGROUND: Steelworkers on nights eat at 02:00 under dim light. METHODS: Thirty-four workers were randomly allocated to the order of blue-enriched or usual canteen light, with a washout of one week. RESULTS: Sleepiness at 04:00 was lower by 0.8 points (95% CI 0.2 to 1.4). CONCLUSIONS: Light at the meal helps until morning.',
    authors: ['Marchetti-Holm, Livia', 'Osei, Kwame'],
    venue: 'Illuminated Workplaces',
    issued: '2021 May',
    volume: '14',
    issue: '3',
    pages: '211-220',
    doi: '10.5555/ns.2021.4417',
    truth: { ...refereed, publicationType: 'research-article', design: 'crossover-randomised-trial', level: ['2'] },
    vellmora: { type: 'JOUR', date: '2021/05/' },
    ostrane: { types: trialTypes, pmid: '99000301' },
    brindlecote: { type: 'Article', listed: { doi: '10.5555/ns.2021.4471' } },
  },
  // One cohort; Brindlecote has the pages of the advance copy and no DOI.
  'doubt-pages': {
    title: 'Dark goggles after the last round and falls asleep at home: a cohort of hospital porters',
    abstract: '',
    authors: ['Quist, Ebba', 'Adeyemi, Tola', 'Fenwick, Rhona'],
    venue: 'Archives of Shift Medicine',
    issued: '2020 Sep',
    volume: '31',
    issue: '9',
    pages: '655-663',
    doi: '10.5555/ns.2020.4418',
    truth: { ...refereed, publicationType: 'research-article', design: 'cohort-prospective', level: ['3'] },
    ostrane: { types: ['Journal Article'], pmid: '99000302' },
    brindlecote: { type: 'Article', noDoi: true, listed: { pages: '1-9', issue: '7' } },
  },
  // One report; the two databases give years one apart and nothing of where it stands.
  'doubt-year': {
    title: 'Lamps, rosters and sick leave in municipal waterworks: five years of registers',
    abstract: '',
    authors: ['Tamsin Labour Office'],
    venue: '',
    issued: '2022',
    volume: '',
    issue: '',
    pages: '',
    doi: '',
    truth: {
      sourceType: 'report',
      publicationType: 'report',
      peerReview: 'not-refereed',
      design: 'cohort-retrospective',
      level: ['3', '4', 'not-graded'],
    },
    vellmora: { type: 'RPRT', date: '2022///' },
    brindlecote: { type: 'Grey report', listed: { issued: '2023' } },
  },
  // Two papers of one team that differ in a word; neither record says on which page it begins.
  'doubt-team-mood': {
    title: 'Amber lenses and mood in tunnel inspectors: a diary study',
    abstract: '',
    authors: ['Ilves, Marta', 'Brøndum, Kaj'],
    venue: 'Sleep and Labour',
    issued: '2019 Mar',
    volume: '22',
    issue: '2',
    pages: '',
    doi: '',
    truth: { ...refereed, publicationType: 'research-article', design: 'cohort-prospective', level: ['3', '4'] },
    vellmora: { type: 'JOUR', date: '2019/03/' },
  },
  'doubt-team-sleep': {
    title: 'Amber lenses and sleep in tunnel inspectors: a diary study',
    abstract: '',
    authors: ['Ilves, Marta', 'Brøndum, Kaj'],
    venue: 'Sleep and Labour',
    issued: '2019 Mar',
    volume: '22',
    issue: '2',
    pages: '',
    doi: '',
    truth: { ...refereed, publicationType: 'research-article', design: 'cohort-prospective', level: ['3', '4'] },
    brindlecote: { type: 'Article' },
  },
  // A talk that nobody names as one, and the article of it a year later.
  'doubt-talk': {
    title: 'Two lamps or one: light for the night staff of signal boxes',
    abstract: '',
    authors: ['Varga-Lind, Petra', 'Sund, Alva'],
    venue: 'Proceedings of the Northern Lamp Meeting',
    issued: '2018',
    volume: '',
    issue: '',
    pages: '',
    doi: '',
    truth: {
      sourceType: 'proceedings',
      publicationType: 'conference-paper',
      peerReview: 'refereed',
      design: 'non-randomised-trial',
      level: ['3'],
    },
    tarnwick: { type: 'inproceedings' },
  },
  'doubt-talk-article': {
    title: 'Two lamps or one? Light for the night staff of signal boxes',
    abstract:
      'METHODS: Night staff of eleven signal boxes worked under one lamp or two, as their box had been fitted. RESULTS: Alertness at 05:00 did not differ. CONCLUSIONS: One lamp is enough.',
    authors: ['Varga-Lind, Petra', 'Sund, Alva'],
    venue: 'Night Work and Health',
    issued: '2019 Feb',
    volume: '17',
    issue: '1',
    pages: '31-38',
    doi: '10.5555/ns.2019.4423',
    truth: { ...refereed, publicationType: 'research-article', design: 'non-randomised-trial', level: ['3'] },
    vellmora: { type: 'JOUR', date: '2019/02/' },
  },
};

export const DOUBTFUL: DemoWork[] = Object.entries(DRAFTS).map(([key, draft]) => ({
  key,
  language: 'eng',
  headings: [],
  online: '',
  ...draft,
}));
