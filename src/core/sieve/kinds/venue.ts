import { z } from 'zod';
import { type Answer, normalised } from '@/core/query';
import { few } from './kind';
import { digitsOf, either, oneOf, textKind } from './text';

/** Lets in works of some venues only, or of all others. A venue is an ISSN or a title. */
const venueTest = z.strictObject({
  kind: z.literal('venue'),
  venues: z.array(z.string().trim().min(1).max(300)).min(1).max(2000),
  keep: z.enum(['only', 'not']),
});

export const venue = textKind<z.infer<typeof venueTest>>({
  schema: venueTest,
  compile(test) {
    const found = either(oneOf('issn', new Set(test.venues.map(digitsOf))), oneOf('container', new Set(test.venues.map(normalised))));
    return test.keep === 'only' ? found : (of) => (2 - found(of)) as Answer;
  },
  words: (test) => `${test.keep === 'only' ? 'Only in' : 'Not in'}: ${few(test.venues)}`,
  wouldPass: (test) =>
    test.keep === 'only' ? 'if where the work stands were in its list' : 'if where the work stands were not in its list',
  settledBy: () => 'No record names its journal or ISSN.',
});
