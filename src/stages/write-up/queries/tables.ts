import { AXIS_LABELS } from '@/core/classify';
import { boxesOf, flowRows, type WorkState } from '@/core/flow';
import { peopleText } from '@/core/merge';
import { isoToDay } from '@/core/record';
import { prismaS } from '@/core/search/desk';
import { axisValues, EVIDENCE_WORDS, LEFT, limiterWords, MASK_AXES } from '@/core/sieve';
import { bitCount } from '@/core/vocabularies';
import { FACTS, type Table } from '@/core/write-up';
import { derivedFrom } from '@/platform/cache/process-wide';
import type { ReviewState } from '@/stages/decide';
import { checkTables } from './check-tables';
import { AXIS_NAMES, type Source, stageOf, type WriteUpData } from './data';

/** The tables of a write-up, in the order in which they are read. */
export const tablesOf = (data: WriteUpData): Table[] => [
  flowTable(data),
  searchLogTable(data),
  ...strategyTables(data),
  limiterTable(data),
  evennessTable(data),
  sourceTable('kept', data.review.twoStages ? 'Sources kept so far' : 'Sources included', data.kept, 'stands as', standsAs),
  sourceTable('excluded', 'Sources excluded, with reasons', data.excluded, 'reason', (s) => s.reason),
  axisTable(data),
  ...checkTables(data),
  ...(data.background.length ? [sourceTable('background', 'Sources set aside as background', data.background)] : []),
];

function flowTable({ flow, settings }: WriteUpData): Table {
  const rows = flow
    ? flowRows(flow, settings.flowWords).flatMap((row) =>
        boxesOf(row).flatMap((box) => box.lines.map((l) => [row.phase, box.id, l.part ? `– ${l.text}` : l.text, l.n])),
      )
    : [];
  return { id: 'flow', title: 'Flow of sources', columns: ['phase', 'box', 'what', 'count'], rows };
}

const known = (text: string) => text.trim() || 'not said';
/** @source the items follow PRISMA-S (Rethlefsen et al., Systematic Reviews 2021;10:39), from memory */
function searchLogTable({ retrievals }: WriteUpData): Table {
  return {
    id: 'search-log',
    title: 'Search log',
    columns: [
      'retrieval',
      'databases',
      'platform',
      'searched on',
      'limiters set there',
      'reported',
      'exported',
      'records',
      'rejected entries',
      'state',
    ], // prettier-ignore
    rows: retrievals.map((r) => [
      ...[r.number, r.names, known(r.platform), known(r.searchedOn), r.limiters.join('; ') || 'none'],
      ...[r.reported, r.exported, r.parsed, r.rejected, r.withdrawn ? `withdrawn: ${r.withdrawnWhy}` : 'in use'],
    ]),
  };
}

/** The lines of each search that was run from here, and what the guideline asks for; none where all was searched elsewhere. */
function strategyTables({ search }: WriteUpData): Table[] {
  if (search.searches.length === 0) return [];
  return [
    {
      id: 'search-strategies',
      title: 'Search strategies, line by line',
      columns: ['database', 'line', 'what', 'count', 'limiter set there', 'day', 'query', 'noticed'],
      rows: search.searches.flatMap((s) =>
        s.lines.map((l, i) => [s.database, i + 1, l.label, l.total ?? 'not answered', l.set || 'none', s.day, l.query, l.notes.join(' ')]),
      ),
    },
    {
      id: 'prisma-s',
      title: 'Reporting of the search (PRISMA-S)',
      columns: ['item', 'what is asked', 'what is known', 'still to be said'],
      rows: prismaS(search).map((i) => [i.number, i.item, i.said, i.missing]),
    },
  ];
}

