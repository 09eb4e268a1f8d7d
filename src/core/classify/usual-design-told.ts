import { COHORTS, DESIGNS, type Design, RANDOMISED } from '@/core/vocabularies';
import { type UsualRule, usually } from './usual-rule';

const ANY_DESIGN: readonly Design[] = DESIGNS.map((d) => d.code);
const PEOPLE =
  '(?:participants|patients|people|residents|workers|nurses|teachers|students|pupils|children|adolescents|adults|men|women|mothers|fathers|parents|volunteers|drivers|farmers|sailors|employees|respondents|households|graduates|apprentices|trainees|officers|veterans|athletes|donors|managers|doctors|physicians|midwives|carers|survivors|recruits|users|members|\\w+-year-olds)';
/** Work of others is looked through, or work is still to be done. */
const NOT_OWN =
  '\\breview(?:ed|s|ers?)?\\b|\\bmeta-?analy|\\bsearched\\b|\\bdatabases\\b|\\btrials\\b|\\bliterature\\b|\\bprotocol\\b|\\bwill be\\b';
const CHANCE = '\\brandom(?:ly|i[sz]|ness| order)|\\bat random\\b|\\bby lot\\b|\\bcoin\\b|\\benvelopes\\b|\\bplacebo\\b|\\bdouble-blind';
const GROUPS =
  '\\bcontrol (?:group|arm|condition|school|ward|site)s?\\b|\\bcomparison (?:group|school|ward|site)s?\\b|\\bintervention\\b|\\bprogramme\\b|\\btraining\\b|\\btrial\\b';
const ANIMALS =
  '(?:mice|mouse|rats?|hamsters?|rabbits?|guinea pigs?|zebrafish|chicks?|hens?|piglets?|pigs?|mussels|oysters|crabs|shrimps?|snails|urchins|lambs?|calves|goats|ewes|trout|salmon|carp|tadpoles|quail|ferrets?|macaques?|marmosets?|drosophila|nematodes?|bees|beetles|larvae)';
const CELLS =
  '(?:cells?|cell lines?|monolayers?|organoids?|spheroids?|explants?|fibroblasts|keratinocytes|hepatocytes|myocytes|neurons|macrophages|lymphocytes|platelets|bacteri\\w+|strains?|isolates|biofilms?|yeasts?|enzymes?|proteins?|membranes?|tissue slices)';
const LATER =
  '\\bfollow(?:ed|ing up|-ups?| up)\\b|\\blater\\b|\\bafterwards\\b|\\bwaves?\\b|\\blongitudinal\\w*|\\bcohorts?\\b|\\bbefore and (?:\\w+ )?after\\b|\\bpre-?test|\\bpost-?test|\\bbaseline\\b|\\bannually\\b|\\beach (?:year|spring|autumn|month)\\b|\\bhazard\\b|\\bperson-years\\b|\\bover time\\b|\\bagain\\b|\\bthe same [\\d,]+|\\bafter (?:[\\w-]+ )?(?:months|years|weeks)\\b|\\bat (?:\\w+) (?:months|years)\\b|\\bat [\\w-]+, [\\w-]+ and [\\w-]+(?: years)?\\b|\\btrajector\\w+|\\bpanel\\b';
const TALK =
  '\\binterview\\w*|\\bfocus groups?\\b|\\bconversations?\\b|\\b(?:talked|spoke) (?:with|to)\\b|\\bfield ?notes\\b|\\bethnograph\\w*|\\bthink(?:ing)?[- ]aloud|\\bthinking aloud\\b|\\bnarratives\\b|\\bdiscourse analysis\\b|\\btranscri\\w+|\\bthematic\\w*|\\bphenomenolog\\w*|\\bgrounded theory\\b|\\blived experiences?\\b|\\bgroup discussions?\\b|\\b(?:spoke|talked|told) (?:us )?(?:about|of)\\b|\\baccounts were\\b|\\bsorted into themes\\b|\\bthemes of\\b|\\bvoices (?:of|from)\\b';
const COUNTED =
  '\\d ?%|\\bper cent\\b|\\bmean\\b|\\bodds\\b|\\bregression\\b|\\bcorrelat|\\bquestionnaires?\\b|\\bsurvey\\w*|\\bscores?\\b|\\bprevalence\\b|\\bmeasured\\b|\\b(?:p|r) ?[<=] ?-?0?\\.';
