import type { CueRule } from './cue-rule';
import { namedWords, readCues } from './read-rules';
import ALLOCATION from './rules/cues/allocation.json' with { type: 'json' };
import DESIGN_IN_METHODS from './rules/cues/design-in-methods.json' with { type: 'json' };
import DESIGN_IN_TITLE from './rules/cues/design-in-title.json' with { type: 'json' };
import FOLLOWING from './rules/cues/following.json' with { type: 'json' };
import HEADINGS from './rules/cues/headings.json' with { type: 'json' };
import MATTER from './rules/cues/matter.json' with { type: 'json' };
import OBSERVED from './rules/cues/observed.json' with { type: 'json' };
import RESEARCH from './rules/cues/research.json' with { type: 'json' };
import REVIEWS from './rules/cues/reviews.json' with { type: 'json' };
import SELF_NAMED from './rules/cues/self-named.json' with { type: 'json' };
import STUDIES from './rules/cues/studies.json' with { type: 'json' };
import TOLD from './rules/cues/told.json' with { type: 'json' };
import TOLD_MATTER from './rules/cues/told-matter.json' with { type: 'json' };
import VENUES from './rules/cues/venues.json' with { type: 'json' };

/** The files of a group, in the order in which their rules are asked. */
const group = (label: string, files: Readonly<Record<string, readonly unknown[]>>): { label: string; rules: readonly CueRule[] } => ({
  label,
  rules: Object.entries(files).flatMap(([name, rows]) => readCues(`${name}.json`, rows)),
});

/** Every cue rule, by what it is about. */
export const CUE_GROUPS: readonly { label: string; rules: readonly CueRule[] }[] = [
  // What an item calls itself comes before an indexer's terms: protocols and letters are indexed with the design that they are about.
  group('What an item calls itself', { 'self-named': SELF_NAMED, matter: MATTER }),
  group('Designs', {
    'design-in-title': DESIGN_IN_TITLE,
    'design-in-methods': DESIGN_IN_METHODS,
    studies: STUDIES,
    following: FOLLOWING,
    allocation: ALLOCATION,
    observed: OBSERVED,
  }),
  group('Told rather than named', { told: TOLD, 'told-matter': TOLD_MATTER }),
  group('Reviews', { reviews: REVIEWS }),
  group('Research of any field', { research: RESEARCH }),
  group('Venues, publishers and notes', { venues: VENUES }),
  group('Index headings', { headings: HEADINGS }),
];
export const CUE_RULES: readonly CueRule[] = CUE_GROUPS.flatMap((g) => g.rules);

/** Names of designs outside the methods are mentions: shown to the reader as looked at and set aside. */
export const MENTIONED = namedWords('MENTIONED');
