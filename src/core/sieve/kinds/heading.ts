import { z } from 'zod';
import { few } from './kind';
import { mainHeading, oneOf, textKind } from './text';

/** Lets in works that are indexed under one of some headings. */
const headingTest = z.strictObject({
  kind: z.literal('heading'),
  headings: z.array(z.string().trim().min(1).max(200)).min(1).max(200),
});

export const heading = textKind<z.infer<typeof headingTest>>({
  schema: headingTest,
  compile: (test) => oneOf('heading-whole', new Set(test.headings.map(mainHeading))),
  words: (test) => `Headings: ${few(test.headings)}`,
  wouldPass: () => 'if it asked for a heading that the work has',
  settledBy: () => 'It carries no headings, often since it is not indexed yet.',
});
