import { SET_BY, type SearchStep } from './steps';

/** What a published search log says of one retrieval. */
export interface LoggedRetrieval {
  number: number;
  databases: string;
  platform: string;
  searchedOn: string;
  coverageFrom: string;
  coverageTo: string;
  defaultFields: string;
  wordVariation: string;
  strategy: string;
  steps: readonly SearchStep[];
  reported: number | null;
  exported: number | null;
  inFile: number | null;
  parsed: number;
  rejected: number;
  reasons: { notExported: string; notInFile: string };
  capped: boolean;
  sortOrder: string;
  ranBy: string;
  notes: string;
  updates: number | null;
  withdrawn: boolean;
  withdrawnWhy: string;
}

const n = (count: number | null): string => (count === null ? 'not said' : count.toLocaleString('en-GB'));
const said = (text: string): string => text.trim() || 'not said';

/**
 * The search log of a review as plain text, one block a retrieval, withdrawn ones too. What nobody said is said to be
 * missing, not left out.
 * @source the items follow PRISMA-S (Rethlefsen et al., Systematic Reviews 2021;10:39), from memory
 */
export function writeSearchLog(title: string, asOf: string, retrievals: readonly LoggedRetrieval[]): string {
  const blocks = retrievals.map((r) => {
    const lines = [
      `Retrieval ${r.number}: ${r.databases}${r.withdrawn ? ' (withdrawn)' : ''}`,
      r.withdrawn ? `Withdrawn because: ${r.withdrawnWhy}` : '',
      r.updates === null ? '' : `Brings up to date: retrieval ${r.updates}`,
      `Platform: ${said(r.platform)}`,
      `Day of the search: ${said(r.searchedOn)}, by ${said(r.ranBy)}`,
      `Coverage: ${said(r.coverageFrom)} to ${said(r.coverageTo)}`,
      `Fields searched by default: ${said(r.defaultFields)}`,
      `Automatic word variation: ${said(r.wordVariation)}`,
      'Strategy, word for word:',
      indented(said(r.strategy)),
      r.steps.length ? 'Steps:' : 'Steps: not said',
      ...r.steps.map((s) => indented(stepLine(s))),
      `Reported ${n(r.reported)}; exported ${n(r.exported)}; in the files ${n(r.inFile)} = ${n(r.parsed)} records + ${n(r.rejected)} rejected`,
      r.reasons.notExported && `Not all were exported: ${r.reasons.notExported}`,
      r.reasons.notInFile && `Not all are in the files: ${r.reasons.notInFile}`,
      r.capped ? `The export was cut off at a limit; sorted by: ${said(r.sortOrder)}` : '',
      r.notes && `Notes: ${r.notes}`,
    ];
    return lines.filter(Boolean).join('\n');
  });
  return `Search log of “${title}”, as of ${asOf}\n\n${blocks.join('\n\n')}\n`;
}

const indented = (text: string): string => text.replace(/^/gm, '  ');

function stepLine(s: SearchStep): string {
  const limiters = s.limiters.map((l) => `${l.name} (by ${SET_BY[l.how]})`).join(', ');
  const tabs = s.tabs.length ? ` [${s.tabs.map((t) => `${t.name} ${n(t.count)}`).join(', ')}]` : '';
  const removed = s.removed.length ? `; taken off on purpose: ${s.removed.join(', ')}` : '';
  return `${s.number}. ${s.done.replace(/\n/g, ' ')} — ${n(s.count)}${tabs}${limiters && `; limiters: ${limiters}`}${removed}`;
}
