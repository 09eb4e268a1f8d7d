import { type Arm, type Flow, removedBefore } from './prisma';
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
  otherIdentified: 'Records identified in other ways',
  otherRemoved: 'Removed before reports were sought',
  otherScreened: 'Records screened',
  otherExcluded: 'Records excluded',
  otherSought: 'Reports sought for retrieval',
  otherNotRetrieved: 'Reports not retrieved',
  otherAssessed: 'Reports assessed for eligibility',
  otherExcludedFullText: 'Reports excluded',
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
  /** The arm of other ways, beside it. */
  other: DrawnBox | null;
  otherSide: DrawnBox | null;
}

/** The boxes of a row, as they are read. */
export const boxesOf = ({ main, side, other, otherSide }: FlowRow): DrawnBox[] =>
  [main, side, other, otherSide].filter((box) => box !== null);

/** How much is still due, in one sentence; for an interim flow. */
export function interimWords({ total: { due } }: Pick<Flow, 'total'>): string {
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
  const first = armBoxes(flow, line, {
    ...{ identified: 'identified', removed: 'removed', screened: 'screened', excluded: 'excluded', sought: 'sought' },
    ...{ notRetrieved: 'notRetrieved', assessed: 'assessed', excludedFullText: 'excludedFullText' },
  });
  const other =
    flow.other &&
    armBoxes(flow.other, line, {
      ...{ identified: 'otherIdentified', removed: 'otherRemoved', screened: 'otherScreened', excluded: 'otherExcluded' },
      ...{ sought: 'otherSought', notRetrieved: 'otherNotRetrieved', assessed: 'otherAssessed', excludedFullText: 'otherExcludedFullText' },
    });
  const screensOther = flow.other && (!flow.twoStages || flow.other.excluded.length > 0);
  const rows: FlowRow[] = [
    {
      phase: 'Identification',
      ...{ main: first.identified, side: first.removed, other: other?.identified ?? null },
      otherSide: flow.other && removedBefore(flow.other) > 0 ? other!.removed : null,
    },
    {
      phase: 'Screening',
      ...{ main: first.screened, side: first.excluded },
      ...{ other: screensOther ? other!.screened : null, otherSide: screensOther ? other!.excluded : null },
    },
  ];
  if (flow.twoStages)
    rows.push(
      {
        phase: 'Screening',
        ...{ main: first.sought, side: first.notRetrieved, other: other?.sought ?? null, otherSide: other?.notRetrieved ?? null },
      },
      {
        phase: 'Screening',
        ...{ main: first.assessed, side: first.excludedFullText },
        ...{ other: other?.assessed ?? null, otherSide: other?.excludedFullText ?? null },
      },
    );
  const { included, due } = flow.total;
  rows.push({
    phase: 'Included',
    main: {
      id: 'studies',
      lines: [
        line('studies', flow.includedStudies),
        line('reports', included),
        ...(flow.other && included > 0 ? parts([{ name: 'found in other ways alone', n: flow.other.included }]) : []),
      ],
      left: flow.included,
    },
    side: flow.interim ? interimBox(line, due) : null,
    ...{ other: null, otherSide: null },
  });
  return rows;
}

type Say = (box: FlowBox, n: number) => BoxLine;
const parts = (list: readonly { name: string; n: number }[]): BoxLine[] => list.map(({ name, n }) => ({ text: name, n, part: true }));
const sum = (list: readonly { n: number }[]) => list.reduce((n, c) => n + c.n, 0);

const ARM_BOXES = ['identified', 'removed', 'screened', 'excluded', 'sought', 'notRetrieved', 'assessed', 'excludedFullText'] as const;
type ArmBox = (typeof ARM_BOXES)[number];

function armBoxes(arm: Arm, line: Say, ids: Record<ArmBox, FlowBox>): Record<ArmBox, DrawnBox> {
  const box = (which: ArmBox, lines: BoxLine[], left: number | null = null): DrawnBox => ({ id: ids[which], lines, left });
  const one = (which: ArmBox, n: number) => line(ids[which], n);
  return {
    identified: box(
      'identified',
      [one('identified', arm.identified), ...parts(arm.sources.map((s) => ({ name: s.name, n: s.records })))],
      arm.identified,
    ),
    removed: box('removed', [
      one('removed', removedBefore(arm)),
      line('duplicates', arm.duplicates),
      line('stopped', sum(arm.stopped)),
      ...parts(arm.stopped),
      ...(arm.aside ? [line('aside', arm.aside)] : []),
      ...(arm.background ? [line('background', arm.background)] : []),
    ]),
    screened: box('screened', [one('screened', arm.screened)], arm.screened),
    excluded: box('excluded', [one('excluded', sum(arm.excluded)), ...parts(arm.excluded)]),
    sought: box('sought', [one('sought', arm.sought)], arm.sought),
    notRetrieved: box('notRetrieved', [one('notRetrieved', arm.notRetrieved)]),
    assessed: box('assessed', [one('assessed', arm.assessed)], arm.assessed),
    excludedFullText: box('excludedFullText', [one('excludedFullText', sum(arm.excludedFullText)), ...parts(arm.excludedFullText)]),
  };
}

const interimBox = (line: Say, due: Arm['due']): DrawnBox => ({
  id: 'interim',
  lines: [
    line('interim', due.held + due.undecided + due.waiting + due.fullText),
    ...parts([
      { name: 'held by a limiter that could not tell', n: due.held },
      { name: 'through, not decided', n: due.undecided },
      { name: 'waiting', n: due.waiting },
      { name: 'full text still to be read', n: due.fullText },
    ]).filter((p) => p.n),
  ],
  left: null,
});
