/**
 * The search desk over the stand-in databases: how fast records are read by the open protocol, how long a grid of lines
 * takes, and how long it is until a changed term is counted again. The stand-ins run in a process of their own, as in the demo.
 */
import { spawn } from 'node:child_process';
import { dayNumber } from '@/core/record';
import { blockQuery, EMPTY_SHEET, queryOf, readLines, type Sheet, type SheetBlock } from '@/core/search/blocks';
import { type DoorSettings, dialectOf, linesOf, settingsOf } from '@/core/search/desk';
import type { Sieve } from '@/core/sieve';
import { measureLines } from '@/stages/search/store/measure';
import { pagesOf } from '@/stages/search/store/pages';
import { importable } from '@/stages/search/store/records';
import { type Asked, countAt, explainAt } from '@/stages/search/store/server';
import { STANDINS } from '../demo/servers/databases';
import { row } from './print';

const block = (name: string, lines: string): SheetBlock => ({ name, want: 'in', terms: readLines(lines).terms, note: '' });
const SHEET: Sheet = {
  ...EMPTY_SHEET,
  blocks: [
    block('Night work', 'anywhere: night work*\nanywhere: night shift*\nanywhere: nights\nanywhere: rotating shift*'),
    block('Light', 'anywhere: bright light\nanywhere: lamp*\nanywhere: eyewear\nanywhere: amber lenses\nanywhere: dim evenings'),
    block('Sleep', 'anywhere: sleep*\nanywhere: alertness\nanywhere: vigilance'),
    block('Work', 'anywhere: work*\nanywhere: shift*\nanywhere: crews'),
    block('Measured', 'anywhere: weeks\nanywhere: minutes\nanywhere: percent'),
    block('Not animals', 'anywhere: hens\nanywhere: glasshouse*'),
  ],
};
SHEET.blocks[5]!.want = 'out';
const limiter = (id: string, test: Sieve[number]['test']): Sieve[number] => ({
  ...{ id, name: id, test, evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: '', on: true },
});
const SIEVE: Sieve = [
  limiter('refereed', { kind: 'coded', axis: 'peerReview', allowed: ['refereed'] }),
  limiter('studies', { kind: 'coded', axis: 'publicationType', allowed: ['research-article'] }),
  limiter('recent', { kind: 'recency', date: 'earliest', window: { count: 'fixed', from: '2010-01-01', to: null } }),
  limiter('newer', { kind: 'recency', date: 'earliest', window: { count: 'fixed', from: '2016-01-01', to: null } }),
  limiter('newest', { kind: 'recency', date: 'earliest', window: { count: 'fixed', from: '2021-01-01', to: null } }),
];

export async function searching() {
  console.log('Searching, over the stand-in databases');
  const child = spawn(process.execPath, ['--import', 'tsx', 'demo/servers/run.ts', '0'], { stdio: ['ignore', 'pipe', 'inherit'] });
  const port = await new Promise<string>((resolve) =>
    child.stdout.on('data', (text: Buffer) => {
      const found = /port (\d+)/.exec(String(text));
      if (found) resolve(found[1]!);
    }),
  );
  process.env.SEARCH_SERVERS = `127.0.0.1:${port}`;
  try {
    const night = STANDINS.filter((s) => s.scenario === 'night');
    const doors = await Promise.all(
      night.map(async (s) => {
        const door: Asked = { address: `http://127.0.0.1:${port}/sru/${s.tag.toLowerCase()}`, version: s.version, recordSchema: '' };
        // The first question waits until the records are made: that is not measured.
        await countAt(door, 'cql.allRecords = 1');
        const settings: DoorSettings = { ...settingsOf((await explainAt(door)).answer), limits: s.limits.map((l) => ({ ...l })) };
        return { s, door, settings };
      }),
    );
    await new Promise((go) => setTimeout(go, 20_000));
    await reading(doors[0]!.door, 'MODS', 500);
    await reading(doors[3]!.door, 'Dublin Core', 250);
    for (const run of ['first', 'again']) {
      const from = performance.now();
      let lines = 0;
      await Promise.all(
        doors.map(async ({ door, settings, s }) => {
          const own = linesOf(SHEET, dialectOf(settings), settings.limits, SIEVE, dayNumber(2026, 9, 14));
          lines = Math.max(lines, own.length);
          await measureLines(door, own, s.mostRecords);
        }),
      );
      row(
        `grid of ${lines} lines × ${doors.length} databases, ${run}`,
        `${((performance.now() - from) / 1000).toFixed(2)} s (wanted under 3)`,
      );
    }
    await changedTerm(doors[1]!.door, doors[1]!.settings);
  } finally {
    child.kill('SIGTERM');
  }
}

/** Reads all records that a query finds, page by page, and makes each one of ours. */
async function reading(door: Asked, form: string, size: number) {
  let records = 0;
  const before = process.memoryUsage().rss;
  let peak = before;
  const from = performance.now();
  for await (const { answer } of pagesOf(door, 'cql.allRecords = 1', 1, size)) {
    for (const sent of answer.records) if (importable(sent)) records++;
    peak = Math.max(peak, process.memoryUsage().rss);
  }
  const seconds = (performance.now() - from) / 1000;
  const memory = `memory +${Math.round((peak - before) / 1e6)} MB`;
  row(
    `records read by SRU, ${form}`,
    `${Math.round(records / seconds)} a second (${records} in ${seconds.toFixed(1)} s; wanted 5,000), ${memory}`,
  );
}

/** A term that nobody asked before: alone, in its part, and in the whole. */
async function changedTerm(door: Asked, settings: DoorSettings) {
  const dialect = dialectOf(settings);
  const times: number[] = [];
  for (const word of ['roster*', 'lux', 'goggles', 'noise', 'melatonin', 'naps', 'caffeine', 'mood', 'diet', 'falls']) {
    const term = { kind: 'words' as const, text: word, field: 'anywhere' as const };
    const own = { ...SHEET.blocks[1]!, terms: [...SHEET.blocks[1]!.terms, term] };
    const whole = { blocks: SHEET.blocks.map((b, i) => (i === 1 ? own : b)) };
    const from = performance.now();
    await Promise.all(
      [blockQuery({ ...own, terms: [term] }, dialect), blockQuery(own, dialect), queryOf(whole, dialect).query].map((q) =>
        countAt(door, q),
      ),
    );
    times.push(performance.now() - from);
  }
  times.sort((a, b) => a - b);
  row('a changed term counted again', `p50 ${Math.round(times[5]!)} ms, the slowest ${Math.round(times[9]!)} ms (wanted under 500)`);
}
