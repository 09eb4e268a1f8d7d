import type { CueRule } from './cue-rule';
import { ALLOCATION_CUES } from './cues-allocation';
import { DESIGN_TITLE_CUES } from './cues-design';
import { DESIGN_METHODS_CUES } from './cues-design-methods';
import { FOLLOWING_CUES } from './cues-following';
import { HEADING_CUES } from './cues-heading';
import { MATTER_CUES } from './cues-matter';
import { MORE_OBSERVED_CUES } from './cues-observed-more';
import { RESEARCH_CUES } from './cues-research';
import { REVIEW_CUES } from './cues-review';
import { SELF_NAMED_CUES } from './cues-self-named';
import { MORE_SELF_NAMED_CUES } from './cues-self-named-more';
import { STUDY_CUES } from './cues-studies';
import { TOLD_CUES } from './cues-told';
import { TOLD_MATTER_CUES } from './cues-told-matter';
import { MORE_TOLD_CUES } from './cues-told-more';
import { VENUE_CUES } from './cues-venue';

/** Every cue rule, by what it is about. */
export const CUE_GROUPS: readonly { label: string; rules: readonly CueRule[] }[] = [
  { label: 'What an item calls itself', rules: [...SELF_NAMED_CUES, ...MORE_SELF_NAMED_CUES, ...MATTER_CUES] },
  {
    label: 'Designs',
    rules: [...DESIGN_TITLE_CUES, ...DESIGN_METHODS_CUES, ...STUDY_CUES, ...FOLLOWING_CUES, ...ALLOCATION_CUES, ...MORE_OBSERVED_CUES],
  },
  { label: 'Told rather than named', rules: [...TOLD_CUES, ...MORE_TOLD_CUES, ...TOLD_MATTER_CUES] },
  { label: 'Reviews', rules: REVIEW_CUES },
  { label: 'Research of any field', rules: RESEARCH_CUES },
  { label: 'Venues, publishers and notes', rules: VENUE_CUES },
  { label: 'Index headings', rules: HEADING_CUES },
];
export const CUE_RULES: readonly CueRule[] = CUE_GROUPS.flatMap((g) => g.rules);
