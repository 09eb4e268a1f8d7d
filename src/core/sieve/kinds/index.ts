import { z } from 'zod';
import type { Test } from '@/core/query';
import { coded } from './coded';
import { facet } from './facet';
import { flags } from './flags';
import { heading } from './heading';
import type { LimiterKind } from './kind';
import { query } from './query';
import { recency } from './recency';
import { venue } from './venue';

/** Every kind of limiter, by the `kind` of its test. A new one is a file beside this and a line here. */
const KINDS = { coded, recency, facet, flags, query, heading, venue } as const;
export type LimiterKindName = keyof typeof KINDS;

/** The test of a limiter of some kind, or of any. */
export type LimiterTest<K extends LimiterKindName = LimiterKindName> = { [N in K]: z.infer<(typeof KINDS)[N]['schema']> }[K];
type TextKindName = { [N in LimiterKindName]: (typeof KINDS)[N] extends { compile: unknown } ? N : never }[LimiterKindName];
export type TextTest = LimiterTest<TextKindName>;

const SCHEMAS = Object.values(KINDS).map((kind) => kind.schema) as unknown as [z.ZodType<LimiterTest> & z.core.$ZodTypeDiscriminable];
export const testSchema: z.ZodType<LimiterTest> = z.discriminatedUnion('kind', SCHEMAS);

/** What the sieve knows of the kind of a test. */
export const kindOf = <T extends LimiterTest>(test: T): LimiterKind<T> => KINDS[test.kind] as unknown as LimiterKind<T>;

export const readsText = (test: LimiterTest): test is TextTest => 'compile' in KINDS[test.kind];

/**
 * What a test that reads text says of a work.
 * @throws QueryError for a query that cannot be read, with its place
 */
export const compileText = (test: TextTest): Test => (KINDS[test.kind] as unknown as { compile(test: TextTest): Test }).compile(test);
