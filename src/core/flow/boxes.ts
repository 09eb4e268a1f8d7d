import type { Flow } from './prisma';
import { STAGE_WORDS, STAGES } from './stages';

/** The boxes of the flow, in the order they are read. */
export const FLOW_BOXES = {
  identified: 'Records identified from',
  removed: 'Records removed before screening',
  duplicates: 'Duplicate records',
  stopped: 'Marked as ineligible by automation tools (the sieve)',
  aside: 'Removed for other reasons: could not be processed',
  background: 'Set aside as background',
  screened: 'Records screened',
  excluded: 'Records excluded',
  sought: 'Reports sought for retrieval',
  notRetrieved: 'Reports not retrieved',
  assessed: 'Reports assessed for eligibility',
  excludedFullText: 'Reports excluded',
  studies: 'Studies included in review',
  reports: 'Reports of included studies',
  interim: 'Interim: still due',
} as const;
export type FlowBox = keyof typeof FLOW_BOXES;
/** Wording that a person set in place of ours, by box. */
export type FlowWords = Partial<Record<FlowBox, string>>;

export interface BoxLine {
  text: string;
  n: number | null;
  /** Split of the line above it. */
  part?: boolean;
}
export interface DrawnBox {
  id: FlowBox;
  lines: BoxLine[];
  /** What is still in the flow here, for the narrowing column beside it; null for what leaves. */
  left: number | null;
}
export interface FlowRow {
  phase: 'Identification' | 'Screening' | 'Included';
  main: DrawnBox;
  side: DrawnBox | null;
}

/** How much is still due, in one sentence; for an interim flow. */
export function interimWords({ due }: Pick<Flow, 'due'>): string {
  const parts = [
    [due.held, 'held by a limiter that could not tell'],
    [due.undecided, 'not decided'],
    [due.waiting, 'waiting'],
    [due.fullText, due.fullText === 1 ? 'full text to be read' : 'full texts to be read'],
  ] as const;
  const said = parts.filter(([n]) => n > 0).map(([n, words]) => `${n.toLocaleString('en-GB')} ${words}`);
  return `Interim, still due: ${said.join(', ')}.`;
}

/**
 * What stands below the boxes: what databases removed themselves, and how far two people judged and how alike. That counts
 * what they differ on and nobody has settled yet, which stands in no box: left out it would make them look more alike.
 */
export function flowNotes({ footnote, byTwo }: Pick<Flow, 'footnote' | 'byTwo'>): string[] {
  const judged = STAGES.flatMap((stage) => {
    const by = byTwo[stage];
    if (!by?.works) return [];
    const kappa = by.kappa === null ? '' : ` (kappa ${by.kappa.toFixed(2)})`;
    const works = by.works === 1 ? '1 work' : `${by.works.toLocaleString('en-GB')} works`;
    return [
      `By ${STAGE_WORDS[stage]} two people judged ${works} independently, ${by.alike.toLocaleString('en-GB')} of them alike${kappa}.`,
    ];
  });
  return [...(footnote ? [footnote] : []), ...judged];
}

/** What a flow says, box by box: the picture, the table and the data file are made of these. */
export function flowRows(flow: Flow, words: FlowWords = {}): FlowRow[] {
  const say = (box: FlowBox): string => words[box]?.trim() || FLOW_BOXES[box];
  const line = (box: FlowBox, n: number): BoxLine => ({ text: say(box), n });
  const parts = (list: readonly { name: string; n: number }[]): BoxLine[] => list.map(({ name, n }) => ({ text: name, n, part: true }));
  const sum = (list: readonly { n: number }[]) => list.reduce((n, c) => n + c.n, 0);
  const rows: FlowRow[] = [
    {
      phase: 'Identification',
      main: {
        id: 'identified',
        lines: [line('identified', flow.identified), ...parts(flow.sources.map((s) => ({ name: s.name, n: s.records })))],
        left: flow.identified,
      },
      side: {
        id: 'removed',
        lines: [
          line('removed', flow.duplicates + flow.aside + sum(flow.stopped) + flow.background),
          line('duplicates', flow.duplicates),
          line('stopped', sum(flow.stopped)),
          ...parts(flow.stopped),
          ...(flow.aside ? [line('aside', flow.aside)] : []),
          ...(flow.background ? [line('background', flow.background)] : []),
        ],
        left: null,
      },
    },
    {
      phase: 'Screening',
      main: { id: 'screened', lines: [line('screened', flow.screened)], left: flow.screened },
      side: { id: 'excluded', lines: [line('excluded', sum(flow.excluded)), ...parts(flow.excluded)], left: null },
    },
  ];
  if (flow.twoStages)
    rows.push(
      {
        phase: 'Screening',
        main: { id: 'sought', lines: [line('sought', flow.sought)], left: flow.sought },
        side: { id: 'notRetrieved', lines: [line('notRetrieved', flow.notRetrieved)], left: null },
      },
      {
        phase: 'Screening',
        main: { id: 'assessed', lines: [line('assessed', flow.assessed)], left: flow.assessed },
        side: {
          id: 'excludedFullText',
          lines: [line('excludedFullText', sum(flow.excludedFullText)), ...parts(flow.excludedFullText)],
          left: null,
        },
      },
    );
  rows.push({
    phase: 'Included',
    main: { id: 'studies', lines: [line('studies', flow.includedStudies), line('reports', flow.included)], left: flow.included },
    side: flow.interim
      ? {
          id: 'interim',
          lines: [
            line('interim', flow.due.held + flow.due.undecided + flow.due.waiting + flow.due.fullText),
            ...parts([
              { name: 'held by a limiter that could not tell', n: flow.due.held },
              { name: 'through, not decided', n: flow.due.undecided },
              { name: 'waiting', n: flow.due.waiting },
              { name: 'full text still to be read', n: flow.due.fullText },
            ]).filter((p) => p.n),
          ],
          left: null,
        }
      : null,
  });
  return rows;
}