const COMPUTED =
  '\\bsimulat\\w+|\\bfinite[- ]elements?\\b|\\bnumerical(?:ly)?\\b|\\bmodel (?:was|is) (?:run|built|solved|calibrated|fitted|coupled|used)|\\bcomputational fluid\\b|\\bagent-based\\b|\\bMonte Carlo\\b|\\bdigital twin\\b|\\bmultibody model\\b|\\bmodel of\\b[^.]*\\b(?:was|is) (?:calibrated|run)\\b';

const words = (...parts: string[]): RegExp => new RegExp(parts.join('|'), 'i');
const told = (r: Omit<UsualRule<'design'>, 'axis' | 'among' | 'research'>): UsualRule =>
  usually({ axis: 'design', among: ANY_DESIGN, research: true, ...r });

/**
 * What the design of a study usually is when its text names none, from the kinds of words in the whole of title and
 * abstract. The order is that in which a reader asks: who decided, what was studied, how often, and by which means.
 * Common practice.
 */
export const USUAL_DESIGNS_TOLD: readonly UsualRule[] = [
  told({
    id: 'usual-told-by-chance',
    to: RANDOMISED,
    has: words(
      `\\b${PEOPLE}\\b[^.]*(?:\\brandomly (?:assigned|allocated|allotted|divided|split|given|received)|\\b(?:assigned|allocated|allotted|divided)\\b[^.]*(?:\\bat random\\b|\\bsequence\\b|\\benvelopes\\b|\\bby lot\\b|\\bcoin\\b)|\\bas a coin (?:decided|fell)|\\bby (?:the )?(?:toss|flip) of a coin\\b)`,
      `\\bdouble-blind\\b[^.]*\\b${PEOPLE}\\b[^.]*\\bor\\b`,
      `\\b${PEOPLE}\\b[^.]*\\breceived\\b[^.]*\\bor (?:an? )?(?:\\w+ )?placebo\\b`,
    ),
    lacks: words(
      NOT_OWN,
      '\\bnon-?randomi',
      '\\bnot (?:\\w+ )?(?:randomi|assigned|allocated)',
      '\\bsecondary analysis\\b',
      '\\bcost-',
      '\\balgorithm\\b',
    ),
    explain: 'People were given one thing or another, and chance decided which.',
    hits: [
      'Consenting patients were allocated by a computer-generated sequence, in sealed envelopes, to small or large bites.',
      'Students (N = 118) wrote about the break-up or about their room, as a coin decided.',
    ],
    misses: [
      'Students of one class wrote about the break-up, those of another about their room.',
      'We searched for trials in which patients were allocated at random to splints.',
    ],
  }),
  told({
    id: 'usual-told-in-turn',
    to: ['crossover-randomised-trial'],
    has: words(
      `\\b${PEOPLE}\\b[^.]*\\b(?:in|the) (?:an? )?(?:random )?order\\b[^.]*\\b(?:random|chance|lot|coin|counterbalanced|drawn)`,
      `\\b${PEOPLE}\\b[^.]*\\bin (?:a )?(?:random(?:i[sz]ed)?|counterbalanced|balanced) (?:order|sequence)\\b`,
    ),
    lacks: words(
      NOT_OWN,
      '\\b(?:images|items|questions|stimuli|words|pictures|trials|vignettes) (?:were|in)\\b',
      '\\b(?:wards|schools|depots|clinics|villages|clusters)\\b',
    ),
    explain: 'Each person had one thing after the other, and chance decided the order.',
    hits: ['Thirty patients had one dressing with music and one without, in an order set by random numbers.'],
    misses: ['Thirty patients were seen in the order of their arrival.'],
  }),
  told({
    id: 'usual-told-animal',
    to: ['animal'],
    has: words(`\\b${ANIMALS}\\b[^.]*\\b(?:were|was|received|ate|drank|ran|had|showed|grew|lived|swam)\\b`),
    lacks: words(
      NOT_OWN,
      '\\b(?:farmers|keepers|households|century|medieval|fisheries|catch(?:es)?|captured|trapped|netted|tagged|counted|nests?|wild|population)\\b',
      '\\bin vitro\\b',
      '\\bcell lines?\\b',
    ),
    explain: 'Animals were kept and treated, and what became of them is told.',
    hits: ['Old and young male rats were fed fructose or starch for twelve weeks.'],
    misses: ['Farmers were asked which rats were seen.', 'Wild rats were trapped and counted.'],
  }),
  told({
    id: 'usual-told-laboratory',
    to: ['laboratory'],
    has: words(
      `\\b${CELLS}\\b[^.]*\\b(?:were|was) (?:\\w+ )?(?:exposed|treated|incubated|stimulated|cultured|grown|infected|transfected|stained|dosed|seeded|plated|challenged|isolated|sequenced|purified|perfused)\\b`,
      '\\b(?:specimens?|coupons?|beams?|cubes?|cylinders|prisms?|mixes|mixtures|coatings?|alloys?|welds?|joints?|samples of (?:steel|concrete|mortar|timber|brick|rope)|membranes|pieces|discs|plates|joints|bars|rods|planks|bricks) (?:[\\w-]+ ){0,6}(?:were|was) (?:\\w+ )?(?:cast|loaded|cured|tested|heated|exposed|immersed|aged|prepared|bent|pulled|frozen|compressed|printed|cycled|left|soaked|ground|struck|weathered)\\b',
      '\\b(?:in|on) (?:broth|agar|culture medium)\\b|\\bcolony[- ]forming\\b|\\bflume\\b|\\bwave tank\\b|\\bwind tunnel\\b|\\btowing tank\\b|\\bscale model (?:was|of)\\b',
    ),
    lacks: words(
      NOT_OWN,
      `\\b${PEOPLE} (?:\\([^)]*\\) )?(?:were|was|with|who|in|completed|received)\\b`,
      `\\b${ANIMALS} were\\b`,
      COMPUTED,
    ),
    explain: 'Cells or materials were treated or tested in a laboratory.',
    hits: ['Caco-2 monolayers were exposed to gliadin with or without zinc.', 'Cubes were cured for 28 days and loaded until failure.'],
    misses: ['Cells of the abbey were inhabited until 1530.', 'Patients were treated in the ward while blood cells were counted.'],
  }),
  told({
    id: 'usual-told-diagnostic',
    to: ['diagnostic-accuracy'],
    has: words(
      '\\bsensitivity\\b[^.]*\\bspecificity\\b',
      '\\b(?:against|with) (?:\\w+ ){0,3}as (?:the )?reference\\b',
      '\\barea under the (?:ROC )?curve\\b[^.]*\\btest\\b',
    ),
    lacks: words(
      NOT_OWN,
      '\\b(?:score|prediction|model|classifier|detector|algorithm|network|simulat\\w+)\\b',
      '\\bcontrols\\b',
      '\\bcost',
    ),
    explain: 'It gives how often a test is right, by another that is taken to be right.',
    hits: ['The screen had a sensitivity of 93% and a specificity of 71%.'],
    misses: ['The classifier had a sensitivity of 93% and a specificity of 71%.'],
  }),
  told({
    id: 'usual-told-cost',
    to: ['economic-evaluation'],
    has: words(
      '\\bcosts? of\\b[^.]*\\b(?:compared|set against|set beside)\\b[^.]*\\b(?:averted|gained|saved|avoided|prevented)\\b|\\bcosts? (?:per|for each) (?:\\w+ ){0,4}(?:gained|avoided|averted|saved|prevented)\\b',
      '\\bquality-adjusted life\\b',
      '\\bcost[- ](?:effective|utility|benefit)\\w*',
    ),
    lacks: words(NOT_OWN),
    explain: 'It sets costs against effects.',
    hits: ['Home dialysis cost less and gave more quality-adjusted life years.'],
    misses: ['Costs were met by the clinic.'],
  }),
  told({
    id: 'usual-told-score',
    to: ['prediction-model'],
    has: words(
      '\\b(?:score|rule|model|nomogram|index)\\b[^.]*\\b(?:derived|developed|built)\\b[^.]*\\b(?:and|then) (?:externally )?(?:validated|tested|tried)\\b',
      '\\b(?:derivation|development) and (?:external |internal )?validation (?:of|in)\\b',
      '\\bpredictors\\b[^.]*\\bderived\\b',
    ),
    lacks: words(NOT_OWN, '\\b(?:scale|questionnaire|inventory|instrument|method|algorithm|sensor|device)\\b', COMPUTED),
    explain: 'A rule that foretells what happens to patients was made and tried on others.',
    hits: ['A logistic model with six predictors was derived in 640 patients and validated in 312 patients of another hospital.'],
    misses: ['A scale was derived in 640 students and validated in 312.'],
  }),
  told({
    id: 'usual-told-in-records',
    to: ['cohort-retrospective'],
    has: words(
      '\\b(?:certificates|registers?|registr(?:y|ies)|records|discharges?|claims|prescriptions?|files)\\b[^.]*\\blinked\\b',
      '\\blinked\\b[^.]*\\b(?:certificates|registers?|registr(?:y|ies)|records|claims|prescriptions?)\\b',
      '\\b(?:using|in|from) (?:the |insurance |administrative |health )*(?:claims|registers?|registr(?:y|ies)|records) (?:of|from) [\\d.,]+(?: million)?\\b[^.]*\\b(?:compared|users|followed|hazard)\\b',
      `\\b(?:records|notes|files|charts) of (?:all |[\\d,]+ |\\w+ ){0,3}${PEOPLE}\\b[^.]*\\b(?:compared|odds|hazard|risk)\\b`,
    ),
    lacks: words(
      NOT_OWN,
      CHANCE,
      TALK,
      '\\bcontrols?\\b',
      '\\bmatched\\b',
      '\\bsegmented\\b|\\btime[- ]series\\b',
      '\\b(?:rates?|trends?) (?:were|was) calculated\\b',
      '\\bcost',
      '\\bscore\\b',
    ),
    explain: 'What became of people is read from records that were linked.',
    hits: ['Birth certificates for 1999-2013 were linked to death certificates.'],
    misses: ['Birth certificates of cases and controls were linked to school records.'],
  }),
  told({
    id: 'usual-told-lottery-of-groups',
    to: ['cluster-randomised-trial'],
    has: words(
      '\\b(?:districts|schools|villages|wards|hospitals|clinics|practices|depots|homes|towns|parishes|classes|factories|units)\\b[^.]*\\b(?:were|was) (?:drawn|picked|chosen|selected|allotted|assigned|randomi[sz]ed)(?: \\w+){0,4} (?:to (?:receive|serve|have|use|get|be|keep)|by lot|by lottery|in a (?:public )?lottery|at random to)\\b',
    ),
    lacks: words(
      NOT_OWN,
      '\\bnot (?:\\w+ )?(?:randomi|assigned|allocated)',
      '\\b(?:pupils|patients|residents) (?:\\w+ )?(?:were|was) (?:randomi|assigned|allocated|drawn)',
    ),
    explain: 'Whole groups were drawn to receive one thing or another.',
    hits: [
      'Of 60 schools that applied, 30 were drawn in a public lottery to serve free breakfast.',
      'Two districts were drawn to receive nets and two to receive none.',
    ],
    misses: ['Schools were chosen for their size.'],
  }),
  told({
    id: 'usual-told-with-and-without',
    to: ['case-control'],
    has: words(
      `\\b${PEOPLE} (?:admitted )?with\\b[^.]*\\band (?:[\\d,]+ )?(?:visitors|neighbours|siblings|friends|controls|others|${PEOPLE})\\b[^.]*\\bof the same (?:sex|age)\\b`,
      `\\b(?:habits|history|exposure|diet|use) of ${PEOPLE} with and without\\b`,
    ),
    lacks: words(
      NOT_OWN,
      CHANCE,
      '\\bcohort\\b|\\bfollow(?:ed|-up)\\b',
      '\\bsensitivity\\b',
      '\\bregister(?:ed)? (?:study|cohort)\\b',
      '\\bclaims\\b',
      '\\bhazard\\b',
    ),
    explain: 'People who have it are held against others of like age and sex who do not.',
    hits: ['We asked 150 people admitted with a first stone, and 150 visitors of the same sex and age, what they drank.'],
    misses: ['People with stones were asked what they drank.'],
  }),
  told({
    id: 'usual-told-test-and-proof',
    to: ['diagnostic-accuracy'],
    has: words(
      '\\b(?:who did not know|without knowledge of|blind(?:ed)? to|unaware of) the (?:\\w+ )?(?:findings?|results?|screen|biops\\w+|diagnosis|test)\\b',
      '\\b(?:detected|found|missed|identified) \\d+ of (?:the )?\\d+ (?:cases|cancers|infections|lesions|patients)\\b[^.]*\\b(?:proved|confirmed|without disease|by (?:biopsy|culture|surgery))\\b',
    ),
    lacks: words(NOT_OWN, CHANCE, '\\b(?:score|classifier|detector|algorithm|network)\\b', '\\btreatment\\b'),
    explain: 'A test is held against proof, by examiners who did not know it.',
    hits: ['Ultrasound was done before biopsy by an examiner who did not know the findings.'],
    misses: ['Patients who did not know the ward were shown round.'],
  }),
  told({
    id: 'usual-told-tested-twice',
    to: ['before-after'],
    has: words(
      '\\b(?:tested|measured|asked|rated|assessed|scored)\\b[^.]*,? (?:and|then)? ?[^.]*\\b(?:tested|measured|asked|rated|assessed|scored) again\\b[^.]*\\b(?:later|after(?:wards)?|week|month)',
      '\\bscores? (?:rose|fell|improved|went) from \\d[\\d.]* to \\d',
    ),
    lacks: words(
      NOT_OWN,
      CHANCE,
      '\\bcontrol (?:group|arm|school|ward)s?\\b|\\bcomparison (?:group|school|ward)s?\\b',
      '\\bcohort\\b|\\byears later\\b',
      TALK,
      `\\b${ANIMALS}\\b`,
      '\\b(?:eight|two|\\d+) (?:classes|schools|wards) (?:\\w+ ){1,6}and (?:eight|two|\\d+)\\b',
    ),
    explain: 'The same people were tested, something was done, and they were tested again.',
    hits: ['Knowledge of 54 patients was tested, a video shown, and knowledge tested again a week later.'],
    misses: ['Knowledge of 54 patients was tested.'],
  }),
  told({
    id: 'usual-told-side-by-side',
    to: ['non-randomised-trial'],
    has: words(
      '\\bone (?:\\w+ )?(?:hospital|ward|school|class|village|clinic|depot|unit|site|home|crew|firm|college|town)\\b[^.]*(?:;|,|\\band\\b) (?:an? |the |those of )?(?:neighbouring|nearby|second|other|another|similar)\\b[^.]*(?:\\bdid not\\b|\\bwithout\\b|\\bkept\\b|\\bwent on\\b|\\bas before\\b|\\bby \\w+)',
      `\\b${PEOPLE} of one \\w+\\b[^.]*\\band those of (?:another|the other|a second)\\b`,
      '\\b(?:classes|wards|schools|crews|units|groups|clinics)\\b[^.]*\\band (?:two|three|four|five|six|seven|eight|nine|ten|\\d+) (?:\\w+ )?(?:with|without|in|by|as|used|had|kept|did)\\b[^.]*\\bas (?:their|the) \\w+ (?:wished|chose|decided|preferred|saw fit)\\b',
    ),
    lacks: words(NOT_OWN, CHANCE, TALK, '\\bcentury\\b'),
    explain: 'Two places were treated differently and are held side by side.',
    hits: [
      'One hospital started a buddy scheme; a neighbouring hospital of like size did not.',
      'Pupils of one school learned letters by hand and those of another by keyboard.',
    ],
    misses: ['One hospital started a buddy scheme, chosen by lot; a neighbouring hospital did not.'],
  }),
  told({
    id: 'usual-told-followed',
    to: COHORTS,
    has: words(
      `\\b(?:we )?followed (?:up )?(?:[\\d,]+ |all |\\w+ )?(?:\\w+ ){0,3}${PEOPLE}\\b`,
      `\\b${PEOPLE}\\b[^.]*\\b(?:were|was) (?:followed|traced|re-?examined|re-?tested|re-?interviewed|contacted again|seen again|measured again|linked)\\b`,
      '\\bduring (?:[\\w.]+|a (?:mean|median) of [\\w.]+) years\\b[^.]*\\b(?:developed|died|had|left|were)\\b',
      '\\bfollow-up\\b[^.]*\\b(?:years|months)\\b[^.]*\\b(?:developed|died|incident|hazard)\\b',
      '\\b(?:hazard ratio|person-years|HR \\d)',
      `\\b${PEOPLE} (?:\\([^)]*\\) )?(?:were|was) (?:tested|measured|assessed|surveyed|asked|weighed) (?:each|every) (?:spring|summer|autumn|winter|year|term|month)\\b`,
      '\\bcross-lagged\\b|\\bgrowth curve\\b|\\bthree-year follow-up\\b|\\bbirth cohort\\b',
      '\\bpredict(?:s|ed) later\\b',
      '\\bthe same [\\d,]+ (?:\\w+ )?\\w+ (?:\\w+ ){1,3}[^.]*\\bat [\\w-]+(?:, [\\w-]+)? and (?:at )?[\\w-]+',
      '\\b(?:did so|asked|tested|measured|seen|completed (?:it|them)|answered) again (?:after|at|in)\\b[^.]*\\b(?:years|months|\\d{4})\\b',
      '\\b(?:two|three|four|five|six|seven|eight|nine|ten|\\d+) waves of\\b|\\btrajectories of\\b[^.]*\\b(?:after|from|over)\\b',
      '\\bcohort\\b[^.]*\\b(?:at entry|at baseline|\\([nN] ?=|participants|members)|\\bincident cases?\\b',
    ),
    lacks: words(
      NOT_OWN,
      CHANCE,
      GROUPS,
      TALK,
      '\\bcases\\b[^.]*\\bcontrols\\b',
      '\\bcost',
      '\\bscore (?:was|were)|prediction model|\\bnomogram\\b',
      '\\bconsecutive\\b',
      COMPUTED,
      `\\b${ANIMALS}\\b`,
    ),
    explain: 'The same people were followed, and nobody decided what happened to them.',
    hits: [
      'We followed 3,204 dock workers who were free of gout when they were enrolled.',
      'Children (N = 212) were tested each spring for three years.',
    ],
    misses: ['We followed 90 workers who were randomly assigned to a longer break.', 'We followed the advice of the board.'],
  }),
  told({
    id: 'usual-told-series-with-step',
    to: ['interrupted-time-series'],
    has: words(
      '\\btime[- ]series\\b[^.]*\\b(?:step|break|interruption|intervention)\\b',
      '\\b(?:monthly|weekly|yearly) (?:counts|rates|numbers|figures)\\b[^.]*\\b(?:break|step)\\b',
      '\\bsegmented\\b',
    ),
    lacks: words(NOT_OWN, CHANCE),
    explain: 'Counts of many months are looked at for a step at the change.',
    hits: ['Admissions were counted for 36 months and analysed as a time series with a step in July.'],
    misses: ['Admissions were counted for 36 months.'],
  }),
  told({
    id: 'usual-told-before-and-after',
    to: ['before-after'],
    has: words(
      '\\b(?:weeks|months|years|winters|summers|seasons) before and (?:\\w+ )?(?:\\w+ )?(?:after|weeks after|months after|years after)\\b',
      '\\b(?:before|prior to) and (?:\\w+ )?after (?:the |its |their |an? )?(?:introduction|move|change|opening|closure|launch|rollout|training|course|law|ban|programme|workshop)\\b',
      '\\bcompared with the (?:\\w+ ){0,2}(?:weeks|months|year|years) before\\b',
    ),
    lacks: words(
      NOT_OWN,
      CHANCE,
      GROUPS.replace('|\\bintervention\\b|\\bprogramme\\b|\\btraining\\b', ''),
      '\\bsegmented\\b|\\btime[- ]series\\b',
      TALK,
      COMPUTED,
      '\\bundredged|\\bunaffected\\b|\\breference sites?\\b',
    ),
    explain: 'One place or group is compared with itself before a change.',
    hits: ['Incidents were recorded for eight weeks before and eight weeks after the move.'],
    misses: ['Incidents were recorded in the control ward for eight weeks before and eight weeks after the move.'],
  }),
  told({
    id: 'usual-told-in-talk',
    to: ['qualitative'],
    has: words(TALK),
    lacks: words(
      NOT_OWN,
      CHANCE,
      COUNTED,
      '\\bmixed[- ]methods?\\b',
      '\\bcost',
      '\\bdiagnostic interview|\\bstructured clinical interview',
      '\\bcentury\\b|\\bmedieval\\b|\\bnovels?\\b|\\bpoems?\\b',
      `\\b${ANIMALS}\\b`,
    ),
    explain: 'People were listened to or watched, and nothing was counted.',
    hits: [
      'We talked with eighteen nurses in four hospices about their nights.',
      'Fifteen students debugged programs while thinking aloud.',
    ],
    misses: ['Interviews with 300 nurses gave a mean score of 4.1.', 'Medieval narratives of storms are compared.'],
  }),
  told({
    id: 'usual-told-once',
    to: ['cross-sectional'],
    has: words(
      '\\bwere (?:given|sent|handed|asked to (?:fill in|complete|answer)) (?:an? |the )?(?:\\w+ ){0,3}(?:questionnaire|form|survey|scale|quiz)\\b',
      `\\b${PEOPLE}\\b[^.]*\\b(?:were|was) (?:\\w+ )?(?:given|asked|sent|surveyed|screened|examined|questioned|weighed|measured|tested|assessed)\\b`,
      `\\b${PEOPLE}\\b[^.]{0,60}\\b(?:completed|answered|filled in|filled out|took a|took the|rated|reported|returned|responded)\\b`,
      `\\b(?:questionnaires?|surveys?|forms?|scales?|inventor(?:y|ies)|tests?) (?:\\w+ ){0,6}(?:from|of|by|to|among) (?:[\\d,]+ |all |\\w+ ){0,3}${PEOPLE}\\b`,
      '\\bfactor analysis\\b[^.]*\\bsample\\b|\\bsample of [\\d,]+[^.]*\\bfactor analysis\\b',
      `\\b(?:blood|urine|hair|saliva) (?:samples? )?(?:from|of) (?:[\\d,]+ |\\w+ ){0,2}${PEOPLE}\\b[^.]*\\b(?:tested|analy[sz]ed|measured)\\b`,
      `\\bprevalence\\b[^.]*\\b(?:among|in|of)\\b[^.]*\\b${PEOPLE}\\b`,
    ),
    lacks: words(
      NOT_OWN,
      CHANCE,
      GROUPS,
      LATER,
      TALK,
      COMPUTED,
      '\\b(?:experiment\\w*|conditions?|trials?|register|registry|records|charts|notes|cost\\w*|sensitivity|reference|controls|matched|consecutive|surgery|operated|dose|treated|treatment|risk scores?|nomogram|prediction|mixed|qualitative|specimens|cells)\\b',
      `\\b${ANIMALS}\\b`,
    ),
    explain: 'People were asked or measured, and nothing speaks of a second time, of groups or of a treatment.',
    hits: [
      'All 148 porters of two hospitals, men and women, were given a questionnaire on one day in May.',
      'Ten-year-olds (n = 1,033) took a spelling test, and parents reported screen time.',
    ],
    misses: ['Pupils took a spelling test at baseline and a year later.', 'Pupils of the intervention schools took a spelling test.'],
  }),
  told({
    id: 'usual-told-computed',
    to: ['modelling'],
    has: words(COMPUTED),
    lacks: words(
      NOT_OWN,
      `\\b${PEOPLE} (?:\\([^)]*\\) )?(?:were|was|with|who|in|completed|received)\\b`,
      '\\b(?:specimens?|experiment\\w*|prototype|flume|wave tank|tests? (?:on|of)|laborator\\w+|cost\\w*|simulated patients?|simulation training|simulat\\w+ (?:ward|clinic|scenario)s?|benchmarks?|baselines?|outperforms?|prov(?:e|ed|en)|theorem)\\b',
    ),
    explain: 'What happens is computed with a model, and nothing is tested beside it.',
    hits: ['Simulation of a 1 MW turbine shows lower torque.'],
    misses: ['Simulation of a turbine agreed with tests of a prototype.', 'Nurses were trained by simulation.'],
  }),
];
