import type { CueRule } from './cue-rule';

/** Words around a design that say the item is about such studies, not one of them. */
export const ABOUT =
  /\b(?:systematic|scoping|umbrella|literature|narrative|integrative|rapid|critical) (?:literature )?reviews?\b|\bmeta-?analys[ie]s\b|\breviews? of\b|\boverview\b|\btrials\b|\bstudies\b|\bhow to\b|\blessons\b|\bregistry of\b|\bguide(?:line)? (?:to|for)\b|\breporting of\b/i;
/** Work done beside or before a trial, which the title names although its own design is another. */
export const BESIDE_A_TRIAL =
  /\bcost[- –]?(?:effectiveness|utility|benefit|consequence)s?\b|\beconomic evaluation\b|\b(?:alongside|within|nested in|embedded in|feasibility of|recruit\w* (?:\w+ ){0,4}(?:to|into|for)) an? (?:\w+[- –]){0,3}randomi[sz]ed\b|\bprocess evaluation\b|\bqualitative\b|\bstatistical analysis plan\b|\bbaseline (?:characteristics|data|findings)\b/i;
/** Sentences of methods that look for studies of a design, or speak of work of others, do not use it. */
export const MENTION =
  /\b(?:search(?:ed|es|ing)?|includ(?:ed|ing) (?:only )?(?:\w+ ){0,3}(?:trials|studies|cohorts)|eligib(?:le|ility) (?:\w+ ){0,3}(?:trials|studies|designs|cohorts)|selection criteria|records were|needed|warranted|future|previous(?:ly)?|earlier|unlike|in contrast (?:to|with)|published (?:trials|studies)|were (?:the )?trials|(?:of|from|for) (?:all |\d+ |\w+ )?(?:randomi[sz]ed (?:controlled )?)?(?:trials|studies))\b/i;

/** Names of designs outside the methods are mentions: shown to the reader as looked at and set aside. */
export const MENTIONED =
  /\b(?:non-?randomi[sz]ed|randomi[sz]ed|cohort|case[- ]control|cross-sectional|qualitative)(?: \w+){0,2} (?:trials?|stud(?:y|ies))\b|\b(?:systematic reviews?|meta-analys[ie]s)\b/i;

export const inTitle = (rule: Omit<CueRule, 'tier' | 'zones'>): CueRule => ({ tier: 'strong', zones: ['title'], ...rule });
export const inMethods = (rule: Omit<CueRule, 'tier' | 'zones'>): CueRule => ({
  tier: 'strong',
  zones: ['methods'],
  unless: MENTION,
  ...rule,
});
/** A cue of words that describe a design without naming it: anything that names one comes before it. */
export const told = (rule: Omit<CueRule, 'tier' | 'zones'> & Partial<Pick<CueRule, 'zones'>>): CueRule => ({
  tier: 'weak',
  zones: ['methods'],
  unless: MENTION,
  ...rule,
});
/** The same for designs only: not asked of a text that names its design. */
export const toldDesign = (rule: Parameters<typeof told>[0]): CueRule => told({ ...rule, told: true });
export const heading = (rule: Omit<CueRule, 'tier' | 'zones'>): CueRule => ({ tier: 'weak', zones: ['heading'], ...rule });
export const inVenue = (rule: Omit<CueRule, 'tier' | 'zones'>): CueRule => ({ tier: 'strong', zones: ['venue'], ...rule });
export const inNote = (rule: Omit<CueRule, 'tier' | 'zones'> & Partial<Pick<CueRule, 'tier'>>): CueRule => ({
  tier: 'strong',
  zones: ['note'],
  ...rule,
});
/** What a study's report is on its own; `claims-of-record` lets it give way to a thesis, a letter and the like. */
export const study = ['research-article'] as const;
export const reviewed = ['systematic-review'] as const;
