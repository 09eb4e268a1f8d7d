import { COHORTS, OBSERVATIONAL, RANDOMISED } from '@/core/vocabularies';
import { ABOUT, inTitle, MENTION, study, toldDesign } from './cue-helpers';
import type { CueRule } from './cue-rule';

const LOOKED_FOR = /\bsearch(?:ed|es|ing)?\b/i;
const PEOPLE =
  '(?:people|patients|women|men|adults|children|workers|farmers|nurses|drivers|students|pupils|volunteers|participants|residents|those|cases)';

/** Designs that a text tells rather than names: how people were allotted, asked, traced or compared. */
export const TOLD_CUES: readonly CueRule[] = [
  toldDesign({
    id: 'told-randomised',
    pattern:
      /\b(?:drew|drawing|opened) (?:\w+ ){0,3}(?:lots|envelopes)\b|\b(?:chosen|picked|allotted|selected|put|placed|allocated|assigned|divided|sent|given|told)\b[^.]{0,40}\b(?:by lot|at random)\b[^.]*\b(?:to|at|in|into|on|or)\b|\b(?:toss(?:ed|ing)?(?: of)?|flip(?:ped|ping)?(?: of)?) (?:a|the) coin\b|\bby the toss of a coin\b|\bas a coin (?:decided|fell)\b|\brandomly (?:saw|read|heard|received|got|drank|watched|wore|viewed|tasted|were shown|were given)\b/i,
    unless: new RegExp(
      `${MENTION.source}|\\bnot (?:\\w+ )?(?:assigned|allocated|put|chosen|allotted)|\\b(?:households?|records|sample|images|photographs|pages|sites|plots) (?:were |was )?(?:chosen|picked|selected)`,
      'i',
    ),
    sets: { publicationType: study, design: RANDOMISED },
    explain: 'Chance decided who got what.',
    hits: [
      'Clerks drew sealed envelopes that told them which chair to use.',
      'Students were put at random at a low or a high desk.',
      'Readers randomly saw a red or a blue page.',
    ],
    misses: ['Households were chosen at random in every street.', 'Clerks were put at a low or a high desk.'],
  }),
  toldDesign({
    id: 'told-cluster-randomised',
    pattern:
      /\b(?:wards|units|sites|hospitals|clusters|plants|depots|homes|schools|classes|practices|factories|workplaces|villages|clinics|offices|libraries)\b[^.]*\b(?:chosen|picked|allotted|selected|allocated|assigned|drawn|put)\b[^.]{0,30}\b(?:by lot|at random|by the toss of a coin|by tossing a coin)\b/i,
    unless: new RegExp(
      `${MENTION.source}|\\bnot (?:\\w+ )?(?:assigned|allocated|put|chosen|allotted)|\\bpupils|\\bpatients|\\bresidents`,
      'i',
    ),
    sets: { publicationType: study, design: ['cluster-randomised-trial'] },
    explain: 'Chance decided for whole groups, not for persons.',
    hits: ['Six schools were chosen by lot to read aloud, six went on as before.'],
    misses: ['Pupils of two schools were allotted to groups by lot.', 'Classes were not assigned at random.'],
  }),
  inTitle({
    id: 'title-allotted-by-lot',
    pattern:
      /\b(?:wards|hospitals|homes|schools|classes|practices|villages|clinics|depots)\b[^:]*\b(?:allotted|assigned|chosen) (?:by lot|at random)\b/i,
    unless: ABOUT,
    sets: { publicationType: study, design: ['cluster-randomised-trial'] },
    explain: 'The title says that chance decided for whole groups.',
    hits: ['Quiet hours: ten wards assigned at random'],
    misses: ['Quiet hours in ten wards'],
  }),
  toldDesign({
    id: 'told-decided-by-others',
    pattern:
      /\bas (?:the |their )?(?:\w+ ){0,2}(?:teachers?|managers?|heads?|staff|doctors?|clinicians?|matrons?|employers?|surgeons?|owners?|parents) (?:decided|chose|preferred|wished|saw fit)\b|\b(?:one|the first) (?:class|ward|group|school|village|clinic|crew)\b[^.]*\bthe (?:other|second|parallel)\b|\b(?:chose|could choose) (?:for themselves )?(?:which|whether|between)\b[^.]*\b(?:group|arm|course|training|treatment|version)\b|\bwhichever (?:their|the|they) \w+/i,
    unless: new RegExp(`${MENTION.source}|\\brandom|\\bby lot\\b|\\bcoin\\b|\\binterview`, 'i'),
    sets: { publicationType: study, design: ['non-randomised-trial'] },
    explain: 'Groups were treated differently, and people, not chance, decided how.',
    hits: ['One ward had the new rounds and the other kept the old.', 'Crews used either lamp, as the managers decided.'],
    misses: ['One ward had the new rounds, chosen by tossing a coin, and the other kept the old.'],
  }),
  toldDesign({
    id: 'told-before-after',
    yieldsTo: ['told-randomised'],
    pattern:
      /\b(?:counted|measured|recorded|compared|audited|surveyed|observed|rated|scored|weighed|noted|tallied)\b[^.]*\bbefore\b[^.]*\b(?:and|with|to)\b[^.]*\b(?:after(?:wards)?|since|following|later)\b/i,
    unless: new RegExp(`${MENTION.source}|\\brandom|\\bcontrol (?:group|ward|site|school)|\\bby lot\\b|\\bcoin\\b|\\bsegmented\\b`, 'i'),
    sets: { publicationType: study, design: ['before-after', 'interrupted-time-series', 'non-randomised-trial'] },
    explain: 'The same place or people are compared before and after a change.',
    hits: ['Falls were counted for a month before the rails came in and for a month afterwards.'],
    misses: ['Falls were counted before dawn.', 'Sleep was recorded before and after in each random group.'],
  }),
  toldDesign({
    id: 'told-case-control',
    pattern: new RegExp(
      `\\b(?:\\d+|\\w+) \\w+ with\\b[^.]*\\band (?:\\d+ )?\\w+ without (?:one|it|any)\\b[^.]*\\b(?:same|similar|matched)\\b|\\b${PEOPLE} with\\b[^.]*\\band\\b[^.]*\\b(?:without|free of|who had not|who did not)\\b[^.]*\\bmatched\\b|\\b\\d+ ${PEOPLE} with\\b[^.]*\\band (?:of |from )?[\\d,]+ (?:\\w+ ){0,2}${PEOPLE}\\b[^.]*\\bmatched\\b|\\bmatched\\b[^.]*\\b${PEOPLE} without\\b|\\bcases and (?:\\w+ ){0,3}(?:controls|neighbours|siblings)\\b|\\bfor (?:each|every) case\\b[^.]*\\b(?:control|neighbour|sibling|person|people)`,
      'i',
    ),
    sets: { publicationType: study, design: ['case-control'] },
    explain: 'People who have it are compared with others who do not, one chosen for the other.',
    hits: [
      'We asked 90 people with gout and 180 neighbours without it, matched for age, what they drank.',
      'Parents of 300 children with asthma and of 600 children from the register, matched for age, were asked about pets.',
      'Sixty rowers with a strain and 120 rowers without one, of the same club, were asked about shoes.',
    ],
    misses: ['People with gout were asked what they drank.'],
  }),
  toldDesign({
    id: 'told-test-against-reference',
    zones: ['abstract'],
    pattern:
      /\b(?:taking|with|using|against) [^.,;]{3,60} as (?:the |a |our )?(?:\w+ )?(?:reference|yardstick|comparator test)\b|\b(?:wrongly|falsely) (?:positive|negative|called (?:ill|well|positive|negative))\b|\bfalse[- ](?:positive|negative)s?\b[^.]*\b(?:patients|people|women|men|children|adults|cases)\b|\bsensitivity (?:was|of) \d[^.]*\bspecificity\b/i,
    unless: new RegExp(`${MENTION.source}|\\bclassifier\\b|\\bdetector\\b|\\balgorithm\\b|\\bscore\\b|\\bmodel\\b`, 'i'),
    sets: { publicationType: study, design: ['diagnostic-accuracy'] },
    explain: 'A test is held against another that is taken to be right.',
    hits: ['Taking culture as the reference, the strip found nine of ten infections.', 'Sensitivity was 91% and specificity 84%.'],
    misses: ['The strip was blue when wet.', 'The classifier made false positives in images of people.'],
  }),
  toldDesign({
    id: 'told-asked-once',
    pattern:
      /\b(?:forms?|questionnaires?|surveys?|postcards?|question sheets?) (?:was|were) (?:sent|posted|mailed|handed|given|e-?mailed) (?:out )?to\b|\b\d[\d,]* (?:of (?:the )?\d[\d,]* )?(?:answered|replied|responded|sent it back|returned (?:it|them|the form|the questionnaire))\b|\bcompleted by (?:\w+ )?\d[\d,]*\b|\bresponse rate\b|\b(?:asked|questioned|visited) once\b/i,
    unless: new RegExp(
      `${MENTION.source}|\\brandom(?:ly|i[sz]ed) (?:to|allo|assi)|\\bbefore and\\b|\\bfollow|\\bbaseline\\b|\\bevery (?:day|week|month|year)|\\bagain\\b|\\binterview|\\blater\\b`,
      'i',
    ),
    sets: { publicationType: study, design: ['cross-sectional'] },
    explain: 'People were asked once.',
    hits: ['A form was sent to every pilot in May; 410 sent it back.', 'The scale was completed by 300 pilots.'],
    misses: ['A form was sent to every pilot in May and again a year later.'],
  }),
  toldDesign({
    id: 'told-followed-by-turns',
    pattern:
      /\b(?:filled in|completed|answered|measured|weighed|tested|seen|examined|visited|questioned|rang|kept a diary)\b[^.]*\b(?:every|each|once a|twice a) (?:\w+ )?(?:month|year|week|quarter|spring|summer|autumn|winter|term)s?\b[^.]*\b(?:for|over) (?:\w+ )?(?:months|years)\b/i,
    unless: new RegExp(`${MENTION.source}|\\brandom|\\bby lot\\b|\\bmice\\b|\\brats\\b|\\binterview`, 'i'),
    sets: { publicationType: study, design: ['cohort-prospective'] },
    explain: 'The same people were asked or measured again and again for years.',
    hits: ['Divers (n = 60) completed a memory test every year for nine years.'],
    misses: ['Divers completed a memory test.', 'Rats were weighed every week for two months.'],
  }),
  toldDesign({
    id: 'told-traced',
    pattern:
      /\b(?:were|was) traced (?:in|through|to|until)\b|\b(?:identified|found|taken) (?:in|from|through) (?:the |a )?(?:\w+ ){0,3}(?:register|registry|records?)\b[^.]*\b(?:linked|followed|through|until)\b|\b(?:treated|admitted|born|employed|registered|baptised|operated on|diagnosed|enrolled) (?:\w+ ){0,6}between \d{4} and \d{4}\b[^.]*\b(?:traced|followed|linked|until|death)\b/i,
    unless: new RegExp(`${MENTION.source}|\\brandom|\\bcontrols?\\b|\\bdrawings?\\b|\\bmanuscripts?\\b`, 'i'),
    sets: { publicationType: study, design: COHORTS },
    explain: 'People of an earlier time were traced to what became of them.',
    hits: [
      'All 800 sailors treated between 1980 and 1990 were traced in the death register.',
      'Widows were identified in the parish records and followed until 1900.',
    ],
    misses: ['The manuscripts were traced to one workshop.'],
  }),
  toldDesign({
    id: 'told-materials',
    yieldsTo: ['title-experimental-and-computed'],
    pattern:
      /\b(?:loaded|pulled|bent|compressed|heated|dropped|soaked|frozen|aged|twisted|pressed)\b[^.]*\buntil (?:they|it) (?:broke|failed|cracked|yielded|burst|split)\b|\b(?:joints?|blocks?|planks?|bricks?|bolts?|ropes?|tiles?|plates?|pipes?|cables?|slabs?|columns?|welds?|gates?|hulls?) (?:were|was) (?:\w+ )?(?:struck|loaded|pulled|bent|compressed|heated|soaked|frozen|tested|cured)\b/i,
    unless: new RegExp(`${MENTION.source}|\\bpatients|\\bparticipants|\\bhistor|\\bcentury`, 'i'),
    sets: { publicationType: ['research-article', 'conference-paper', 'thesis', 'report'], design: ['laboratory'] },
    explain: 'Things were loaded, heated or soaked to see what they bear.',
    hits: ['Nine ropes were soaked for a week and pulled until they broke.'],
    misses: ['Ropes were sold by the yard.'],
  }),
  toldDesign({
    id: 'told-animals',
    pattern:
      /\b(?:mussels|oysters|crabs|shrimps?|snails|worms|bees|beetles|mosquitoes|larvae|fish|salmon|pigs|sheep|goats|cattle|cows|horses|chicks|quail|ducks|frogs|lizards)\b[^.]*\b(?:were|was) (?:\w+ )?(?:kept|housed|exposed|fed|reared|injected|dosed|caged|raised|bred|starved)\b/i,
    unless: new RegExp(`${MENTION.source}|\\bfarmers|\\bhistor|\\bcentury|\\bhouseholds|\\bvillag`, 'i'),
    sets: { publicationType: study, design: ['animal'] },
    explain: 'Animals were kept under conditions that the authors set.',
    hits: ['Crabs were kept for a week in water of three temperatures.'],
    misses: ['Sheep were kept by most households of the village.'],
  }),
  toldDesign({
    id: 'told-computed',
    pattern:
      /\b(?:is|are|was|were) (?:computed|calculated|solved|predicted) (?:with|by|using) (?:an? |the )?(?:\w+[- ]){0,3}(?:scheme|solver|code|equations?|elements?)\b|\bfinite[- ](?:volume|difference)s?\b|\bboundary[- ]elements?\b|\blarge[- ]eddy\b/i,
    sets: { publicationType: ['research-article', 'conference-paper', 'thesis', 'report'], design: ['modelling'] },
    explain: 'What happens is computed from equations.',
    hits: ['The waves are computed with a finite volume scheme.'],
    misses: ['Odds ratios were calculated with logistic regression.'],
  }),
  toldDesign({
    id: 'told-measured-again',
    pattern:
      /\b(?:measures?|scales?|questionnaires?|tests?|interview) (?:\w+ )?at (?:entry|baseline|enrolment|birth|the start|admission)\b[^.]*\b(?:later|follow-up|afterwards)\b|\b(?:two|three|four|five)-wave\b/i,
    unless: new RegExp(`${MENTION.source}|\\brandom|\\bby lot\\b|\\bintervention\\b|\\bclass(?:es)?\\b|\\bcourse\\b|\\btraining\\b`, 'i'),
    sets: { publicationType: study, design: ['cohort-prospective'] },
    explain: 'The same people were measured at the beginning and again later.',
    hits: ['Recruits (N = 203) completed measures at entry and eight months later.'],
    misses: ['Recruits completed measures at entry.', 'Recruits filled in tests at baseline and after the course, weeks later.'],
  }),
  inTitle({
    id: 'title-consecutive-patients',
    pattern: /\b(?:outcomes?|results|experience) (?:of|in|with) \d+ consecutive\b|\b\d+ consecutive (?:patients|cases)\b/i,
    unless: ABOUT,
    sets: { publicationType: study, design: ['case-series', 'cohort-retrospective', 'cohort-prospective'] },
    explain: 'The title counts consecutive patients of one place.',
    hits: ['Outcomes of 58 consecutive stents at a single centre'],
    misses: ['Three consecutive nights at work'],
  }),
  inTitle({
    id: 'title-experimental-and-computed',
    pattern:
      /\bexperimental and (?:analytical|numerical|theoretical|computational)\b|\b(?:analytical|numerical|theoretical) and experimental\b/i,
    unless: ABOUT,
    sets: { publicationType: ['research-article', 'conference-paper', 'thesis', 'report'], design: ['laboratory', 'modelling'] },
    explain: 'The title says that it was both tested and computed.',
    hits: ['Experimental and numerical study of lock gates'],
    misses: ['Experimental and social psychology'],
  }),
  inTitle({
    id: 'title-interviews-and-survey',
    pattern: /\binterviews? and (?:a |an )?(?:\w+ )?(?:survey|questionnaire)\b|\b(?:survey|questionnaire) and (?:\w+ )?interviews?\b/i,
    unless: ABOUT,
    sets: { publicationType: study, design: ['mixed-methods'] },
    explain: 'The title names both interviews and a survey.',
    hits: ['Why sailors retire: a survey and interviews'],
    misses: ['Interviews with sailors'],
  }),
  toldDesign({
    id: 'told-survey-then-interviews',
    zones: ['abstract'],
    pattern:
      /\b(?:survey|questionnaire)\b[^.]*\b(?:followed by|then|together with|and)\b[^.]*\binterview(?:s|ed)\b|\bsurvey\b[^.]*, (?:\w+ )?interviews\b|\b(?:pilot|diary study|experiment|trial)\b[^.]*\band (?:\w+ )?interviews (?:with|of)\b|\binterview(?:s|ed)\b[^.]*\b(?:followed by|then|together with)\b[^.]*\b(?:survey|questionnaire)\b/i,
    unless: new RegExp(`${MENTION.source}|\\bsurvey interviews?\\b`, 'i'),
    sets: { publicationType: study, design: ['mixed-methods'] },
    explain: 'A survey and interviews together answer the question.',
    hits: [
      'A survey of 300 cooks was followed by interviews with 12 of them.',
      'It has three parts: a survey of 90 cooks, interviews, and a pilot.',
    ],
    misses: ['Interviews were held with 12 cooks.'],
  }),
  {
    id: 'told-one-person',
    tier: 'strong',
    zones: ['abstract'],
    pattern:
      /^An? (?:(?:young|old|elderly|retired|pregnant|healthy|previously \w+) )?(?:man|woman|boy|girl|worker|nurse|farmer|patient|sailor|diver|cook|driver|teacher|child|infant|baby) (?:(?:of|aged) \w+(?:[- ]\w+)? )?(?:came|was brought|was admitted|presented|attended|arrived|complained|developed|was seen|was referred|collapsed|had swallowed)\b/i,
    sets: { publicationType: ['case-report', 'letter', 'conference-abstract'], design: ['case-report', 'case-series'] },
    explain: 'The abstract tells what happened to one patient.',
    hits: ['A woman of 40 came to the clinic with a swollen hand.', 'A diver collapsed on the pier.'],
    misses: ['A nurse is on duty at night.', 'A woman of 40 can expect to live to 84.'],
  },
  toldDesign({
    id: 'told-notes-of-several',
    pattern: new RegExp(
      `\\b(?:notes|records|files|charts|histories) of (?:(?:all|the) )?(?:[\\w-]+ ){0,3}(?:divers|${PEOPLE.slice(3, -1)})\\b[^.]*\\b(?:summed up|summari[sz]ed|described|examined|analy[sz]ed|read|reviewed|gone through|went through|looked through)\\b`,
      'i',
    ),
    unless: new RegExp(`${MENTION.source}|\\bcontrols?\\b|\\bmatched\\b|\\bcompared\\b`, 'i'),
    sets: { publicationType: [...study, 'case-report'], design: ['case-series', 'cohort-retrospective'] },
    explain: 'The notes of patients are summed up, with nobody to compare them with.',
    hits: ['The notes of fourteen patients are summed up.'],
    misses: ['The notes of fourteen patients and matched controls were summed up.'],
  }),
  inTitle({
    id: 'title-counted-patients',
    pattern:
      /^(?:two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|\w+teen|(?:twenty|thirty|forty)(?:-\w+)?|[1-9]\d?) (?:\w+ )?(?:cases|patients|children|adults|women|men|divers|workers|infants|farmers|siblings|brothers|sisters|twins) (?:with|of|who)\b/i,
    unless: ABOUT,
    sets: { publicationType: [...study, 'case-report'], design: ['case-series'] },
    explain: 'The title counts patients: a series of cases.',
    hits: ['Nine children with lamp oil poisoning'],
    misses: ['Children with lamp oil poisoning', 'Two cheers for children with asthma'],
  }),
  {
    id: 'told-cost-of-effect',
    tier: 'strong',
    zones: ['abstract'],
    pattern:
      /\b(?:each |an? |one )?(?:\w+ ){0,3}(?:avoided|averted|gained|saved|prevented)\b[^.]*\bcosts? (?:about |some )?[€£$]?\d|\bcosts?\b[^.]*\b(?:per|for each|for every) (?:\w+ ){0,4}(?:avoided|averted|gained|saved|prevented)\b/i,
    unless: LOOKED_FOR,
    sets: { publicationType: study, design: ['economic-evaluation'] },
    explain: 'It gives what one effect costs.',
    hits: ['A fall avoided by rails cost 900 crowns.', 'The cost per infection prevented was low.'],
    misses: ['Costs were met by the clinic.'],
  },
  toldDesign({
    id: 'told-score-made',
    zones: ['abstract'],
    pattern:
      /\b(?:score|rule|prediction model|index|nomogram) (?:was|were) (?:built|made|developed|derived|constructed|fitted|drawn up)\b[^.]*\b(?:tried|tested|checked|validated)\b|\bc[- ]statistic\b/i,
    sets: { publicationType: study, design: ['prediction-model'] },
    explain: 'A score was made and tried out on others.',
    hits: ['A score was built in 900 patients and tried out in 400 others (c-statistic 0.71).'],
    misses: ['The score was played twice.'],
  }),
  toldDesign({
    id: 'told-put-at-random-persons',
    pattern: new RegExp(
      `\\b${PEOPLE}\\b[^.]*\\b(?:put|placed|chosen|allotted|assigned|sent|drew)\\b[^.]*\\b(?:at random|by lot|envelopes|lots)\\b`,
      'i',
    ),
    unless: /\bnot (?:\w+ )?(?:assigned|allocated|put|chosen|allotted)/i,
    sets: {},
    excludes: { design: ['cluster-randomised-trial', 'crossover-randomised-trial', ...OBSERVATIONAL] },
    explain: 'Chance decided for persons, one by one.',
    hits: ['Students were put at random at a low or a high desk.'],
    misses: ['Schools were chosen by lot.'],
  }),
];
