import type { Person } from '@/core/record';

/** A journal, as its publisher and the databases know it. */
export interface Journal {
  name: string;
  abbreviation: string;
  print: string;
  electronic: string;
  /** Numbers articles instead of paging them. */
  articleNumbers: boolean;
}

/** What was really published: the truth, before any database has listed it. */
export interface Original {
  /** Works of one number are one publication. */
  id: number;
  title: string;
  subtitle: string;
  authors: Person[];
  journal: Journal | null;
  /** Where it is when that is no journal. */
  container: string;
  year: number;
  month: number;
  volume: string;
  issue: string;
  pages: string;
  doi: string;
  pmid: string;
  abstract: string;
  language: string;
  kind: Kind;
  /** Databases list it under this title too. */
  otherTitle: string;
  relation: { type: string; to: number } | null;
}

export type Kind =
  | 'article'
  | 'review'
  | 'preprint'
  | 'protocol'
  | 'registration'
  | 'conference-abstract'
  | 'correction'
  | 'retraction'
  | 'concern'
  | 'comment'
  | 'reply'
  | 'editorial'
  | 'book-review'
  | 'book'
  | 'chapter'
  | 'thesis'
  | 'annual-report'
  | 'translation';

export interface Chance {
  next(): number;
  pick<T>(list: readonly T[]): T;
  whole(from: number, to: number): number;
  chance(share: number): boolean;
}

export const chances = (next: () => number): Chance => ({
  next,
  pick: (list) => list[Math.floor(next() * list.length)]!,
  whole: (from, to) => from + Math.floor(next() * (to - from + 1)),
  chance: (share) => next() < share,
});

const words = (text: string) => text.trim().split(/\s*,\s*/);

const SETTINGS =
  words(`lime kilns, tidal mills, ferry decks, cold stores, glassworks, bakeries, orchards, sorting halls, quarry pits, tram depots,
  lighthouses, foundries, parcel hubs, dairies, laundries, printing halls, fish markets, call rooms, airfields, sawmills, salt works, tanneries,
  breweries, greenhouses, shipyards, signal boxes, pump stations, weaving sheds, mine galleries, school kitchens, operating theatres, archives`);
const PEOPLE =
  words(`night crews, apprentices, older workers, part-time staff, supervisors, new mothers, drivers, porters, technicians, cleaners,
  seasonal workers, shift nurses, clerks, divers, fitters, rangers, couriers, operators, volunteers, trainees, dispatchers, guards, pickers, stokers`);
const EXPOSURES =
  words(`timed bright light, noise dampers, knee pads, rest breaks, lifting aids, tinted lenses, whole-body vibration, wet work,
  cold air, diesel fumes, flour dust, standing mats, hearing protection, rotating rosters, split shifts, piece rates, remote supervision,
  haptic gloves, exoskeletons, cooling vests, hydration prompts, warm-up exercises, peer coaching, near-miss reporting, silent alarms,
  micro-naps, caffeine gum, footwear insoles, ladder training, mirror therapy, music at work, job crafting, green views, task rotation`);
const OUTCOMES = words(`daytime sleep, low back pain, hearing loss, sick leave, reaction times, hand eczema, lung function, injury rates,
  alertness, blood pressure, mood, fatigue, work ability, visual comfort, error rates, staff turnover, knee osteoarthritis, heat strain,
  melatonin, cortisol, balance, grip strength, burnout, skin temperature, absenteeism, presenteeism, safety climate, gait, posture, appetite`);
const DESIGNS = words(`a randomised controlled trial, a cohort study, a cross-sectional survey, a case-control study, a pilot study,
  a qualitative study, a cluster randomised trial, a before-and-after study, a systematic review, a scoping review, a secondary analysis,
  a mixed-methods evaluation, a randomised crossover trial, a modelling study, a nested case-control study, a time-series analysis`);
const OPENERS =
  words(`Effects of, Effect of, Association of, Associations between, Exposure to, Benefits of, Use of, Towards, The role of, Rethinking,
  Evaluating, Predictors of, Prevalence of, Experiences of, Long-term effects of, Short-term effects of, Trends in, Costs of, Barriers to`);
