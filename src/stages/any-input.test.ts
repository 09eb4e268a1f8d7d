import fc from 'fast-check';
import { z } from 'zod';
import { NotFound } from '@/platform/context';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { fromSchema } from '@/testing/from-schema';
import { risEntry } from '@/testing/ris-entry';
import { COMMANDS, QUERIES } from './verbs';

/** A review with something of most things, which everything below may change as it can. */
let db: TestDatabase;
let id: string;
const REAL = ['population', 'ocebm-2011', 'treatment-benefit', 'VH', 'Knee pads', 'A. Reader', '2026-09-14', 'refereed', 'level', 'query'];
beforeAll(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
  const entries = ['Knee pads: a randomised trial', 'Straps', 'Boots: a cohort study'].map((t, i) => risEntry(i + 1, t, 'PY  - 2021'));
  await importText(db, id, 'VH', entries.join('\n'));
});
afterAll(() => db.close());

const RUNS = Number(process.env.ANY_INPUT_RUNS ?? 40);
const SEED = Number(process.env.ANY_INPUT_SEED ?? 20261128);
const verbs = [...COMMANDS, ...QUERIES].filter((v) => v.declared.name !== 'delete-review');

test.each(verbs.map((v) => [v.declared.name, v] as const))(
  '%s: whatever is sent is answered or refused, never a fault',
  async (_, verb) => {
    const shape = z.toJSONSchema(verb.declared.input as z.ZodType, { io: 'input', unrepresentable: 'any' });
    const run = verb as unknown as (ctx: ReturnType<TestDatabase['context']>, id: string, input: unknown) => Promise<{ ok: boolean }>;
    await fc.assert(
      fc.asyncProperty(fromSchema(shape, REAL), async (input) => {
        const answer = await run(db.context(), id, input).catch((error: unknown) => {
          // What an address of a work leads to may not be there.
          if (error instanceof NotFound) return { ok: false };
          throw error;
        });
        expect(typeof answer.ok).toBe('boolean');
        // It can be sent.
        JSON.stringify(answer);
      }),
      { numRuns: RUNS, seed: SEED },
    );
  },
);

test('after all that, every page of the review can still be asked for', async () => {
  for (const query of QUERIES) {
    if (!(await z.safeParseAsync(query.declared.input as z.ZodType, {})).success) continue;
    expect(await (query as unknown as (ctx: unknown, id: string, input: object) => Promise<object>)(db.context(), id, {})).toMatchObject({
      ok: true,
    });
  }
});
