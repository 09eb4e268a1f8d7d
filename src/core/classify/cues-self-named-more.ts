import { inTitle } from './cue-helpers';
import type { CueRule } from './cue-rule';

const selfNamed = (rule: Omit<CueRule, 'tier' | 'zones'>): CueRule => ({ ...inTitle(rule), tier: 'self-named' });
const OPINION = ['expert-opinion', 'not-a-study'] as const;
const NO_STUDY = ['not-a-study'] as const;

/** More ways in which titles say what an item is. */
export const MORE_SELF_NAMED_CUES: readonly CueRule[] = [
  selfNamed({
    id: 'title-registered-report',
    pattern: /\b(?:stage (?:1|one),? )?registered report protocol\b|\bstage (?:1|one),? registered report\b/i,
    sets: { publicationType: ['protocol'], design: NO_STUDY },
    explain: 'A registered report at its first stage is a plan that was accepted before the study.',
    hits: ['Signs and stairs: stage 1 registered report protocol for an experiment'],
    misses: ['Signs and stairs: a registered report', 'Registered nurses report pain'],
  }),
  selfNamed({
    id: 'title-reply-to-named',
    pattern:
      /(?:[:.?]|—|–|\s-)\s*(?:[Aa]n? |[Tt]he )?(?:[Aa]uthors?['’]?s?['’]? |[Bb]rief |[Ff]urther )?(?:[Rr]eply|[Rr]esponse|[Rr]ejoinder|[Cc]omments?|[Cc]ommentary) (?:to|on) (?:(?:the |an? )?(?:comments?|letters?|critique|criticism)\b|["“‘']?\p{Lu}[\p{L}'’-]+)/u,
    sets: { publicationType: ['comment', 'letter'], design: OPINION },
    explain: 'After its title it says to whom it replies.',
    hits: ['What a null result shows: Reply to Falk and Ødegård (2017)', 'Masks and heat – comment on Lindqvist et al.'],
    misses: ['A school’s response to heat: a survey', 'Response to heat in weavers'],
  }),
  selfNamed({
    id: 'title-correction-to-named',
    pattern:
      /["”’:.]\s*(?:author |publisher )?(?:correction|erratum|corrigendum) (?:to|for|of) |^department of errors?\b|[[(](?:published )?(?:correction|erratum|corrigendum)[\])]\s*\.?$/i,
    sets: { publicationType: ['correction'], design: NO_STUDY },
    explain: 'The title says that it corrects another item.',
    hits: ['“Gloves for riggers: a trial”: Correction to Falk (2019)', 'Department of Error: Gloves for riggers'],
    misses: ['Sight correction to prevent falls', 'Correction of vision in weavers'],
  }),
  {
    id: 'abstract-reports-an-error',
    tier: 'self-named',
    zones: ['abstract'],
    pattern: /^\s*reports? an error in ["“]/i,
    sets: { publicationType: ['correction'], design: NO_STUDY },
    explain: 'It opens by naming the error in another item.',
    hits: ['Reports an error in “Gloves for riggers” by Iben Falk.'],
    misses: ['Nurses report an error in dosing.'],
  },
  inTitle({
    id: 'title-coded-poster',
    pattern: /^(?:P|PP|PO|O|OP|OR|A|S|EP|PS|TH|WE|MO|TU|FR)[-‐ .]?\d{1,4}[.:]?\s+(?=\p{Lu})/u,
    unless: /\b(?:protein|receptor|gene|mice|cells)\b/i,
    sets: { publicationType: ['conference-abstract'] },
    explain: 'The title opens with the number of a poster or talk.',
    hits: ['P-112 Outcomes of naps in two mills'],
    misses: ['P53 and the cell: mice', 'Outcomes of naps'],
  }),
  inTitle({
    id: 'title-survey-of-a-field',
    yieldsTo: ['methods-survey', 'told-asked-once'],
    pattern:
      /[:–—-]\s*(?:an? )?(?:(?:brief|short|comprehensive|critical|recent|comparative|state[- ]of[- ]the[- ]art|literature) )?survey(?: and (?:taxonomy|outlook|open problems|classification))?\s*$|^(?:an? )?survey (?:of|on) (?:\w+ ){0,4}(?:methods|techniques|approaches|algorithms|systems|models|protocols|schemes|architectures|frameworks|research|literature|work)\b/i,
    unless: /\b(?:questionnaire|national|postal|online|household|cross-sectional|nurses|patients|teachers|workers|students|of users)\b/i,
    sets: { publicationType: ['review-article', 'research-article', 'conference-paper'] },
    excludes: {},
    explain: 'In computing and engineering a survey is of the literature; elsewhere people are asked.',
    hits: ['Scheduling for sensor nodes: a survey', 'A survey of methods for parsing'],
    misses: ['Heat in mills: a national survey', 'Survey of nurses in four mills'],
  }),
  {
    id: 'abstract-surveys-a-field',
    tier: 'strong',
    zones: ['abstract'],
    pattern:
      /\b(?:this|the|our|present) (?:paper |article )?(?:survey|overview|tutorial) (?:closes|ends|concludes|covers|reviews|discusses|presents|gives|offers|classif\w+|organi[sz]es|summari[sz]es|compares)\b|\bin this (?:survey|overview|tutorial),? we\b|\bwe (?:survey|review|classify|categori[sz]e|give a taxonomy of|give an overview of) (?:\w+ ){0,4}(?:methods|techniques|approaches|algorithms|systems|literature|work|works|research|papers|publications|state of the art|schemes|models)\b|\btaxonomy of (?:\w+ ){0,3}(?:methods|techniques|approaches|algorithms|systems|schemes|attacks|models)\b/i,
    unless: /\brespondents\b|\bquestionnaire\b|\bsystematic(?:ally)?\b|\bPRISMA\b|\bdatabases were searched\b/i,
    sets: { publicationType: ['review-article'], design: ['narrative-review'] },
    explain: 'It brings the work of a field together and orders it.',
    hits: ['In this survey we order methods by three questions.', 'We give a taxonomy of scheduling methods.'],
    misses: ['In this survey of nurses the respondents were young.', 'We used two methods.'],
  },
  selfNamed({
    id: 'title-of-the-year',
    pattern: /\b(?:the )?year in review\b|\b(?:round-?up|highlights|pick) of the year\b|\bannual review \d{4}/i,
    sets: { publicationType: ['feature', 'news', 'editorial', 'report'], design: NO_STUDY },
    explain: 'It looks back on a year: no review of the literature.',
    hits: ['The year in review: twelve good rosters', 'Annual review 2017-18: one hundred thousand hours'],
    misses: ['A review of ten years of naps'],
  }),
  inTitle({
    id: 'title-review-of-records',
    pattern:
      /\b(?:\w+[- ]years?|\d+[- ]years?|retrospective|chart|case[- ]note|records?|audit|clinical|departmental|institutional) review (?:at|in|of (?:\d+ )?(?:\w+ )?(?:cases|patients|admissions|records|charts|notes|operations|procedures|births|referrals|deaths|incidents))\b|\breview of \d+ (?:\w+ )?(?:cases|patients|admissions|records|charts|reviews|reports|referrals|deaths|letters)\b/i,
    unless: /\bsystematic\b|\bliterature\b|\bpublished\b|\bstudies\b|\bcase report and\b/i,
    sets: { publicationType: ['research-article', 'case-report', 'conference-abstract'] },
    explain: 'What is reviewed are patients’ notes or other records: the data of a study.',
    hits: ['Burns in cooks: a ten-year review at a regional unit', 'What referees say: a review of 300 reports'],
    misses: ['A review of the literature on burns', 'Systematic review of 40 cases', 'Burns: a review of published cases'],
  }),
  {
    ...inTitle({
      id: 'title-review-for-a-body',
      pattern: /\b(?:systematic|rapid|scoping|evidence) review (?:for|commissioned by|prepared for) (?:the )?\p{Lu}/u,
      sets: { design: ['systematic-review', 'meta-analysis', 'scoping-review', 'umbrella-review'] },
      explain: 'A review made for a body keeps its design, whatever it is published as.',
      hits: ['School streets and air: a systematic review for the Lindqvale Transport Authority'],
      misses: ['A systematic review of school streets'],
    }),
  },
];
