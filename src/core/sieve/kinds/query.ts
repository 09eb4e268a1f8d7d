import { z } from 'zod';
import { compileQuery, parseQuery } from '@/core/query';
import { textKind } from './text';

/** Lets in what a query in the Contextual Query Language finds. */
const queryTest = z.strictObject({ kind: z.literal('query'), query: z.string().trim().min(1).max(4000) });

export const query = textKind<z.infer<typeof queryTest>>({
  schema: queryTest,
  /** @throws QueryError for a query that cannot be read, with its place */
  compile: (test) => compileQuery(parseQuery(test.query)),
  words: (test) => `Query: ${test.query}`,
  wouldPass: () => 'if its query matched the work',
  settledBy: () => 'A field that the query asks for is missing: read the work itself.',
});
