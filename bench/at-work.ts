/** People who work in a review while something is measured: what they were told was done is looked for at the end. */
import type { Context } from '@/platform/context';
import { Decision, ImportFile, Job, RulingRow } from '@/platform/db/schema';
import { overview } from '@/stages/review/queries/overview';
import { post } from './large-review';
import { row } from './print';

const PER_FILE = 200;
/** What was said to be done. */
export interface Acknowledged {
  files: string[];
  decisions: { workNo: number; seq: number }[];
  rulings: number[];
  failed: number;
  exports: number;
}

export const nothingYet = (): Acknowledged => ({ files: [], decisions: [], rulings: [], failed: 0, exports: 0 });

export const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** Somebody who does one thing after another, and goes on when the application was not there. */
export async function repeat(over: () => boolean, said: Acknowledged, act: (turn: number) => Promise<void>) {
  for (let turn = 1; !over(); turn++) {
    await act(turn).catch(() => said.failed++);
    await pause(300);
  }
}

export async function sendFile(address: string, id: string, databaseId: string, turn: number, said: Acknowledged) {
  const entries = Array.from({ length: PER_FILE }, (_, i) => {
    const word = `${turn}-${i}-${((turn * 7919 + i) * 2654435761) % 1e9}`;
    return `TY  - JOUR\nAN  - ${word}\nTI  - Lamps of kind ${word} in mills\nAU  - Falk${word}, Iben\nPY  - 2020\nER  - \n`;
  });
  const query = new URLSearchParams({ name: `file-${turn}.ris`, database: databaseId });
  const answer = await fetch(`${address}/api/reviews/${id}/files?${query}`, { method: 'PUT', body: entries.join('\n') });
  const json = (await answer.json()) as { ok: boolean; fileId: string };
  if (answer.status === 202) said.files.push(json.fileId);
  await pause(3000);
}

export async function decide(address: string, id: string, turn: number, said: Acknowledged) {
  const workNo = 1 + (turn % 1500);
  const asked = await fetch(`${address}/api/reviews/${id}/ask/work?input=${JSON.stringify({ no: workNo })}`);
  const { work } = (await asked.json()) as { work?: { seenSeq: number } };
  if (!work) return;
  const { seenSeq } = work;
  const verdict = turn % 3 ? 'keep' : 'wait';
  const answer = await post(address, id, 'decide', { workNo, verdict, reasonCode: '', grounds: `Turn ${turn}.`, seenSeq });
  if (answer.ok) said.decisions.push({ workNo, seq: seenSeq + 1 });
}

export async function rule(address: string, id: string, turn: number, said: Acknowledged) {
  const input = {
    axis: 'peerReview',
    codes: ['refereed'],
    workNo: 1 + ((turn * 13) % 1500),
    cause: null,
    standing: false,
    reason: 'Known.',
  };
  const answer = (await post(address, id, 'rule-axis', input)) as { ok: boolean; seq?: number };
  if (answer.ok) said.rulings.push(answer.seq!);
  await pause(1500);
}

export async function readExport(address: string, id: string, said: Acknowledged) {
  const answer = await fetch(`${address}/api/reviews/${id}/export/csv?states=all`);
  await answer.text();
  if (answer.ok) said.exports++;
  await pause(2000);
}

/** Waits, without help, until no job is open; then everything acknowledged is looked for. */
export async function judgeAfter(context: () => Context, id: string, said: Acknowledged) {
  const begun = Date.now();
  const open = () => context().em.count(Job, { reviewId: id, state: { $in: ['queued', 'running'] } });
  while ((await open()) > 0 && Date.now() - begun < 300_000) await pause(500);
  const files = await context().em.find(ImportFile, { reviewId: id, id: { $in: said.files } });
  const whole = files.filter((f) => f.state === 'imported' && f.parsed === PER_FILE).length;
  const decisions = await context().em.find(Decision, { reviewId: id });
  const kept = new Set(decisions.map((d) => `${d.workNo}/${d.seq}`));
  const rulings = new Set((await context().em.find(RulingRow, { reviewId: id })).map((r) => r.seq));
  const { identities, records } = await overview(context(), id);
  const states = await context().em.execute<{ state: string; n: number }[]>(
    'select state, count(*)::int as n from job where review_id = ? group by state order by state',
    [id],
  );
  row('files that were taken, imported whole', `${whole} of ${said.files.length}`);
  row(
    'decisions that were acknowledged, there',
    `${said.decisions.filter((d) => kept.has(`${d.workNo}/${d.seq}`)).length} of ${said.decisions.length}`,
  );
  row('rulings that were acknowledged, there', `${said.rulings.filter((r) => rulings.has(r)).length} of ${said.rulings.length}`);
  row('exports read to their end', String(said.exports));
  row(
    'sums that do not hold',
    `${identities.filter((i) => !i.holds).length} of ${identities.length}, of ${records.toLocaleString('en-GB')} records`,
  );
  row(`jobs, ${((Date.now() - begun) / 1000).toFixed(0)} s after the last of it`, states.map((s) => `${s.n} ${s.state}`).join(', '));
}
