import type { Truth } from './work';

/** Parts of made-up sentences. Every combination is meant to read like a real record, and none is one. */
export const PEOPLE = [
  'night-shift nurses',
  'glassworks crews',
  'tram drivers',
  'bakery workers',
  'air-traffic staff',
  'mine-rescue teams',
  'hospital porters',
  'ferry engineers',
  'parcel sorters',
  'control-room operators',
  'paramedics',
  'dairy crews',
  'security guards',
  'refuse crews',
  'paper-mill operators',
  'railway signallers',
  'hotel night staff',
  'fire crews',
  'call-centre agents',
  'dock workers',
];
export const LIGHTS = [
  'timed bright light',
  'blue-enriched lighting',
  'evening light boxes',
  'amber lenses on the way home',
  'blue-blocking eyewear',
  'dynamic ceiling light',
  'wearable light visors',
  'dimmed morning light',
  'bright light with tinted lenses',
  'short light pulses',
];
export const OUTCOMES = [
  'daytime sleep',
  'alertness on shift',
  'recovery sleep',
  'vigilance and errors',
  'sleepiness and mood',
  'total sleep time',
  'reaction time',
  'sleep onset after nights',
];
export const FAMILY = [
  'Abara',
  'Bellweather',
  'Corvale',
  'Dastur',
  'Ekholm-Diaz',
  'Falk',
  'Garside',
  'Haugstad',
  'Iqbal-Stone',
  'Jurcic',
  'Kestrel-May',
  'Lindqvist-Rao',
  'Mbeki-Toller',
  'Ngata',
  'Okonjo-Reyes',
  'Petrosyan',
  'Quarshie',
  'Ravnkilde',
  'Sund',
  'Thorsen',
  'Uzelac',
  'Villaseñor',
  'Wambui-Lee',
  'Xanthou',
  'Yilmaz-Carr',
  'Zamora-Klint',
  'Ångman',
  'Brückmann',
  'Çelikel',
  'Østby',
];
export const GIVEN = [
  'Alva',
  'Bo',
  'Chidi',
  'Dion',
  'Edda',
  'Femi',
  'Greta',
  'Hemi',
  'Iben',
  'Joss',
  'Kwabena',
  'Lia',
  'Mara',
  'Nuria',
  'Ola',
  'Per',
  'Rafi',
  'Susana',
  'Tunde',
  'Ugo',
];
export const JOURNALS = [
  'Journal of Occupational Chronobiology',
  'Night Work and Health',
  'Archives of Shift Medicine',
  'Sleep and Labour',
  'Illuminated Workplaces',
  'Annals of Circadian Care',
];

export interface Parts {
  people: string;
  light: string;
  outcome: string;
  n: number;
  weeks: number;
  minutes: number;
}

export interface Template {
  /** How often, in relative weight. */
  weight: number;
  truth: Truth;
  title(p: Parts): string;
  abstract(p: Parts): string;
  /** RIS type at Vellmora, publication types at Ostrane; '' and [] when the database never lists such items. */
  ris: string;
  pt: string[];
  venue?: string;
}

const article = { sourceType: 'scholarly-journal', publicationType: 'research-article', peerReview: 'refereed' } as const;
const matter = { sourceType: 'scholarly-journal', peerReview: 'venue-only', design: 'not-a-study' } as const;
const cap = (text: string) => `${text[0]!.toUpperCase()}${text.slice(1)}`;
const ci = (m: number) => `(95% CI ${m - 9} to ${m + 11})`;