const FAMILIES =
  words(`Abara, Ångman, Bergøy, Castellanos, Dastur, Dvořák, El-Amin, Falk, Garside, Håkansson, Ibarra, Jørgensen, Kowalczyk, Lindqvist,
  Lindqvist-Rao, Mbeki, Müller, Ngata, O'Dowd, Ødegård, Okonjo, Penhallow, Quispe, Ravnkilde, Sørensen, St. Clair, Tanaka, Uzelac, van der Velde,
  Wójcik, Xiang, Yıldız, Zhou, Ó Briain, Núñez, Łuczak, de la Torre, Al-Rashid, Brandt, Cho, Duarte, Eklund, Fontaine, Grieve, Holm, Ivanova, Jansen,
  Kaya, Lund, Moreau, Nair, Oyelaran, Petrov, Rossi, Sato, Thorne, Ueda, Vance, Weiss, Yusuf, Zeller, Amari, Bello, Corvin, Dahl, Engström, Ferro,
  Gallo, Hesse, Imai, Jokinen, Keller, Laine, Marek, Nowak, Olsen, Pohl, Quaye, Roux, Silva, Tamm, Ulvik, Varga, Wirth, Young, Zimmer, Lee, Li, Wang,
  Smitt, Kim, Singh, Khan, Chen, Park, Liu, Ali, Das, Bose, Rao, Iyer, Mehta, Patil, Shah, Gupta, Kumar, Reddy, Sen, Bianchi, Conti, Greco, Marino`);
const GIVEN =
  words(`Tomasz, Iben, Mara, Hemi, Greta, Joss, Alva, Bo, Ana Lucía, Jean-Marc, Åse, Piotr, Noor, Femi, Sunniva, Ola, Hoshang, Mei, Jun, Ravi,
  Leila, Omar, Ines, Hugo, Clara, Erik, Maja, Lars, Nina, Ivo, Petra, Samir, Tove, Ulf, Vera, Wim, Yara, Zoe, Aino, Bruno, Carla, Dina, Emil, Freja,
  Gustav, Hana, Isak, Jana, Karin, Leon, Mona, Nils, Olga, Pavel, Rosa, Signe, Theo, Una, Viktor, Wanda, Mary Ann, J. R., Karl Heinz, Maria José`);
const ADJECTIVES = words('European, Nordic, Northern, International, Quarterly, Applied, Clinical, General, New, Annual');
const KINDS_OF_JOURNAL = words('Journal of, Annals of, Archives of, Review of, Letters in, Studies in, Advances in, Bulletin of');
const SUBJECTS =
  words(`Work and Rest, Occupational Rhythm, Labour Medicine, Industrial Hygiene, Night Work, Applied Ergonomy, Rest and Recovery,
  Lamp Science, Shift Nursing, Safety Practice, Work Psychology, Noise and Health, Workplace Light, Crew Health, Trades and Crafts, Rural Labour,
  Sleep and Duty, Manual Handling, Human Signals, Industrial History, Thermal Comfort, Roster Planning, Harbour Medicine, Rail Operations`);
const MODIFIERS =
  words(`early, late, repeated, single-dose, supervised, home-based, low-cost, seasonal, intermittent, progressive, combined, self-reported, objective,
  moderate, intense, brief, sustained, unplanned, weekly, portable, wearable, shared, personal, subsidised, routine, enhanced, adaptive, predictive`);

const SHORT: Record<string, string> = {
  Journal: 'J',
  Annals: 'Ann',
  Archives: 'Arch',
  Review: 'Rev',
  Letters: 'Lett',
  Studies: 'Stud',
  Advances: 'Adv',
  Bulletin: 'Bull',
  European: 'Eur',
  Nordic: 'Nord',
  Northern: 'North',
  International: 'Int',
  Quarterly: 'Q',
  Applied: 'Appl',
  Clinical: 'Clin',
  General: 'Gen',
  Annual: 'Annu',
  Occupational: 'Occup',
  Labour: 'Labour',
  Medicine: 'Med',
  Industrial: 'Ind',
  Hygiene: 'Hyg',
  Recovery: 'Recovery',
  Science: 'Sci',
  Nursing: 'Nurs',
  Practice: 'Pract',
  Psychology: 'Psychol',
  Workplace: 'Workpl',
  History: 'Hist',
  Operations: 'Oper',
  Handling: 'Handl',
  Planning: 'Plann',
};

function issn(n: number): string {
  const digits = String(5000000 + n);
  const sum = [...digits].reduce((total, digit, i) => total + Number(digit) * (8 - i), 0);
  const check = (11 - (sum % 11)) % 11;
  return `${digits.slice(0, 4)}-${digits.slice(4)}${check === 10 ? 'X' : check}`;
}

