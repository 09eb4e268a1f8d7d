import { complementOf, type DeskLine, type Finding, findingsOf, LAST_YEAR, type Measured, yearsClause } from '@/core/search/desk';
import type { SearchAnswer, SentRecord } from '@/core/search/sru';
import type { RunLine } from '@/platform/db/schema';
import { recordOf } from './records';
import { type Asked, countAt, recordsAt, type Said, ServerFault } from './server';

/** How many records of each year are looked at. */
const LOOKED_AT = 25;

/** Counts every line at a server, looks at what each limiter really did there, and says what it noticed. */
export async function measureLines(door: Asked, lines: readonly DeskLine[], mostRecords: number | null): Promise<RunLine[]> {
  const measured = await Promise.all(lines.map((line) => measureLine(door, line)));
  // A line that is not asked there has the query of the one before, and no count of its own.
  const totals = new Map(lines.flatMap((line, i) => (totalOf(measured[i]!) === null ? [] : [[line.query, totalOf(measured[i]!)]])));
  const rows = lines.map((line, i) => asRow(line, measured[i]!, line.kind === 'limiter' ? (totals.get(line.before) ?? null) : null));
  const last = rows.findLast((r) => r.total !== null && r.kind !== 'block');
  if (last) last.findings.push(...(await capAt(door, last.query, last.total!, mostRecords)));
  return rows;
}

type Tried = { measured: Measured } | { problem: string };
const totalOf = (tried: Tried): number | null => ('measured' in tried ? tried.measured.total : null);

async function measureLine(door: Asked, line: DeskLine): Promise<Tried> {
  if (line.left) return { problem: line.left };
  if (!line.query) return { problem: line.notAsked.length ? 'Nothing of it can be asked there.' : 'There is nothing in it to ask.' };
  try {
    const said = await countAt(door, line.query, true);
    return { measured: line.clause ? await limiterMeasured(door, line, said) : plainMeasured(said) };
  } catch (error) {
    if (error instanceof ServerFault) return { problem: error.message };
    throw error;
  }
}

const plainMeasured = ({ answer, tries, ms }: Said<SearchAnswer>): Measured => ({
  ...{ total: answer.total!, inexact: answer.inexact, ran: answer.ran, counts: answer.counts, suggested: answer.suggested },
  ...{ complement: null, years: null, tries, ms },
});

/** The same without the limiter, asked again: what it really removed. Of a window of years some records are read. */
async function limiterMeasured(door: Asked, line: DeskLine, said: Said<SearchAnswer>): Promise<Measured> {
  const plain = plainMeasured(said);
  const asked = line.years ? yearsToAsk(line.years) : [];
  const [without, ...looked] = await Promise.all([
    countAt(door, complementOf(line), true).catch(unknown),
    ...asked.map((year) => yearsAt(door, line, year)),
  ]);
  return {
    ...plain,
    complement: without?.answer.total ?? null,
    years: line.years ? looked.flatMap((l) => l.years) : null,
    tries: Math.max(plain.tries, without?.tries ?? 0, ...looked.map((l) => l.tries)),
    ms: Math.max(plain.ms, without?.ms ?? 0, ...looked.map((l) => l.ms)),
  };
}

/** Years at the edge of a window, where a way of counting shows; none where it has no edge. */
function yearsToAsk({ from, to }: NonNullable<DeskLine['years']>): number[] {
  if (from > 0) return [from - 1, from, from + 2];
  return to < LAST_YEAR ? [to - 2, to, to + 1] : [];
}

/** A count that a server does not give says nothing: the line itself was answered. */
function unknown(error: unknown): null {
  if (error instanceof ServerFault) return null;
  throw error;
}

/** Records that are counted in a year, with the year that each prints. */
async function yearsAt(door: Asked, line: DeskLine, asked: number) {
  try {
    const query = `(${line.before}) and ${yearsClause(line.limit!, { from: asked, to: asked })}`;
    const { answer, tries, ms } = await recordsAt(door, query, 1, LOOKED_AT);
    return { years: answer.records.filter((r) => r.xml).map((r) => ({ asked, printed: yearOf(r) })), tries, ms };
  } catch (error) {
    if (error instanceof ServerFault) return { years: [], tries: 0, ms: 0 };
    throw error;
  }
}

/** The year that a record prints. */
function yearOf(sent: SentRecord): number | null {
  const year = /\b(1[5-9]\d\d|20\d\d)\b/.exec(recordOf(sent)?.dates.issue ?? '')?.[1];
  return year ? Number(year) : null;
}

function asRow(line: DeskLine, tried: Tried, before: number | null): RunLine {
  const row = {
    ...{ key: line.key, kind: line.kind, label: line.label, query: line.query },
    ...{ set: line.limit?.name ?? '', how: line.limit?.how ?? null },
  };
  if ('problem' in tried) return { ...row, total: null, removed: null, counts: [], findings: [], problem: tried.problem };
  const { measured } = tried;
  const findings = findingsOf(line, measured, before);
  return {
    ...row,
    total: measured.total,
    removed: before === null ? null : before - measured.total,
    counts: measured.counts.map(({ label, terms }) => ({ label, terms })),
    findings,
    problem: '',
  };
}

/** Whether the last of what is found can be had, and if not, how far the server goes: found by asking for places. */
async function capAt(door: Asked, query: string, total: number, mostRecords: number | null): Promise<Finding[]> {
  if (total <= (mostRecords ?? 100)) return [];
  const has = async (place: number) => (await recordsAt(door, query, place, 1)).answer.records.some((r) => r.xml);
  try {
    if (await has(total)) return [];
    let [low, high] = [1, total];
    while (high - low > 1) {
      const middle = Math.floor((low + high) / 2);
      if (await has(middle)) low = middle;
      else high = middle;
    }
    return [
      {
        code: 'cut-off',
        words: `It gives the first ${low.toLocaleString('en-GB')} of ${total.toLocaleString('en-GB')} and no more, in an order that it does not state: narrow the search, or take it in by years.`,
        n: total - low,
      },
    ];
  } catch (error) {
    if (error instanceof ServerFault) return [];
    throw error;
  }
}
