import { COHORTS, OBSERVATIONAL, RANDOMISED } from '@/core/vocabularies';
import { ABOUT, inTitle, MENTION, study } from './cue-helpers';
import type { CueRule } from './cue-rule';

/** A cue of words that describe a design without naming it: anything that names one comes before it. */
const told = (rule: Omit<CueRule, 'tier' | 'zones'> & Partial<Pick<CueRule, 'zones'>>): CueRule => ({
  tier: 'weak',
  zones: ['methods'],
  unless: MENTION,
  ...rule,
});
const LOOKED_FOR = /\bsearch(?:ed|es|ing)?\b/i;
const PEOPLE =
  '(?:people|patients|women|men|adults|children|workers|farmers|nurses|drivers|students|pupils|volunteers|participants|residents|those|cases)';

/** Designs that a text tells rather than names: how people were allotted, asked, traced or compared. */
export const TOLD_CUES: readonly CueRule[] = [
  told({
    id: 'told-randomised',
    pattern:
      /\b(?:drew|drawing|opened) (?:\w+ ){0,3}(?:lots|envelopes)\b|\b(?:chosen|picked|allotted|selected|put|placed|allocated|assigned|divided|sent|given|told)\b[^.]{0,40}\b(?:by lot|at random)\b[^.]*\b(?:to|at|in|into|on|or)\b|\b(?:toss(?:ed|ing)?(?: of)?|flip(?:ped|ping)?(?: of)?) (?:a|the) coin\b|\bby the toss of a coin\b/i,
    unless: new RegExp(
      `${MENTION.source}|\\bnot (?:\\w+ )?(?:assigned|allocated|put|chosen|allotted)|\\b(?:households?|records|sample|images|photographs|pages|sites|plots) (?:were |was )?(?:chosen|picked|selected)`,
      'i',
    ),
    sets: { publicationType: study, design: RANDOMISED },
    explain: 'Chance decided who got what.',
    hits: ['Clerks drew sealed envelopes that told them which chair to use.', 'Students were put at random at a low or a high desk.'],
    misses: ['Households were chosen at random in every street.', 'Clerks were put at a low or a high desk.'],
  }),
  told({
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
  told({
    id: 'told-decided-by-others',
    pattern:
      /\bas (?:the |their )?(?:\w+ ){0,2}(?:teachers?|managers?|heads?|staff|doctors?|clinicians?|matrons?|employers?|surgeons?|owners?|parents) (?:decided|chose|preferred|wished|saw fit)\b|\b(?:one|the first) (?:class|ward|group|school|village|clinic|crew)\b[^.]*\bthe (?:other|second|parallel)\b|\b(?:chose|could choose) (?:for themselves )?(?:which|whether|between)\b[^.]*\b(?:group|arm|course|training|treatment|version)\b|\bwhichever (?:their|the|they) \w+/i,
    unless: new RegExp(`${MENTION.source}|\\brandom|\\bby lot\\b|\\bcoin\\b|\\binterview`, 'i'),
    sets: { publicationType: study, design: ['non-randomised-trial'] },
    explain: 'Groups were treated differently, and people, not chance, decided how.',
    hits: ['One ward had the new rounds and the other kept the old.', 'Crews used either lamp, as the managers decided.'],
    misses: ['One ward had the new rounds, chosen by tossing a coin, and the other kept the old.'],
  }),
  told({
    id: 'told-before-after',
    pattern:
      /\b(?:counted|measured|recorded|compared|audited|surveyed|observed|rated|scored|weighed|noted|tallied)\b[^.]*\bbefore\b[^.]*\b(?:and|with|to)\b[^.]*\b(?:after(?:wards)?|since|following|later)\b/i,
    unless: new RegExp(`${MENTION.source}|\\brandom|\\bcontrol (?:group|ward|site|school)|\\bby lot\\b|\\bsegmented\\b`, 'i'),
    sets: { publicationType: study, design: ['before-after', 'interrupted-time-series', 'non-randomised-trial'] },
    explain: 'The same place or people are compared before and after a change.',
    hits: ['Falls were counted for a month before the rails came in and for a month afterwards.'],
    misses: ['Falls were counted before dawn.', 'Sleep was recorded before and after in each random group.'],
  }),
  told({
    id: 'told-case-control',
    pattern: new RegExp(
      `\\b${PEOPLE} with\\b[^.]*\\band\\b[^.]*\\b(?:without|free of|who had not|who did not)\\b[^.]*\\bmatched\\b|\\bmatched\\b[^.]*\\b${PEOPLE} without\\b|\\bcases and (?:\\w+ ){0,3}(?:controls|neighbours|siblings)\\b|\\bfor (?:each|every) case\\b[^.]*\\b(?:control|neighbour|sibling|person|people)`,
      'i',
    ),
    sets: { publicationType: study, design: ['case-control'] },
    explain: 'People who have it are compared with others who do not, one chosen for the other.',
    hits: ['We asked 90 people with gout and 180 neighbours without it, matched for age, what they drank.'],
    misses: ['People with gout were asked what they drank.'],
  }),
  told({
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
  told({
    id: 'told-asked-once',
    pattern:
      /\b(?:forms?|questionnaires?|surveys?|postcards?|question sheets?) (?:was|were) (?:sent|posted|mailed|handed|given|e-?mailed) (?:out )?to\b|\b\d[\d,]* (?:of (?:the )?\d[\d,]* )?(?:answered|replied|responded|sent it back|returned (?:it|them|the form|the questionnaire))\b|\bresponse rate\b|\b(?:asked|questioned|visited) once\b/i,
    unless: new RegExp(
      `${MENTION.source}|\\brandom(?:ly|i[sz]ed) (?:to|allo|assi)|\\bbefore and\\b|\\bfollow|\\bbaseline\\b|\\bevery (?:day|week|month|year)|\\bagain\\b|\\binterview|\\blater\\b`,
      'i',
    ),
    sets: { publicationType: study, design: ['cross-sectional'] },
    explain: 'People were asked once.',
    hits: ['A form was sent to every pilot in May; 410 sent it back.'],
    misses: ['A form was sent to every pilot in May and again a year later.'],
  }),
  told({
    id: 'told-followed-by-turns',
    pattern:
      /\b(?:filled in|completed|answered|measured|weighed|tested|seen|examined|visited|questioned|rang|kept a diary)\b[^.]*\b(?:every|each|once a|twice a) (?:\w+ )?(?:month|year|week|quarter|spring|summer|autumn|winter|term)s?\b[^.]*\b(?:for|over) (?:\w+ )?(?:months|years)\b/i,
    unless: new RegExp(`${MENTION.source}|\\brandom|\\bby lot\\b|\\bmice\\b|\\brats\\b|\\binterview`, 'i'),
    sets: { publicationType: study, design: ['cohort-prospective'] },
    explain: 'The same people were asked or measured again and again for years.',
    hits: ['Divers (n = 60) completed a memory test every year for nine years.'],
    misses: ['Divers completed a memory test.', 'Rats were weighed every week for two months.'],
  }),
  told({
    id: 'told-traced',
    pattern:
      /\b(?:were|was) traced (?:in|through|to|until)\b|\b(?:treated|admitted|born|employed|registered|baptised|operated on|diagnosed|enrolled) (?:\w+ ){0,6}between \d{4} and \d{4}\b[^.]*\b(?:traced|followed|linked|until|death)\b/i,
    unless: new RegExp(`${MENTION.source}|\\brandom|\\bcontrols?\\b|\\bdrawings?\\b|\\bmanuscripts?\\b`, 'i'),
    sets: { publicationType: study, design: COHORTS },
    explain: 'People of an earlier time were traced to what became of them.',
    hits: ['All 800 sailors treated between 1980 and 1990 were traced in the death register.'],
    misses: ['The manuscripts were traced to one workshop.'],
  }),
  told({
    id: 'told-materials',
    pattern:
      /\b(?:loaded|pulled|bent|compressed|heated|dropped|soaked|frozen|aged|twisted|pressed)\b[^.]*\buntil (?:they|it) (?:broke|failed|cracked|yielded|burst|split)\b|\b(?:joints?|blocks?|planks?|bricks?|bolts?|ropes?|tiles?|plates?|pipes?|cables?|slabs?|columns?|welds?) (?:were|was) (?:\w+ )?(?:loaded|pulled|bent|compressed|heated|soaked|frozen|tested|cured)\b/i,
    unless: new RegExp(`${MENTION.source}|\\bpatients|\\bparticipants|\\bhistor|\\bcentury`, 'i'),
    sets: { publicationType: ['research-article', 'conference-paper', 'thesis', 'report'], design: ['laboratory'] },
    explain: 'Things were loaded, heated or soaked to see what they bear.',
    hits: ['Nine ropes were soaked for a week and pulled until they broke.'],
    misses: ['Ropes were sold by the yard.'],
  }),
  told({
    id: 'told-animals',
    pattern:
      /\b(?:mussels|oysters|crabs|shrimps?|snails|worms|bees|beetles|mosquitoes|larvae|fish|salmon|pigs|sheep|goats|cattle|cows|horses|chicks|quail|ducks|frogs|lizards)\b[^.]*\b(?:were|was) (?:\w+ )?(?:kept|housed|exposed|fed|reared|injected|dosed|caged|raised|bred|starved)\b/i,
    unless: new RegExp(`${MENTION.source}|\\bfarmers|\\bhistor|\\bcentury|\\bhouseholds|\\bvillag`, 'i'),
    sets: { publicationType: study, design: ['animal'] },
    explain: 'Animals were kept under conditions that the authors set.',
    hits: ['Crabs were kept for a week in water of three temperatures.'],
    misses: ['Sheep were kept by most households of the village.'],
  }),
  told({
    id: 'told-computed',
    pattern:
      /\b(?:is|are|was|were) (?:computed|calculated|solved|predicted) (?:with|by|using) (?:an? |the )?(?:\w+[- ]){0,3}(?:scheme|solver|code|equations?|elements?)\b|\bfinite[- ](?:volume|difference)s?\b|\bboundary[- ]elements?\b|\blarge[- ]eddy\b/i,
    sets: { publicationType: ['research-article', 'conference-paper', 'thesis', 'report'], design: ['modelling'] },
    explain: 'What happens is computed from equations.',
    hits: ['The waves are computed with a finite volume scheme.'],
    misses: ['Odds ratios were calculated with logistic regression.'],
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
  told({
    id: 'told-survey-then-interviews',
    pattern:
      /\b(?:survey|questionnaire)\b[^.]*\b(?:followed by|then|together with|and)\b[^.]*\binterview(?:s|ed)\b|\binterview(?:s|ed)\b[^.]*\b(?:followed by|then|together with)\b[^.]*\b(?:survey|questionnaire)\b/i,
    unless: new RegExp(`${MENTION.source}|\\bsurvey interviews?\\b`, 'i'),
    sets: { publicationType: study, design: ['mixed-methods'] },
    explain: 'A survey and interviews together answer the question.',
    hits: ['A survey of 300 cooks was followed by interviews with 12 of them.'],
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
  told({
    id: 'told-notes-of-several',
    pattern: new RegExp(
      `\\b(?:notes|records|files|charts|histories) of (?:(?:all|the) )?(?:[\\w-]+ ){0,3}(?:divers|${PEOPLE.slice(3, -1)})\\b[^.]*\\b(?:summed up|summari[sz]ed|described|gone through|went through|looked through)\\b`,
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
      /^(?:two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|\w+teen|(?:twenty|thirty|forty)(?:-\w+)?|[1-9]\d?) (?:\w+ )?(?:cases|patients|children|adults|women|men|divers|workers|infants|farmers) (?:with|of|who)\b/i,
    unless: ABOUT,
    sets: { publicationType: [...study, 'case-report'], design: ['case-series'] },
    explain: 'The title counts patients: a series of cases.',
    hits: ['Nine children with lamp oil poisoning'],
    misses: ['Children with lamp oil poisoning', 'Two cheers for children with asthma'],
  }),
  inTitle({
    id: 'title-scoping-exercise',
    pattern: /\b(?:scoping|evidence[- ]mapping) (?:exercise|study|survey of the literature)\b/i,
    sets: { publicationType: ['systematic-review', 'review-article'], design: ['scoping-review'] },
    explain: 'The title says that a field of studies is charted.',
    hits: ['Peat and birds: a scoping exercise'],
    misses: ['Scoping out the harbour'],
  }),
  told({
    id: 'told-charted',
    zones: ['abstract'],
    pattern:
      /\bcharted\b[^.]*\b(?:studies|papers|reports|by (?:country|year|method|design|species|outcome))\b|\b(?:studies|papers|reports)\b[^.]*\b(?:were|are) charted\b/i,
    unless: /\bdepths?\b|\bcoast\b|\bsoundings?\b/i,
    sets: { publicationType: ['systematic-review', 'review-article'], design: ['scoping-review'] },
    explain: 'Studies were charted, as scoping reviews do.',
    hits: ['We charted the 90 studies by country and method.'],
    misses: ['The coast was charted by method of soundings.'],
  }),
  {
    id: 'told-databases-searched',
    tier: 'strong',
    zones: ['abstract'],
    pattern:
      /\b(?:search(?:ed|es)?|searching) (?:of |through )?(?:\w+ ){0,2}(?:(?:electronic|bibliographic|literature) )?databases\b|\bdatabases were searched\b|\bsought in (?:\w+ )?databases\b/i,
    unless: /\bpatent\b|\bwill\b|\bgenom|\bsequence\b|\bimage databases?\b|\bpolice\b/i,
    sets: {
      publicationType: [
        'systematic-review',
        'review-article',
        'guideline',
        'evidence-summary',
        'thesis',
        'report',
        'conference-abstract',
        'letter',
        'comment',
      ],
    },
    explain: 'Databases of literature were searched: it reviews what others found.',
    hits: ['To see what is known, we searched six databases.', 'Trials were found by a search of five databases.'],
    misses: ['We will search six databases.', 'Police databases were updated.'],
  },
  {
    id: 'told-pooled',
    tier: 'strong',
    zones: ['title', 'abstract'],
    pattern:
      /\b(?:combined|pooled|pooling|combining) (?:the )?(?:effect sizes?|effects|results|estimates|odds ratios|risk ratios|correlations|findings|data) (?:of|from) (?:\w+ )?(?:experiments|trials|studies|samples|reports)\b|\bpooling (?:of )?\w+ (?:experiments|trials|studies)\b/i,
    unless: /\bindividual laborator|\bour two\b|\bboth (?:experiments|studies)\b/i,
    sets: { publicationType: ['systematic-review'], design: ['meta-analysis'] },
    explain: 'Results of several studies are combined into one figure.',
    hits: ['Fear of heights: pooling 19 experiments', 'We combined effect sizes of 31 experiments.'],
    misses: ['Data were pooled across wards.', 'We combined results of both experiments.'],
  },
  inTitle({
    id: 'title-advice-of-body',
    pattern:
      /\b(?:advice|recommendations?|statement|position) (?:of|from|by) (?:the|an?) (?:\w+ ){0,3}(?:\w+['’]s? )?(?:\w+ ){0,3}(?:working (?:party|group)|society|panel|committee|college|task force|expert group)\b/i,
    sets: { publicationType: ['guideline'], design: ['guideline'] },
    explain: 'A body gives advice.',
    hits: ['Managing stings at sea: advice of the society’s working party'],
    misses: ['Advice to young sailors'],
  }),
  told({
    id: 'told-agreed-statements',
    zones: ['abstract'],
    pattern:
      /\b(?:working (?:party|group)|panel|committee|task force|expert group|members)\b[^.]*\bagreed (?:on|upon)\b|\bagreed (?:on|upon) \w+ (?:statements|recommendations)\b|\b(?:statements|recommendations)\b[^.]*\b(?:graded|with (?:its|their) strength)\b/i,
    unless: /\bparliament\b|\bcourt\b|\btreaty\b|\bDelphi\b/i,
    sets: { publicationType: ['guideline', 'report', 'editorial'] },
    explain: 'A group agreed on statements for practice.',
    hits: ['The panel met twice and agreed on 30 statements.'],
    misses: ['Members of the court agreed on the sentence.'],
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
  told({
    id: 'told-score-made',
    zones: ['abstract'],
    pattern:
      /\b(?:score|rule|prediction model|index|nomogram) (?:was|were) (?:built|made|developed|derived|constructed|fitted|drawn up)\b[^.]*\b(?:tried|tested|checked|validated)\b|\bc[- ]statistic\b/i,
    sets: { publicationType: study, design: ['prediction-model'] },
    explain: 'A score was made and tried out on others.',
    hits: ['A score was built in 900 patients and tried out in 400 others (c-statistic 0.71).'],
    misses: ['The score was played twice.'],
  }),
  inTitle({
    id: 'title-plan-of-study',
    pattern: /\b(?:plan|outline|rationale) (?:of|for) (?:a|an|the) (?:\w+ ){0,3}(?:trial|study|review|cohort|survey)\b|\bstudy plan\b/i,
    unless: /\blessons\b|\bbusiness\b/i,
    sets: { publicationType: ['protocol'], design: ['not-a-study'] },
    explain: 'The title names the plan of a study.',
    hits: ['Calls for sailors with asthma: plan of a trial'],
    misses: ['A plan for the harbour'],
  }),
  told({
    id: 'told-still-to-come',
    zones: ['abstract'],
    pattern:
      /\bwe (?:will|shall|plan to|intend to) (?:allot|allocate|randomi[sz]e|recruit|enrol|invite|follow|interview|measure|compare|visit)\b|\bthe (?:main|primary) outcome will be\b|\bthe first (?:patient|participant|school|site|ward|person) is expected\b|\brecruitment (?:will (?:begin|start)|is due to)\b/i,
    unless: /\bin (?:a|our) (?:next|later|future)\b/i,
    sets: { publicationType: ['protocol', 'registration'], design: ['not-a-study'] },
    explain: 'What is told of the study is still to come.',
    hits: ['We will allot 90 sailors at random.', 'The main outcome will be sleep at one year.'],
    misses: ['In our next paper we will compare harbours.'],
  }),
  told({
    id: 'told-writings-brought-together',
    zones: ['abstract', 'title'],
    pattern:
      /\b(?:papers|writings|literature|publications|what has been (?:written|published)|published work)\b[^.]*\b(?:brought together|drawn together|discussed under|taken in turn|looked over|gone through)\b|\bwhat (?:has been (?:written|published|learned)|we know|is known|do we know) (?:about|of|since|so far)\b/i,
    unless: /\bunknown\b|\blittle\b|\bmanuscripts?\b/i,
    sets: { publicationType: ['review-article', 'systematic-review'] },
    explain: 'What others have written is gone through.',
    hits: ['Papers on knots that sailors wrote are brought together and discussed under two heads.'],
    misses: ['Little of what is known about knots was written down.'],
  }),
  told({
    id: 'told-read-with-interest',
    zones: ['abstract'],
    pattern:
      /\b(?:I|we) (?:have )?read (?:with (?:\w+ )?interest )?(?:the |your )?(?:recent )?(?:paper|article|report|letter|study|editorial|with)\b/i,
    sets: { publicationType: ['letter'], design: ['expert-opinion', 'not-a-study'] },
    explain: 'It opens as a letter to the editor does.',
    hits: ['We read with great interest the paper on splints.', 'I read your paper on knots.'],
    misses: ['We read 40 papers on knots.'],
  }),
  told({
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