const UNKNOWN = { hold: 'held', 'let-through': 'let through', stop: 'stopped' } as const;
function limiterTable({ review, state, facts }: WriteUpData): Table {
  return {
    id: 'limiters',
    title: 'Limiters, in their order',
    columns: ['limiter', 'setting', 'why', 'evidence', 'when it cannot tell', 'on', 'stops', 'holds', 'by what is likely'],
    rows: review.sieve.map((l) => [
      ...[l.name, limiterWords(l, state.scheme, isoToDay(review.asOf)), l.rationale],
      ...[EVIDENCE_WORDS[l.evidence].taken, UNKNOWN[l.whenUnknown], l.on ? 'yes' : 'no'],
      ...[FACTS['stopped-by'](facts, l.id), FACTS['held-by'](facts, l.id), FACTS['likely-at'](facts, l.id)],
    ]),
  };
}

function evennessTable({ parity }: WriteUpData): Table {
  return {
    id: 'evenness',
    title: 'Limiters across databases',
    columns: ['limiter', 'retrieval', 'state', 'closed', 'cannot tell', 'leaks', 'why', 'remedy'],
    rows: parity.rows.flatMap((row) =>
      row.cells.flatMap((c, i) =>
        c ? [[row.name, parity.retrievals[i]!.names, c.state, c.closed, c.blind, c.leaks, c.why, c.remedy]] : [],
      ),
    ),
  };
}

const standsAs = ({ place }: Source) => (place === 'included' ? 'included' : 'full text to be read');

/** @param more a column of its own for these sources */
function sourceTable(id: string, title: string, sources: readonly Source[], more?: string, moreOf?: (s: Source) => string): Table {
  return {
    id,
    title,
    columns: [
      ...['work', 'title', 'authors', 'date', 'journal or book', 'DOI', 'databases', ...AXIS_NAMES.map((n) => n.toLowerCase())],
      ...(more ? [more] : []),
      ...['stage', 'grounds', 'page', 'decided by', 'decided on'],
    ],
    rows: sources.map((source) => {
      const { no, item, work, decision, databases, axes } = source;
      return [
        ...[no, item.title, peopleText(item.authors), work.dateWords, item.container, item.doi, databases, ...axes],
        ...(moreOf ? [moreOf(source)] : []),
        ...[stageOf(decision), decision.grounds, decision.page, decision.person, decision.at.toISOString().slice(0, 10)],
      ];
    }),
  };
}

/** How many works have a value for certain, by axis: kept, excluded, and of all that came through. */
export function axisCounts({ state }: Pick<WriteUpData, 'state'>) {
  const last = counted.get(state.states);
  // Another sieve, decision or ruling makes the states anew.
  const scheme = JSON.stringify(state.scheme);
  if (last?.scheme === scheme) return last.counts;
  const counts = countAxes(state);
  counted.set(state.states, { scheme, counts });
  return counts;
}
export type AxisCounts = ReturnType<typeof countAxes>;
const counted = derivedFrom<WorkState[], { scheme: string; counts: AxisCounts }>('axis-counts');

function countAxes({ columns, states, scheme, outcomes }: ReviewState) {
  return MASK_AXES.map((axis) => {
    const values = axisValues(axis, scheme);
    // The last row is for works of which it is open.
    const rows = [...values.map((v) => v.label), 'open or disputed'].map((label) => ({ label, kept: 0, excluded: 0, through: 0 }));
    columns.all[axis].forEach((mask, i) => {
      const row = rows[bitCount(mask) === 1 ? 31 - Math.clz32(mask) : values.length]!;
      if (states[i] === 'kept') row.kept++;
      else if (states[i] === 'excluded') row.excluded++;
      if (outcomes.fate[i] === LEFT) row.through++;
    });
    return { axis, label: AXIS_LABELS[axis], rows: rows.filter((r) => r.kept + r.excluded + r.through > 0) };
  });
}

const axisTable = (data: WriteUpData): Table => ({
  id: 'axes',
  title: 'Works by classification',
  columns: ['axis', 'value', 'kept', 'excluded', 'through the sieve'],
  rows: axisCounts(data).flatMap((a) => a.rows.map((r) => [a.label, r.label, r.kept, r.excluded, r.through])),
});
