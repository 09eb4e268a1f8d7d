import type { Context } from '@/platform/context';
import { Work } from '@/platform/db/schema';
import { addKnown } from '@/stages/checks/commands/add-known';
import { drawCheck } from '@/stages/checks/commands/draw-sample';
import { judgeSample } from '@/stages/checks/commands/judge-sample';
import { sampleToJudge } from '@/stages/checks/queries/samples-view';

/** Works that an earlier review had kept: one is too old for the sieve, one was not retrieved, of one only the title is given. */
const KNOWN = `10.5555/ns.2023.100
10.5555/ns.2021.101
10.5555/ns.2024.109
10.5555/ns.2012.1010
10.5555/ns.1998.777
PMID 99000102
Amber lenses on the way home in lighthouse and pilot crews: a randomised crossover trial`;

/** The checks of the demo, half-way: a list of known works, and a sample of what was stopped of which two in three are judged. */
export async function checkSome(context: () => Context, reviewId: string) {
  told(await addKnown(context(), reviewId, { text: KNOWN, source: 'Reference list of an earlier review' }));
  const { number } = told(await drawCheck(context(), reviewId, { kind: 'stopped', design: 'simple', size: 57, share: 0.05, seed: 26 }));
  const { works } = await sampleToJudge(context(), reviewId, number);
  const numbers = works.map((w) => w.no);
  const titles = new Map((await context().em.find(Work, { reviewId, no: { $in: numbers } })).map((w) => [w.no, w.title]));
  for (const [i, { drawn, no }] of works.slice(0, Math.ceil((works.length * 2) / 3)).entries()) {
    const asked = /^(?!Retraction|Correction|Letter).*(?:light|lenses).*randomi[sz]ed controlled trial$/i.test(titles.get(no)!);
    told(
      await judgeSample(context(), reviewId, { check: number, workNo: drawn, verdict: i === 12 ? 'unsure' : asked ? 'keep' : 'exclude' }),
    );
  }
}

/** The result, or the refusal as an error: nothing of the demo may be refused. */
export function told<T extends { ok: true } | { ok: false; message: string }>(result: T): Extract<T, { ok: true }> {
  if (!result.ok) throw new Error(result.message);
  return result as Extract<T, { ok: true }>;
}
