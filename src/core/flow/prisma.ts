import { noPlaces, type Placed, PROGRESS, placeOf } from './places';
import type { Stage } from './stages';

/** A work as the flow counts it. */
export interface FlowWork extends Placed {
  /** Of a stopped work: the limiter that stopped it. */
  limiter: string;
  /** Works of one study share it. */
  study: number;
  /** No database gave it: all its records were found in other ways. */
  other?: boolean;
}

export interface FlowInput {
  /** Parsed records of active retrievals, by where they were found. */
  sources: readonly { name: string; kind: 'database' | 'register' | 'other'; records: number }[];
  /** Records that were joined with another record of the same work. */
  mergedAway: number;
  /** Records that could not be processed: they were removed before screening, for another reason. */
  aside?: number;
  /** Of those two, records found in other ways: of works that a database gave too, or that were found twice. */
  other?: { mergedAway: number; aside: number };
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

/** One arm of a flow: from the records of its sources to the reports that were assessed. */
export interface Arm {
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
  /** Still due: while any is, the flow is interim. */
  due: { held: number; undecided: number; waiting: number; fullText: number };
}

/**
 * The counts of a PRISMA 2020 flow, of what databases and registers gave, and, in its second form, of what was found in other
 * ways beside it. A report is a work, a study is a family of works. A work that a database gave too is the databases'.
 * @source Page et al., BMJ 2021;372:n71, figure 1 (boxes), and its form with other methods; from memory
 */
export interface Flow extends Arm {
  twoStages: boolean;
  /** What was found in other ways; null where nothing was. */
  other: Arm | null;
  /** Of both arms. */
  total: { included: number; due: Arm['due'] };
  includedStudies: number;
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
export function flowOf({ sources, mergedAway, aside = 0, other, works, twoStages, footnote = '', byTwo = {} }: FlowInput): Flow {
  const elsewhere = sources.filter((s) => s.kind === 'other');
  const inOther = other ?? { mergedAway: 0, aside: 0 };
  const databases = armOf(
    sources.filter((s) => s.kind !== 'other'),
    mergedAway - inOther.mergedAway,
    aside - inOther.aside,
    works.filter((w) => !w.other),
    twoStages,
  );
  const found = works.filter((w) => w.other);
  const second = elsewhere.length || found.length ? armOf(elsewhere, inOther.mergedAway, inOther.aside, found, twoStages) : null;
  const studies = new Set<number>();
  for (const work of works) if (placeOf(work, twoStages) === 'included') studies.add(work.study);
  const arms = second ? [databases, second] : [databases];
  const due = { held: 0, undecided: 0, waiting: 0, fullText: 0 };
  for (const arm of arms) for (const kind of Object.keys(due) as (keyof typeof due)[]) due[kind] += arm.due[kind];
  const flow: Flow = {
    ...databases,
    ...{ twoStages, other: second, includedStudies: studies.size, footnote, byTwo },
    total: { included: arms.reduce((n, a) => n + a.included, 0), due },
    interim: Object.values(due).some((n) => n > 0),
  };
  const broken = flowIdentities(flow).filter((i) => i.left !== i.right);
  if (broken.length)
    throw new FlowError(`The flow does not add up: ${broken.map((i) => `${i.words} (${i.left} is not ${i.right})`).join('; ')}.`);
  return flow;
}

function armOf(sources: Arm['sources'], duplicates: number, aside: number, works: readonly FlowWork[], twoStages: boolean): Arm {
  const stopped = new Map<string, number>();
  const excluded = new Map<string, number>();
  const excludedFullText = new Map<string, number>();
  const add = (map: Map<string, number>, name: string) => map.set(name, (map.get(name) ?? 0) + 1);
  const counts = noPlaces();
  for (const work of works) {
    const place = placeOf(work, twoStages);
    counts[place]++;
    if (place === 'stopped') add(stopped, work.limiter);
    else if (place === 'excluded') add(excluded, work.reason);
    else if (place === 'excluded-full-text') add(excludedFullText, work.reason);
  }
  const listed = (map: Map<string, number>): Counted[] =>
    [...map].map(([name, n]) => ({ name, n })).sort((a, b) => b.n - a.n || (a.name < b.name ? -1 : 1));
  return {
    identified: sources.reduce((n, s) => n + s.records, 0),
    ...{ sources, duplicates, aside, stopped: listed(stopped), background: counts.background },
    screened: PROGRESS.screened(counts),
    excluded: listed(excluded),
    sought: PROGRESS.sought(counts),
    notRetrieved: counts['not-retrieved'],
    assessed: PROGRESS.assessed(counts),
    excludedFullText: listed(excludedFullText),
    included: counts.included,
    due: { held: counts.held, undecided: counts.undecided, waiting: counts.waiting, fullText: PROGRESS.fullTextsDue(counts) },
  };
}

/** Records and works that leave an arm before they are screened. */
export const removedBefore = (arm: Arm): number => arm.duplicates + arm.aside + total(arm.stopped) + arm.background;

/** What must hold between the boxes. */
export function flowIdentities(f: Flow): { words: string; left: number; right: number }[] {
  return [
    ...armIdentities(f, ''),
    ...(f.other ? armIdentities(f.other, 'other ways: ') : []),
    {
      words: 'included = included of both arms',
      left: f.total.included,
      right: f.included + (f.other?.included ?? 0),
    },
    {
      words: 'studies are no more than their works, and some when there are works',
      left: Number(f.includedStudies <= f.total.included && f.includedStudies > 0 === f.total.included > 0),
      right: 1,
    },
  ];
}

function armIdentities(arm: Arm, which: string): { words: string; left: number; right: number }[] {
  const atScreening = arm.due.held + arm.due.undecided + arm.due.waiting;
  return [
    {
      words: `${which}identified = removed before screening + screened + still due`,
      left: arm.identified,
      right: removedBefore(arm) + arm.screened + atScreening,
    },
    { words: `${which}screened = excluded + sought`, left: arm.screened, right: total(arm.excluded) + arm.sought },
    {
      words: `${which}sought = not retrieved + assessed + full text still due`,
      left: arm.sought,
      right: arm.notRetrieved + arm.assessed + arm.due.fullText,
    },
    { words: `${which}assessed = excluded by full text + included`, left: arm.assessed, right: total(arm.excludedFullText) + arm.included },
  ];
}
