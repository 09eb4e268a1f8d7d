import { ONE_READER } from '@/core/readers';
import type { Context } from '@/platform/context';
import { decideWork } from '@/stages/decide/commands/decide';
import { noteDifference } from '@/stages/decide/commands/note-difference';
import { saveReaders } from '@/stages/decide/commands/save-readers';
import { startReasons } from '@/stages/decide/commands/start-reasons';
import { reviewState } from '@/stages/decide/store/review-state';
import { workDetail } from '@/stages/works/queries/work-detail';
import { told } from './checks';
import { DEMO_PEOPLE } from './people';

/** What the two say of the works that came through, one letter a work: keeps, excludes, background; a dot is not judged yet. */
const FIRST = 'kkekkkxkekkbkkekk.';
const SECOND = 'kkekxkxkokkbkk....';
const VERDICTS = { k: 'keep', e: 'exclude', x: 'exclude', o: 'exclude', b: 'background' } as const;
const REASONS: Readonly<Record<string, string>> = { e: 'intervention', x: 'population', o: 'outcome' };

/** The second review of the demo is judged by two, each without seeing the other: half-way, with something to settle. */
export async function judgeByTwo(as: (person: (typeof DEMO_PEOPLE)[number]) => Context, reviewId: string) {
  const readers = [DEMO_PEOPLE[0]!, DEMO_PEOPLE[1]!];
  const [owner] = readers;
  told(await startReasons(as(owner!), reviewId));
  const two = { ...ONE_READER, readers: 2 as const, people: readers.map((r) => r.id) };
  told(await saveReaders(as(owner!), reviewId, { value: { 'title-abstract': two, 'full-text': ONE_READER } }));
  const { columns, outcomes } = await reviewState(as(owner!), reviewId);
  const through = [...columns.numbers].filter((_, i) => outcomes.fate[i] === 0).sort((a, b) => a - b);
  for (const [who, says] of [
    [readers[0]!, FIRST],
    [readers[1]!, SECOND],
  ] as const)
    for (const [i, letter] of [...says].entries()) {
      const workNo = through[i];
      if (letter === '.' || workNo === undefined) continue;
      const { draft, seenSeq } = await workDetail(as(who), reviewId, workNo);
      const verdict = VERDICTS[letter as keyof typeof VERDICTS];
      told(await decideWork(as(who), reviewId, { workNo, verdict, reasonCode: REASONS[letter] ?? '', grounds: draft, seenSeq }));
    }
  const open = through[[...FIRST].findIndex((letter, i) => letter === 'k' && SECOND[i] === 'x')]!;
  const text = 'The mill in it is a windmill with a tidal race beside it; is that one of ours?';
  told(await noteDifference(as(readers[1]!), reviewId, { workNo: open, stage: 'title-abstract', text }));
}