export const TEMPLATES: Template[] = [
  {
    weight: 14,
    truth: { ...article, design: 'randomised-trial', level: ['2'] },
    ris: 'JOUR',
    pt: ['Journal Article', 'Randomized Controlled Trial'],
    title: (p) => `${cap(p.light)} for ${p.outcome} in ${p.people}: a randomised controlled trial`,
    abstract: (p) =>
      `BACKGROUND: ${cap(p.people)} often sleep badly after nights. METHODS: We randomly assigned ${p.n} volunteers to ${p.light} or to usual conditions for ${p.weeks} weeks. Sleep was recorded by actigraphy. RESULTS: ${cap(p.outcome)} improved; day sleep was longer by ${p.minutes} minutes ${ci(p.minutes)}. CONCLUSIONS: ${cap(p.light)} may help ${p.people}.`,
  },
  {
    weight: 5,
    truth: { ...article, design: 'randomised-trial', level: ['2'] },
    ris: 'JOUR',
    pt: ['Journal Article', 'Randomized Controlled Trial'],
    title: (p) => `Effects of ${p.light} on ${p.outcome} in ${p.people}`,
    abstract: (p) =>
      `Sleep after night work is short. In this study ${p.n} ${p.people} were randomly allocated to ${p.light} or a dim control for ${p.weeks} weeks. Compared with control, day sleep was ${p.minutes} minutes longer ${ci(p.minutes)}. The effect was larger in those who commuted in daylight.`,
  },
  {
    weight: 6,
    truth: { ...article, design: 'cluster-randomised-trial', level: ['2'] },
    ris: 'JOUR',
    pt: ['Journal Article', 'Randomized Controlled Trial', 'Multicenter Study'],
    title: (p) => `${cap(p.light)} and ${p.outcome} in ${p.people}: cluster randomised trial`,
    abstract: (p) =>
      `OBJECTIVE: To test ${p.light} at work. METHODS: ${cap(String(p.weeks * 2))} depots were randomly allocated to ${p.light} or usual lighting; ${p.n} workers took part. RESULTS: The difference in day sleep was ${p.minutes} minutes ${ci(p.minutes)}. CONCLUSIONS: Lighting the workplace is practicable.`,
  },
  {
    weight: 6,
    truth: { ...article, design: 'crossover-randomised-trial', level: ['2'] },
    ris: 'JOUR',
    pt: ['Journal Article', 'Randomized Controlled Trial'],
    title: (p) => `${cap(p.light)} on consecutive nights in ${p.people}: a randomised crossover study`,
    abstract: (p) =>
      `METHODS: ${p.n} volunteers had ${p.light} and dim light in random order, ${p.weeks} weeks each, with a washout between. RESULTS: ${cap(p.outcome)} was better under light; sleep was longer by ${p.minutes} minutes ${ci(p.minutes)}. CONCLUSIONS: Benefits appear within days. Further randomised trials should test lower doses.`,
  },
  {
    weight: 7,
    truth: { ...article, design: 'non-randomised-trial', level: ['3'] },
    ris: 'JOUR',
    pt: ['Journal Article', 'Clinical Trial'],
    title: (p) => `${cap(p.light)} for ${p.people}: a non-randomised controlled trial of ${p.outcome}`,
    abstract: (p) =>
      `METHODS: One site introduced ${p.light} and another served as the control site; ${p.n} workers were allocated by site. RESULTS: Day sleep rose by ${p.minutes} minutes at the first site (p = 0.04). CONCLUSIONS: Results agree with laboratory work but may reflect the site.`,
  },
  {
    weight: 9,
    truth: { ...article, design: 'cohort-prospective', level: ['3'] },
    ris: 'JOUR',
    pt: ['Journal Article', 'Observational Study'],
    title: (p) => `Light exposure and ${p.outcome} in ${p.people}: a prospective cohort study`,
    abstract: (p) =>
      `BACKGROUND: Habitual light differs widely between workers. METHODS: We followed ${p.n * 4} ${p.people} for ${p.weeks} months with light loggers; day workers formed the comparison group. RESULTS: More light before midnight went with ${p.minutes} minutes more sleep ${ci(p.minutes)}. CONCLUSIONS: Cohort data support a role of timing.`,
  },
  {
    weight: 5,
    truth: { ...article, design: 'cohort-retrospective', level: ['3', '4'] },
    ris: 'JOUR',
    pt: ['Journal Article'],
    title: (p) => `Sick leave and lighting among ${p.people}: a retrospective cohort study`,
    abstract: (p) =>
      `METHODS: Personnel files of ${p.n * 9} ${p.people} were linked with lighting plans from 2009 onwards. RESULTS: Sick leave was lower after ${p.light} was installed (rate ratio 0.8${p.weeks}). CONCLUSIONS: Records cannot separate light from other changes.`,
  },
  {
    weight: 4,
    truth: { ...article, design: 'case-control', level: ['4'] },
    ris: 'JOUR',
    pt: ['Journal Article'],
    title: (p) => `Accidents on the way home and ${p.light} in ${p.people}: a case-control study`,
    abstract: (p) =>
      `METHODS: We compared ${p.n} cases with ${p.n * 2} matched controls from the same rosters. RESULTS: The odds ratio for ${p.light} was 0.${p.minutes + 40}. CONCLUSIONS: Recall may explain part of the difference.`,
  },
  {
    weight: 12,
    truth: { ...article, design: 'cross-sectional', level: ['4'] },
    ris: 'JOUR',
    pt: ['Journal Article'],
    title: (p) => `Use of ${p.light} and ${p.outcome} among ${p.people}: a cross-sectional study`,
    abstract: (p) =>
      `METHODS: In a cross-sectional survey, ${p.n * 6} ${p.people} reported light habits, eyewear and sleep. RESULTS: ${p.minutes}% had ever tried ${p.light}. Users slept slightly longer (p = 0.0${p.weeks}). CONCLUSIONS: Causation can't be inferred.`,
  },
  {
    weight: 6,
    truth: { ...article, design: 'qualitative', level: ['not-graded'] },
    ris: 'JOUR',
    pt: ['Journal Article'],
    title: (p) => `Living with ${p.light}: a qualitative study of ${p.people}`,
    abstract: (p) =>
      `METHODS: Semi-structured interviews with ${Math.max(11, p.n % 40)} ${p.people} were analysed thematically. FINDINGS: Comfort, teasing and control decided whether ${p.light} was used. CONCLUSIONS: Design matters as much as dose.`,
  },
  {
    weight: 5,
    truth: { ...article, design: 'before-after', level: ['4'] },
    ris: 'JOUR',
    pt: ['Journal Article'],
    title: (p) => `New lamps for ${p.people}: a before-and-after study of ${p.outcome}`,
    abstract: (p) =>
      `METHODS: Day sleep of ${p.n} ${p.people} was measured before and ${p.weeks} weeks after ${p.light} was introduced. RESULTS: Sleep rose by ${p.minutes} minutes (p = 0.06). CONCLUSIONS: Without a comparison group the change can't be attributed to light.`,
  },
  {
    weight: 5,
    truth: { ...article, publicationType: 'systematic-review', design: 'systematic-review', level: ['1', '2', '3'] },
    ris: 'JOUR',
    pt: ['Journal Article', 'Systematic Review'],
    title: (p) => `${cap(p.light)} and ${p.outcome} in ${p.people}: a systematic review`,
    abstract: (p) =>
      `METHODS: We searched ${p.weeks + 2} databases for controlled studies of ${p.light} in ${p.people}. Two reviewers screened titles and extracted data. RESULTS: ${p.weeks + 5} studies were included. CONCLUSIONS: Studies are small and differ in dose. Better randomised trials are needed.`,
  },
  {
    weight: 4,
    truth: { ...article, publicationType: 'systematic-review', design: 'meta-analysis', level: ['1'] },
    ris: 'JOUR',
    pt: ['Journal Article', 'Meta-Analysis', 'Review'],
    title: (p) => `${cap(p.light)} for ${p.outcome}: a meta-analysis of randomised trials in ${p.people}`,
    abstract: (p) =>
      `METHODS: We included randomised trials of ${p.light} in ${p.people}. Effects were pooled with a random-effects model. RESULTS: ${p.weeks + 3} trials with ${p.n * 7} participants gave a mean difference of ${p.minutes} minutes ${ci(p.minutes)}. CONCLUSIONS: Certainty is moderate.`,
  },
  {
    weight: 3,
    truth: { ...article, publicationType: 'systematic-review', design: 'scoping-review', level: ['not-graded'] },
    ris: 'JOUR',
    pt: ['Journal Article', 'Review'],
    title: (p) => `Lighting interventions for ${p.people}: a scoping review`,
    abstract: (p) =>
      `METHODS: Five databases were searched and ${p.n} reports charted by setting, device and outcome. RESULTS: ${cap(p.light)} was the most common device. CONCLUSIONS: Few reports concern eyewear.`,
  },
  {
    weight: 7,
    truth: { ...article, publicationType: 'review-article', design: 'narrative-review', level: ['5'] },
    ris: 'JOUR',
    pt: ['Journal Article', 'Review'],
    title: (p) => `${cap(p.light)} and the body clock of ${p.people}: a narrative review`,
    abstract: (p) =>
      `This review summarises what is known about ${p.light}, from mechanisms to ${p.outcome}. Unlike previous cohort studies, recent trials control the timing. We close with advice for rosters.`,
  },
  {
    weight: 5,
    truth: { ...article, publicationType: 'protocol', design: 'not-a-study', level: ['not-graded'] },
    ris: 'JOUR',
    pt: ['Journal Article', 'Clinical Trial Protocol'],
    title: (p) => `${cap(p.light)} to improve ${p.outcome} in ${p.people}: protocol for a randomised controlled trial`,
    abstract: (p) =>
      `BACKGROUND: Evidence on ${p.light} is thin. METHODS: ${p.n} ${p.people} will be randomly allocated to ${p.light} or waiting list. The primary outcome is day sleep after ${p.weeks} weeks. DISCUSSION: Recruitment starts next spring.`,
  },
  {
    weight: 7,
    truth: { ...matter, publicationType: 'editorial', design: 'expert-opinion', level: ['5', 'not-graded'] },
    ris: 'JOUR',
    pt: ['Editorial'],
    title: (p) => `Editorial: ${p.light} and the duty to ${p.people}`,
    abstract: () => '',
  },
  {
    weight: 6,
    truth: { ...matter, publicationType: 'letter', level: ['not-graded', '5'] },
    ris: 'JOUR',
    pt: ['Letter'],
    title: (p) => `Letter to the editor: dose and timing of ${p.light} in ${p.people}`,
    abstract: () => '',
  },
  {
    weight: 4,
    truth: { ...matter, publicationType: 'comment', level: ['not-graded', '5'] },
    ris: 'JOUR',
    pt: ['Comment', 'Journal Article'],
    title: (p) => `Comment on “${cap(p.light)} and ${p.outcome} in ${p.people}”`,
    abstract: () => '',
  },
  {
    weight: 3,
    truth: { ...matter, publicationType: 'book-review', level: ['not-graded'] },
    ris: 'JOUR',
    pt: [],
    title: (p) => `Book review: Night people, on the history of ${p.people}`,
    abstract: () => '',
  },
  {
    weight: 3,
    truth: { ...article, publicationType: 'case-report', design: 'case-report', level: ['4', '5'] },
    ris: 'JOUR',
    pt: ['Case Reports', 'Journal Article'],
    title: (p) => `Headache after ${p.light} in one of our ${p.people}: case report`,
    abstract: (p) => `A ${30 + p.weeks}-year-old worker had headache on each night with ${p.light}. It ended when the lamp was moved.`,
  },
  {
    weight: 3,
    truth: { ...article, design: 'animal', level: ['5'] },
    ris: 'JOUR',
    pt: ['Journal Article'],
    title: (p) => `${cap(p.light)} and activity rhythms in night-active rats`,
    abstract: (p) =>
      `METHODS: ${p.n} rats were housed under a shifted light cycle. RESULTS: Rest was consolidated within ${p.weeks} days (p < 0.01).`,
  },
  {
    weight: 7,
    truth: {
      sourceType: 'trade-journal',
      publicationType: 'feature',
      peerReview: 'not-refereed',
      design: 'not-a-study',
      level: ['not-graded'],
    },
    ris: 'MGZN',
    pt: [],
    venue: 'The Lighting Fitter',
    title: (p) => `How ${p.people} took to ${p.light}`,
    abstract: (p) => `A visit to a site with ${p.n} lamps, and what the fitters learned about ${p.light}.`,
  },
  {
    weight: 6,
    truth: { sourceType: 'newspaper', publicationType: 'news', peerReview: 'not-refereed', design: 'not-a-study', level: ['not-graded'] },
    ris: 'NEWS',
    pt: [],
    venue: 'Harbour Courier',
    title: (p) => `Better sleep for ${p.people}? Council tries ${p.light}`,
    abstract: (p) => `The council will try ${p.light} for ${p.weeks} weeks.`,
  },
  {
    weight: 4,
    truth: {
      sourceType: 'thesis',
      publicationType: 'thesis',
      peerReview: 'examined',
      design: 'mixed-methods',
      level: ['3', '4', 'not-graded'],
    },
    ris: 'THES',
    pt: [],
    venue: '',
    title: (p) => `${cap(p.light)}, ${p.outcome} and the working lives of ${p.people}`,
    abstract: (p) => `A thesis in three parts: a survey of ${p.n} ${p.people}, interviews, and a pilot of ${p.light}.`,
  },
  {
    weight: 3,
    truth: { sourceType: 'report', publicationType: 'report', peerReview: 'not-refereed', design: 'narrative-review', level: ['5'] },
    ris: 'RPRT',
    pt: [],
    venue: '',
    title: (p) => `Lighting at night for ${p.people}: report of a working party`,
    abstract: (p) => `The working party heard evidence on ${p.light} and recommends trials in ${p.weeks} sites.`,
  },
]; // prettier-ignore
