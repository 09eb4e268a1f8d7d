import { stratumWords } from '@/core/checks';
import type { Table } from '@/core/write-up';
import type { WriteUpData } from './data';

/** The tables of the checks; those of which nothing was done are left out. */
export const checkTables = (data: WriteUpData): Table[] => [
  auditTable(data),
  ...(data.checks.known.lines.length ? [knownTable(data)] : []),
  ...(data.checks.overlap.databases.length ? [overlapTable(data)] : []),
];

function auditTable({ checks: { audit } }: WriteUpData): Table {
  return {
    id: 'audit',
    title: 'Limiters: what each is for, and what it cost',
    columns: [
      ...[
        'limiter',
        'setting',
        'why',
        'stops first',
        'without it, more through',
        'of these held now',
        'without it, held instead of stopped',
        'would stop by itself',
        'holds',
        'overruled on works',
      ],
      ...[
        'not even',
        'leaks',
        'sample',
        'judged',
        'wrongly stopped',
        'at most wrongly stopped',
        'spot check in words',
        'known relevant lost',
      ],
    ],
    rows: audit.lines.map((l) => [
      ...[l.name, l.words, l.rationale, l.stopsHere, l.without.through, l.without.heldNow, l.without.held, l.alone, l.holds, l.overridden],
      (l.exceptions ?? []).map((e) => `${e.where}: ${e.why}`).join(' '),
      (l.leaks ?? []).map((x) => `${x.where}: ${x.works}`).join('; '),
      ...(l.spot
        ? [
            l.spot.check,
            l.spot.result.judged + l.spot.result.unsure,
            l.spot.result.wrong,
            l.spot.result.atMost,
            stratumWords(l.spot.result),
          ]
        : ['none', '', '', '', '']),
      l.known === null ? 'no list' : l.known.length,
    ]),
  };
}

function knownTable({ checks: { known } }: WriteUpData): Table {
  return {
    id: 'known',
    title: 'Works known to belong, and what became of them',
    columns: ['title or identifier', 'from', 'fate', 'by', 'work'],
    rows: known.lines.map((l) => [
      ...[l.title, l.source, l.fate === 'not-retrieved' ? 'not retrieved' : l.fate, l.limiters.join('; '), l.work || ''],
    ]),
  };
}

function overlapTable({ checks: { overlap } }: WriteUpData): Table {
  return {
    id: 'overlap',
    title: 'What each database contributed',
    columns: ['database', 'works', 'in it alone', 'through the sieve', 'through, in it alone', 'kept', 'kept, in it alone'],
    rows: overlap.databases.map((d) => [d.name, ...(['all', 'through', 'kept'] as const).flatMap((of) => [d[of].has, d[of].alone])]),
  };
}
