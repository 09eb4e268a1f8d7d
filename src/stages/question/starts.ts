import { type EvidenceScheme, SCHEMES } from '@/core/classify';
import { fromSample, GALLERY, type Limiter, type Quota } from '@/core/sieve';

/** A criterion of a start, as it is saved but for its id. */
interface StartCriterion {
  text: string;
  definition: string;
  judgedBy: 'limiter' | 'reader' | 'number';
  reasonCode: string;
  quota: Quota | null;
}

/** What a new review can begin with: criteria, minimum numbers and limiters to be changed. All of it is common practice. */
export interface Start {
  label: string;
  meaning: string;
  /** Keys of common limiters, in their order, each with why it is there. */
  limiters: readonly (readonly [key: string, why: string])[];
  criteria: readonly StartCriterion[];
  twoStages: boolean;
  /** Scheme in place of the one chosen, where the work asks for another. */
  scheme?: string;
}

const asked = (text: string, reasonCode: string, definition = ''): StartCriterion => ({
  ...{ text, definition, judgedBy: 'reader', reasonCode, quota: null },
});
const held = (text: string, reasonCode: string, definition = ''): StartCriterion => ({
  ...{ text, definition, judgedBy: 'limiter', reasonCode, quota: null },
});
const wanted = (text: string, n: number, quota: Quota): StartCriterion => ({
  ...{ text, definition: '', judgedBy: 'number', reasonCode: `number-${n}`, quota },
});

export const STARTS = {
  empty: { label: 'Nothing', meaning: 'Criteria and limiters are all yours to add.', limiters: [], criteria: [], twoStages: true },
  assignment: {
    label: 'A student’s assignment',
    meaning: 'Refereed articles of the last five years, at least five of them; judged once, on title and abstract.',
    limiters: [
      ['refereed', 'The assignment asks for refereed sources.'],
      ['scholarly', 'After refereeing, the kind of source takes out reviews of books and other matter.'],
      ['five-calendar-years', 'The assignment asks for recent sources.'],
    ],
    criteria: [
      asked('On the topic of the assignment', 'off-topic', 'Its title or abstract is about what the assignment asks.'),
      held('Refereed', 'not-refereed', 'The item itself, not only its journal.'),
      held('Recent', 'too-old'),
      wanted('At least five refereed articles of the last five years', 1, {
        atLeast: 5,
        all: [
          { axis: 'peerReview', allowed: ['refereed'] },
          { axis: 'sourceType', allowed: ['scholarly-journal'] },
        ],
        years: 5,
      }),
    ],
    twoStages: false,
  },
  protocol: {
    label: 'A review with a protocol',
    meaning: 'Population, intervention and outcome judged by readers, studies and reviews by a limiter; full texts are read.',
    limiters: [
      ['studies', 'The protocol includes studies and reviews of studies.'],
      ['refereed-or-examined', 'The protocol includes refereed work and examined theses.'],
    ],
    criteria: [
      asked('The population of the protocol', 'population'),
      asked('The intervention or exposure of the protocol', 'intervention'),
      asked('An outcome of the protocol is reported', 'outcome'),
      held('A study or a review of studies', 'no-study'),
    ],
    twoStages: true,
  },
  essay: {
    label: 'An essay in the humanities',
    meaning: 'Scholarly books and articles of any age, sources of the time among them; nothing is graded by a hierarchy of evidence.',
    limiters: [['refereed-or-examined', 'What scholars refereed or a scholarly press published.']],
    criteria: [
      asked('About the person, work, place or event of the essay', 'off-topic'),
      held('Scholarly, or a source of the time', 'not-scholarly'),
      wanted('At least three books or chapters', 1, { atLeast: 3, all: [{ axis: 'sourceType', allowed: ['book'] }], years: null }),
    ],
    twoStages: false,
    scheme: 'primary-secondary',
  },
} as const satisfies Record<string, Start>;
export type StartName = keyof typeof STARTS;
export const START_NAMES = Object.keys(STARTS) as [StartName, ...StartName[]];

/** The limiters of a start, made for a scheme. */
export function limitersOf({ limiters }: Start, scheme: EvidenceScheme): Limiter[] {
  return limiters.map(([key, rationale]) => {
    const sample = GALLERY.find((s) => s.key === key);
    if (!sample) throw new RangeError(`no common limiter is called ${key}`);
    return { ...fromSample(sample, scheme, key), rationale };
  });
}

export const schemeOfStart = (start: Start, chosen: string): string =>
  start.scheme && Object.hasOwn(SCHEMES, start.scheme) ? start.scheme : chosen;
