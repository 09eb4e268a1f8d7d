import { noPlaces, type Placed, PROGRESS, placeOf } from './places';
import type { Stage } from './stages';

/** A work as the flow counts it. */
export interface FlowWork extends Placed {
  /** Of a stopped work: the limiter that stopped it. */
  limiter: string;
  /** Works of one study share it. */
  study: number;
}

export interface FlowInput {
  /** Parsed records of active retrievals, by where they were found. */
  sources: readonly { name: string; kind: 'database' | 'register' | 'other'; records: number }[];
  /** Records that were joined with another record of the same work. */
  mergedAway: number;
  /** Records that could not be processed: they were removed before screening, for another reason. */
  aside?: number;
  works: readonly FlowWork[];
  /** Whether kept works are judged again by their full text. */
  twoStages: boolean;
  /** In words: what databases removed themselves, before anything was identified. */
  footnote?: string;
  byTwo?: Flow['byTwo'];
}

/** Of the works of a stage: how many two people judged without seeing each other, and how alike. */
export interface JudgedTwice {
  works: number;
  /** Of how many they said the same. */
  alike: number;
  /** Cohen's kappa of keeping or not; null where too few were judged for it to say anything. */
  kappa: number | null;
}

export interface Counted {
  name: string;
  n: number;
}

/**
 * The counts of a PRISMA 2020 flow. A report is a work, a study is a family of works.
 * @source Page et al., BMJ 2021;372:n71, figure 1 (boxes), from memory
 */
export interface Flow {
  twoStages: boolean;
  identified: number;
  sources: FlowInput['sources'];
  duplicates: number;
  /** Removed for other reasons: what could not be processed. */
  aside: number;
  /** Marked as ineligible by automation tools: stopped, split by the limiter that did it. */
  stopped: Counted[];
  /** Sources for background: outside the flow from here on. */
  background: number;
  screened: number;
  excluded: Counted[];
  sought: number;
  notRetrieved: number;
  assessed: number;
  excludedFullText: Counted[];
  included: number;
  includedStudies: number;
  /** Still due: while any is, the flow is interim. */
  due: { held: number; undecided: number; waiting: number; fullText: number };
  interim: boolean;
  footnote: string;
  /** Of all works that two people judged, differences not settled yet among them: no part of a box, a note below. */
  byTwo: Partial<Record<Stage, JudgedTwice>>;
}

export class FlowError extends Error {}

const total = (counted: readonly { n: number }[]): number => counted.reduce((sum, c) => sum + c.n, 0);

/**
 * Counts the flow and holds its boxes against each other.
 * @throws FlowError when they do not add up: then there is no flow to show, only an error to be found
 */
export function flowOf({ sources, mergedAway, aside = 0, works, twoStages, footnote = '', byTwo = {} }: FlowInput): Flow {
  const identified = sources.reduce((n, s) => n + s.records, 0);
  const stopped = new Map<string, number>();
  const excluded = new Map<string, number>();
  const excludedFullText = new Map<string, number>();
  const add = (map: Map<string, number>, name: string) => map.set(name, (map.get(name) ?? 0) + 1);
  const counts = noPlaces();
  const studies = new Set<number>();
  for (const work of works) {
    const place = placeOf(work, twoStages);
    counts[place]++;
    if (place === 'stopped') add(stopped, work.limiter);
    else if (place === 'excluded') add(excluded, work.reason);
    else if (place === 'excluded-full-text') add(excludedFullText, work.reason);
    else if (place === 'included') studies.add(work.study);
  }
  const listed = (map: Map<string, number>): Counted[] =>
    [...map].map(([name, n]) => ({ name, n })).sort((a, b) => b.n - a.n || (a.name < b.name ? -1 : 1));
  const flow: Flow = {
    twoStages,
    identified,
    sources,
    duplicates: mergedAway,
    aside,
    stopped: listed(stopped),
    background: counts.background,
    screened: PROGRESS.screened(counts),
    excluded: listed(excluded),
    sought: PROGRESS.sought(counts),
    notRetrieved: counts['not-retrieved'],
    assessed: PROGRESS.assessed(counts),
    excludedFullText: listed(excludedFullText),
    included: counts.included,
    includedStudies: studies.size,
    due: { held: counts.held, undecided: counts.undecided, waiting: counts.waiting, fullText: PROGRESS.fullTextsDue(counts) },
    interim: PROGRESS.due(counts) > 0,
    footnote,
    byTwo,
  };
  const broken = flowIdentities(flow).filter((i) => i.left !== i.right);
  if (broken.length)
    throw new FlowError(`The flow does not add up: ${broken.map((i) => `${i.words} (${i.left} is not ${i.right})`).join('; ')}.`);
  return flow;
}

/** What must hold between the boxes. */
export function flowIdentities(f: Flow): { words: string; left: number; right: number }[] {
  const before = f.duplicates + f.aside + total(f.stopped) + f.background;
  const atScreening = f.due.held + f.due.undecided + f.due.waiting;
  return [
    {
      words: 'identified = removed before screening + screened + still due',
      left: f.identified,
      right: before + f.screened + atScreening,
    },
    { words: 'screened = excluded + sought', left: f.screened, right: total(f.excluded) + f.sought },
    {
      words: 'sought = not retrieved + assessed + full text still due',
      left: f.sought,
      right: f.notRetrieved + f.assessed + f.due.fullText,
    },
    { words: 'assessed = excluded by full text + included', left: f.assessed, right: total(f.excludedFullText) + f.included },
    {
      words: 'studies are no more than their works, and some when there are works',
      left: Number(f.includedStudies <= f.included && f.includedStudies > 0 === f.included > 0),
      right: 1,
    },
  ];
}
