import { CUE_RULES } from './cue-rules';
import { SHAPE_RULES } from './shape';
import { USUAL_RULES } from './usual-rules';

/** What rules that are no cues do, in a sentence. */
const OTHER_RULES: Readonly<Record<string, string>> = {
  'ris-type': 'The RIS type of the record.',
  'publication-type': 'A publication type given by the indexers.',
  'medline-subset': 'The subset of MEDLINE that its journal belongs to.',
  'bibtex-type': 'The BibTeX entry type of the record.',
  'csl-type': 'The CSL item type of the record.',
  'mods-type': 'The genre or type of resource that the record gives.',
  'marc-code': 'A coded value of the MARC record.',
  'jats-type': 'The article type of the JATS article.',
  'plain-word': 'A type that the database prints, by the meaning such words commonly have.',
  'database-term': 'A term of the database, as its profile maps it.',
  'database-scope': 'What the database’s profile says of all its journals.',
  'register-journal': 'What the register of venues says of its journal, at the time it appeared.',
  'register-press': 'What the register of venues says of its press.',
  'design-follows-publication-type': 'An item of this publication type can have no other design.',
  'source-follows-publication-type': 'An item of this publication type stands in no other kind of source.',
};

const WORDS: ReadonlyMap<string, string> = new Map([
  ...CUE_RULES.map((r) => [r.id, r.explain] as const),
  ...SHAPE_RULES.map((r) => [r.id, r.explain] as const),
  ...USUAL_RULES.map((r) => [r.id, r.explain] as const),
  ...Object.entries(OTHER_RULES),
]);

/** What a rule says, in a sentence. */
export const ruleWords = (rule: string): string => WORDS.get(rule) ?? (rule.startsWith('ruling-') ? 'A person ruled so.' : rule);