/** A few hundred journals, some of them with names that differ in one word only. */
export function makeJournals({ next }: Chance): Journal[] {
  const journals: Journal[] = [];
  for (const kind of KINDS_OF_JOURNAL)
    for (const subject of SUBJECTS)
      for (const adjective of ['', ...ADJECTIVES]) {
        if (next() > (adjective ? 0.08 : 0.5)) continue;
        const name = `${adjective} ${kind} ${subject}`.trim();
        const abbreviation = name
          .split(' ')
          .filter((w) => !/^(?:of|and|in|the)$/.test(w))
          .map((w) => SHORT[w] ?? w)
          .join(' ');
        const n = journals.length * 2;
        journals.push({ name, abbreviation, print: issn(n), electronic: issn(n + 1), articleNumbers: next() < 0.2 });
      }
  return journals;
}

/** A title of the field, as titles are: an opener, an exposure, an outcome, people, a place, often a design after a colon. */
export function makeTitle({ pick, chance }: Chance): [string, string] {
  const exposure = `${chance(0.45) ? `${pick(MODIFIERS)} ` : ''}${pick(EXPOSURES)}`;
  const people = `${pick(PEOPLE)}${chance(0.6) ? ` of ${pick(SETTINGS)}` : ''}`;
  const outcome = pick(OUTCOMES);
  const capital = (s: string) => s[0]!.toUpperCase() + s.slice(1);
  const main = pick([
    () => `${pick(OPENERS)} ${exposure} on ${outcome} in ${people}`,
    () => `${capital(exposure)} and ${outcome} among ${people}`,
    () => `Does ${pick(MODIFIERS)} use of ${pick(EXPOSURES)} change ${outcome} in ${people}?`,
    () => `${capital(outcome)}, ${pick(OUTCOMES)} and ${exposure}`,
    () => `${capital(exposure)} for ${people}`,
    () => `${capital(outcome)} in ${people} after ${exposure}`,
    () => `What ${people} say about ${exposure}`,
  ])();
  return [main, chance(0.7) ? pick(DESIGNS) : chance(0.3) ? `${pick(MODIFIERS)} evidence from ${pick(SETTINGS)}` : ''];
}

const SENTENCES = [
  (c: Chance) => `Little is known about ${c.pick(EXPOSURES)} in ${c.pick(SETTINGS)}.`,
  (c: Chance) => `We studied ${c.whole(12, 980)} ${c.pick(PEOPLE)} from ${c.whole(2, 40)} sites over ${c.whole(2, 60)} weeks.`,
  (c: Chance) =>
    `The main outcome was ${c.pick(OUTCOMES)}, measured by ${c.pick(['diary', 'actigraphy', 'questionnaire', 'register', 'observers'])}.`,
  (c: Chance) =>
    `${c.pick(['Usual practice', 'A waiting list', 'No device', 'A sham device'])} served for comparison with ${c.pick(EXPOSURES)}.`,
  (c: Chance) => `The difference in ${c.pick(OUTCOMES)} was ${c.whole(1, 90)} (95% CI ${c.whole(0, 40)} to ${c.whole(41, 140)}).`,
  (c: Chance) => `There was no change in ${c.pick(OUTCOMES)} among ${c.pick(PEOPLE)}.`,
  (c: Chance) => `Adherence fell from ${c.whole(70, 99)}% to ${c.whole(20, 69)}% within ${c.whole(2, 12)} months.`,
  (c: Chance) => `Effects of ${c.pick(MODIFIERS)} ${c.pick(EXPOSURES)} deserve study in ${c.pick(SETTINGS)}.`,
];

export function makeAbstract(c: Chance): string {
  const text = Array.from({ length: c.whole(4, 8) }, () => c.pick(SENTENCES)(c));
  return text.join(' ');
}

export const makeAuthors = ({ pick, whole }: Chance): Person[] =>
  Array.from({ length: whole(1, 7) }, () => ({ family: pick(FAMILIES), given: pick(GIVEN) }));

export const EDITORIAL_TITLES = [
  'Editorial',
  'Reply',
  "Authors' reply",
  'In this issue',
  'Letter to the editor',
  'Introduction',
  'Preface',
  'Commentary',
];
