import { COHORTS, RANDOMISED, TRIALS } from '@/core/vocabularies';
import { ABOUT, BESIDE_A_TRIAL, inMethods, inTitle, MENTION, study } from './cue-helpers';
import type { CueRule } from './cue-rule';

const OTHERS_TRIAL = new RegExp(`${ABOUT.source}|${BESIDE_A_TRIAL.source}`, 'i');

/** Designs that medicine's ladder does not begin with: tests, models, costs, benches, and attributes that move levels. */
export const STUDY_CUES: readonly CueRule[] = [
  inTitle({
    id: 'title-interrupted-time-series',
    pattern:
      /\binterrupted time[- ]series\b|\bsegmented regression\b|\btime[- ]series (?:study|analysis) of (?:a|the) (?:ban|law|policy|intervention|reform)\b/i,
    unless: ABOUT,
    sets: { publicationType: study, design: ['interrupted-time-series'] },
    explain: 'The title names an interrupted time series.',
    hits: ['Speed limits and crashes: an interrupted time series analysis'],
    misses: ['Time series of rainfall', 'Interrupted time series studies: a review of methods'],
  }),
  inMethods({
    id: 'methods-interrupted-time-series',
    pattern: /\binterrupted time[- ]series\b|\bsegmented (?:linear |poisson )?regression\b/i,
    sets: { publicationType: study, design: ['interrupted-time-series'] },
    explain: 'The methods name an interrupted time series.',
    hits: ['Weekly admissions were analysed by segmented regression.'],
    misses: ['Weekly admissions were plotted as a time series.'],
  }),
  inTitle({
    id: 'title-diagnostic-accuracy',
    pattern:
      /\bdiagnostic (?:accuracy|performance|validity|yield|test accuracy)\b|\b(?:sensitivity and specificity|accuracy) of\b[^:]*\b(?:test|assay|ultraso\w+|scale|questionnaire|screening|imaging|for (?:the )?(?:diagnosis|detect\w+))\b|\bfor the (?:diagnosis|detection) of\b[^:]*: (?:an? )?(?:\w+ )?(?:validation|accuracy) study\b/i,
    unless: ABOUT,
    sets: { publicationType: study, design: ['diagnostic-accuracy'] },
    explain: 'The title names a study of how well a test tells.',
    hits: ['Diagnostic accuracy of a breath test for silicosis', 'Accuracy of thigh ultrasound for muscle loss'],
    misses: ['Accuracy of translation in court', 'Diagnostic accuracy of ultrasound: a systematic review'],
  }),
  inMethods({
    id: 'methods-diagnostic-accuracy',
    pattern:
      /\b(?:reference|gold)[- ]standard\b|\bindex test\b|\bsensitivity and specificity\b[^.]*\b(?:were|was) (?:calculated|estimated|determined)\b|\bdiagnostic accuracy\b/i,
    unless: new RegExp(`${MENTION.source}|\\bQUADAS|\\bgold-standard (?:care|treatment)`, 'i'),
    sets: { publicationType: study, design: ['diagnostic-accuracy', 'case-control', 'cross-sectional', 'prediction-model'] },
    explain: 'The methods compare a test with a reference standard.',
    hits: ['Biopsy was the reference standard.', 'We compared the index test with spirometry.'],
    misses: ['We searched for studies with a reference standard.', 'Standards were set by the employer.'],
  }),
  inMethods({
    id: 'methods-blinded-reference',
    pattern: /\bconsecutive (?:\w+ ){0,3}(?:patients|people|adults|children|workers|attend\w+|referrals)\b/i,
    unless: /\bnon-?consecutive\b|\bthree consecutive\b|\bdays?\b/i,
    sets: {},
    attribute: 'blinded-reference',
    explain: 'People were taken consecutively; together with a reference standard this moves the level of a study of a test.',
    hits: ['Consecutive adults referred to the clinic had both tests.'],
    misses: ['Workers were observed on three consecutive nights.', 'Non-consecutive patients were taken.'],
  }),
  inTitle({
    id: 'title-prediction-model',
    pattern:
      /\b(?:prediction|prognostic|predictive|risk) (?:model|score|rule|tool|nomogram|index)\b|\bnomogram\b|\bclinical prediction\b|\b(?:development|derivation) and (?:\w+ )?validation of (?:a|an|the)\b[^:]*\b(?:model|score|rule|risk)\b|\bpredict(?:ing|ion of)\b[^:]*\b(?:machine learning|deep learning|random forest|neural network)\b/i,
    unless: new RegExp(`${ABOUT.source}|\\brandomi[sz]ed\\b|\\bcost-`, 'i'),
    sets: {
      publicationType: study,
      design: ['prediction-model', 'modelling', 'cohort-prospective', 'cohort-retrospective', 'diagnostic-accuracy'],
    },
    explain: 'The title names a model that predicts.',
    hits: ['Development and validation of a risk score for falls in sailors', 'Predicting crop loss with machine learning'],
    misses: ['Prediction models for falls: a systematic review', 'Model railways'],
  }),
  inTitle({
    id: 'title-prediction-model-named',
    pattern:
      /\b(?:development|derivation|external validation|validation) (?:and (?:\w+ )?validation )?of (?:a|an|the)\b[^:]*\b(?:prediction (?:model|rule)|risk score|prognostic (?:model|score|index)|nomogram)\b/i,
    unless: ABOUT,
    sets: { design: ['prediction-model'] },
    explain: 'The title says that a prediction model was made or validated.',
    hits: ['Development and validation of a risk score for falls in sailors'],
    misses: ['Validation of a questionnaire', 'Validation of prediction models: a review of methods'],
  }),
  inMethods({
    id: 'methods-prediction-model',
    pattern:
      /\b(?:derivation|development|training) (?:cohort|set|sample)\b[^.]*\bvalidat\w+|\bwe (?:developed|derived|validated)\b[^.]*\b(?:prediction model|risk score|prognostic (?:model|score)|nomogram|prediction rule)\b/i,
    sets: { publicationType: study, design: ['prediction-model', 'modelling'] },
    explain: 'The methods make or validate a prediction model.',
    hits: ['We developed a risk score in 4,000 adults and validated it in 2,000.'],
    misses: ['We developed a lamp.'],
  }),
  inTitle({
    id: 'title-economic-evaluation',
    pattern:
      /\bcost[- –](?:effectiveness|utility|benefit|consequences?|minimi[sz]ation)\b(?: (?:analysis|study|model\w*))?|\beconomic evaluation\b|\bbudget impact\b|\bcost of illness\b/i,
    unless:
      /\b(?:systematic|scoping|umbrella|literature|narrative) (?:literature )?reviews?\b|\breviews? of\b|\boverview\b|\bhow to\b|\bguideline\b|\bprotocol\b|\bcomment\b/i,
    sets: { publicationType: study, design: ['economic-evaluation'] },
    explain: 'The title names an economic evaluation.',
    hits: ['Flood walls in small towns: a cost-benefit analysis', 'Economic evaluation alongside a randomised trial of insoles'],
    misses: ['Cost-effectiveness of insoles: a systematic review', 'The cost of bread'],
  }),
  inMethods({
    id: 'methods-economic-evaluation',
    pattern:
      /\b(?:incremental cost|cost-effectiveness (?:analysis|ratio)|quality-adjusted life[- ]years?|markov model|decision[- ]analytic model)\b/i,
    sets: { publicationType: study, design: ['economic-evaluation', 'modelling', ...RANDOMISED] },
    explain: 'The methods compare costs with effects.',
    hits: ['A Markov model estimated costs and quality-adjusted life years.'],
    misses: ['Costs were met by the employer.'],
  }),
  inTitle({
    id: 'title-modelling',
    pattern:
      /\b(?:mathematical|computational|numerical|simulation|agent-based|stochastic|finite[- ]element|hydrodynamic|climate|dynamical|microsimulation|monte carlo) (?:model(?:ling|ing|s)?|simulations?|analysis|study|investigation)\b|\bmodel(?:ling|ing) (?:study|approach|of|the)\b|\bsimulation[- ](?:study|based)\b|\bnumerical (?:simulation|study|model\w*)\b/i,
    unless: /\b(?:systematic|scoping|literature) review\b|\breviews? of\b|\boverview\b|\bmediation\b|\bstructural equation\b|\brole model/i,
    sets: {
      publicationType: ['research-article', 'conference-paper'],
      design: ['modelling', 'economic-evaluation', 'prediction-model', 'laboratory'],
    },
    explain: 'The title names a model or simulation.',
    hits: ['Tidal flow behind sluices: a numerical simulation', 'Mathematical modelling of queues in clinics'],
    misses: ['Role modelling in nursing', 'Numerical models of sluices: a systematic review'],
  }),
  inTitle({
    id: 'title-modelling-named',
    pattern:
      /\b(?:mathematical|numerical|finite[- ]element|agent-based|monte carlo|hydrodynamic) (?:model(?:ling|ing)?|simulations?|analysis|study)\b|\b(?:simulation|modelling|modeling) study\b/i,
    unless: /\breview\b|\boverview\b|\bexperimental\b|\bexperiments?\b|\bcost\b|\bpredict/i,
    sets: { design: ['modelling'] },
    explain: 'The title says that it is work on a model.',
    hits: ['Finite-element analysis of lock gates', 'Hospital beds in winter: a modelling study'],
    misses: ['Experimental and numerical study of lock gates'],
  }),
  inMethods({
    id: 'methods-modelling',
    pattern:
      /\b(?:we|was|were)\b[^.]*\b(?:simulat(?:ed|ion)|finite[- ]element|numerical model|computational fluid|monte carlo|agent-based model|differential equations)\b|\b(?:model|models) (?:was|were|is) (?:calibrated|run|forced|solved)\b|\b(?:hydrodynamic|hydrological|climate|groundwater|transmission|compartmental) models?\b/i,
    unless: new RegExp(
      `${MENTION.source}|\\bsimulated (?:w+ )?(?:work|driving|patients?|clients?)|\\bsimulation (?:training|centre|mannequin)`,
      'i',
    ),
    sets: {
      publicationType: ['research-article', 'conference-paper'],
      design: ['modelling', 'economic-evaluation', 'prediction-model', 'laboratory'],
    },
    explain: 'The methods compute with a model.',
    hits: ['Flow was simulated with a finite-element model.'],
    misses: ['Simulated factory work lasted four hours.'],
  }),
  inTitle({
    id: 'title-laboratory',
    yieldsTo: ['methods-randomised', 'methods-parallel', 'told-randomised', 'methods-interviews', 'methods-survey'],
    pattern:
      /\b(?:laboratory|bench|experimental) (?:\w+ )?(?:study|investigation|tests?|evaluation|experiments?)\b|\b(?:shake[- ]table|wind[- ]tunnel|flume|full-scale|load) tests?\b|\bsynthesis and characteri[sz]ation\b|\bmechanical properties\b|\bcorrosion (?:resistance|behaviou?r)\b|\btensile\b|\bfatigue (?:life|strength|behaviou?r|crack)\b/i,
    unless: new RegExp(
      `${ABOUT.source}|\\bquasi|\\bparticipants\\b|\\brandomi[sz]ed\\b|\\bpatients\\b|\\bvolunteers\\b|\\bhumans?\\b`,
      'i',
    ),
    sets: { publicationType: ['research-article', 'conference-paper', 'thesis', 'report'], design: ['laboratory', 'modelling'] },
    explain: 'The title names work on materials or equipment.',
    hits: ['Corrosion resistance of coated sluice bolts', 'Experimental investigation of lime mortars'],
    misses: ['A laboratory study of sleep in volunteers', 'Fatigue in nurses'],
  }),
  inMethods({
    id: 'methods-laboratory',
    pattern:
      /\b(?:specimens?|samples?|mortars?|coupons?|alloys?|concretes?|beams?|cells?|cell lines?|cultures?|membranes?|films?|coatings?|electrodes?|catalysts?)\b[^.]*\b(?:were|was) (?:\w+ )?(?:tested|cured|prepared|synthesi[sz]ed|characteri[sz]ed|exposed|loaded|cultured|incubated|stained|immersed|fabricated|annealed|measured under)\b|\btested in (?:compression|tension|bending|shear|fatigue)\b|\bloaded (?:\w+ ){0,3}(?:to|until) failure\b|\bcured (?:for|at) \d+|\bcultures of\b|\bscanning electron\b|\bx-ray diffraction\b|\bwestern blot\b|\bin vitro\b/i,
    unless: new RegExp(`${MENTION.source}|\\bblood samples|\\bsalivary|\\burine|\\bparticipants|\\bpatients|\\bfertili`, 'i'),
    sets: { publicationType: ['research-article', 'conference-paper', 'thesis', 'report'], design: ['laboratory', 'animal', 'modelling'] },
    explain: 'The methods test materials, cells or equipment.',
    hits: ['Mortar specimens were cured for 28 days.', 'Cells were incubated with the extract.'],
    misses: ['Blood samples were taken from participants and tested.'],
  }),
  inTitle({
    id: 'title-discrete-choice',
    pattern: /\bdiscrete[- ]choice\b|\bconjoint analysis\b|\bbest-worst scaling\b|\bDelphi (?:study|survey)\b/i,
    unless: ABOUT,
    sets: { publicationType: study, design: ['cross-sectional', 'mixed-methods'] },
    explain: 'People are asked once what they would choose or agree on.',
    hits: ['Preferences for handover: a discrete choice experiment'],
    misses: ['Discrete mathematics for nurses'],
  }),
  inTitle({
    id: 'title-twin-study',
    pattern: /\btwin study\b|\btwin (?:cohort|registry)\b/i,
    unless: ABOUT,
    sets: { publicationType: study, design: [...COHORTS, 'case-control', 'cross-sectional'] },
    explain: 'A twin study has no code of its own: the nearest designs stay possible.',
    hits: ['Snoring in twins: a twin study'],
    misses: ['Twin-screw extruders'],
  }),
  inTitle({
    id: 'title-mendelian-randomisation',
    pattern: /\bmendelian randomi[sz]ation\b/i,
    unless: ABOUT,
    sets: { publicationType: study, design: [...COHORTS, 'case-control', 'cross-sectional', 'modelling'] },
    explain: 'Mendelian randomisation allocates nobody: it analyses observational data.',
    hits: ['Salt and stroke: a Mendelian randomisation study'],
    misses: ['Mendelian inheritance in peas'],
  }),
  inTitle({
    id: 'title-trial-plain',
    pattern:
      /\b(?:clinical|controlled|pragmatic|feasibility|pilot|phase (?:i{1,3}|iv|[1-4])b?|equivalence|non-?inferiority|open-label|double-blind|placebo-controlled|crossover|intervention) (?:\w+[- ]){0,2}trial\b|\bplacebo-controlled\b/i,
    unless: new RegExp(`${OTHERS_TRIAL.source}|\\b(?:secondary|post[- ]hoc) analys|\\brandomi[sz]ed\\b|\\bprotocol\\b`, 'i'),
    sets: { publicationType: study, design: [...TRIALS, 'before-after'] },
    explain: 'The title names a trial, and not how people were allocated.',
    hits: ['Zinc lozenges for choirs: a controlled trial', 'Warm socks: a pilot trial'],
    misses: ['Trial by jury', 'Clinical trials in dentistry: an overview', 'Recruiting choirs to a randomised trial'],
  }),
  inTitle({
    id: 'title-parallel-randomised',
    pattern: /\b(?:parallel[- ]group|two[- ]arm|three[- ]arm|individually[- ]randomi[sz]ed|double[- ]blind|placebo[- ]controlled)\b/i,
    unless: new RegExp(`${OTHERS_TRIAL.source}|\\bcross-?over\\b|\\bcluster\\b|\\bnon-?randomi|\\bprotocol\\b`, 'i'),
    sets: {},
    excludes: { design: ['cluster-randomised-trial', 'n-of-1'] },
    explain: 'Persons, not groups, were allocated.',
    hits: ['Zinc for colds: a double-blind randomised trial'],
    misses: ['Zinc for colds: a cluster trial'],
  }),
  inMethods({
    id: 'methods-parallel',
    pattern:
      /\b(?:parallel[- ]group|two[- ]arm(?:ed)?|three[- ]arm(?:ed)?)\b|\b(?:participants|patients|adults|children|workers|nurses|students|women|men|volunteers|people|infants|pupils)\b[^.]*\b(?:were|was) (?:\w+ )?(?:randomi[sz]ed|randomly (?:allocated|assigned))\b[^.]*\b(?:to|into|between)\b/i,
    yieldsTo: ['abstract-allocated-in-turn'],
    unless: /\border\b|\bsequence\b|\bcross-?over\b|\bcluster|\bnot randomi|\bsearched\b/i,
    sets: {},
    excludes: { design: ['cluster-randomised-trial', 'crossover-randomised-trial'] },
    explain: 'Persons were allocated to one group each.',
    hits: ['Ninety adults were randomly assigned to zinc or placebo.'],
    misses: ['Adults were randomised to the order of two lenses.', 'Wards were randomly allocated.'],
  }),
  {
    id: 'abstract-names-qualitative',
    tier: 'strong',
    zones: ['abstract'],
    pattern:
      /\b(?:an?|this) (?:\w+ ){0,2}(?:ethnography|autoethnography|phenomenological (?:study|inquiry)|qualitative (?:study|inquiry)|grounded theory study)\b/i,
    unless: new RegExp(`${MENTION.source}|\\bshould\\b|\\bprotocol\\b`, 'i'),
    sets: {
      publicationType: ['research-article', 'thesis', 'conference-paper', 'report', 'book', 'book-chapter'],
      design: ['qualitative', 'mixed-methods'],
    },
    explain: 'The abstract calls the work by the name of a qualitative method.',
    hits: ['An ethnography of two kitchens over nine months.', 'This qualitative study follows six families.'],
    misses: ['A qualitative study is needed.', 'An earlier qualitative study was small.'],
  },
  inMethods({
    id: 'methods-quasi-experiment',
    pattern:
      /\b(?:intervention|treatment|experimental) (?:group|ward|school|site|class|clinic)\b[^.]*\b(?:control|comparison) (?:group|ward|school|site|class|clinic)\b/i,
    unless: new RegExp(`${MENTION.source}|\\brandom`, 'i'),
    sets: {
      publicationType: study,
      design: [...TRIALS, 'before-after', 'n-of-1', 'animal', 'laboratory', 'mixed-methods', 'interrupted-time-series'],
    },
    explain: 'An intervention group is compared with a control group.',
    hits: ['Pupils of the intervention school were compared with the control school.'],
    misses: ['There was no control group.'],
  }),
  inMethods({
    id: 'methods-experiment',
    pattern:
      /\b(?:between|within)[- ](?:subjects?|participants?)\b|\bparticipants were randomly (?:assigned|allocated)\b[^.]*\bconditions?\b/i,
    sets: { publicationType: ['research-article', 'conference-paper', 'thesis'], design: [...TRIALS, 'before-after'] },
    explain: 'Participants took part in an experiment with conditions.',
    hits: ['A within-subjects design compared three fonts.'],
    misses: ['Participants were interviewed once.'],
  }),
  inMethods({
    id: 'methods-interviews',
    yieldsTo: ['title-cohort', 'methods-cohort', 'title-randomised', 'methods-randomised', 'title-prospective-cohort', 'methods-searched'],
    pattern:
      /\b(?:in-depth|narrative|open-ended|life[- ]history|oral[- ]history|group|expert|key informant) interviews?\b|\binterviews? (?:were|was) (?:\w+ )?(?:conducted|held|recorded|transcribed|coded|analy[sz]ed)\b|\binterviewed (?:\d+|\w+ )?(?:\w+ ){0,3}(?:about|on their)\b|\binterpretative phenomenological\b|\bcontent analysis\b|\bfieldwork\b|\bethnograph\w+|\bdiscourse analysis\b|\bphenomenolog\w+|\bwere (?:then |also |each )?interviewed\b(?! (?:at baseline|by telephone|annually|every))|\btranscripts? (?:were|was)\b|\b(?:\w+ )?themes (?:were|was|emerged)\b|\bthink(?:ing)?[- ]aloud\b|\bby observation\b|\binterviews with (?:\d+|\w+)\b/i,
    unless: new RegExp(
      `${MENTION.source}|\\bmatched\\b|\\bcontrols\\b|\\bdiagnostic interview|\\bstructured clinical interview|\\btelephone interviews? survey`,
      'i',
    ),
    sets: {
      publicationType: ['research-article', 'thesis', 'conference-paper', 'report', 'book', 'book-chapter'],
      design: ['qualitative', 'mixed-methods', 'cross-sectional'],
    },
    explain: 'The methods gather or analyse what people say.',
    hits: ['In-depth interviews with 14 millers were transcribed.'],
    misses: ['Job interviews were cancelled.'],
  }),
  inMethods({
    id: 'methods-mixed-methods',
    pattern:
      /\bmixed[- ]methods?\b|\b(?:survey|questionnaire)s?\b[^.]*\band (?:\w+[- ]){0,3}(?:interviews|focus groups)\b|\b(?:interviews|focus groups)\b[^.]*\band (?:a |an )?(?:\w+ ){0,2}(?:survey|questionnaire)\b|\b(?:recorded|measured|counted|scored|rated)\b[^.]*\band (?:an? |the |\w+ )?(?:focus groups?|interviews?)\b|\b(?:interviews|focus groups?)\b[^.]*\band (?:\w+ ){1,4}(?:was|were) (?:counted|measured|recorded|scored)\b/i,
    sets: { publicationType: [...study, 'thesis', 'report', 'conference-paper'], design: ['mixed-methods'] },
    explain: 'Qualitative and quantitative methods are combined.',
    hits: ['A survey of 300 drivers and interviews with 20 of them were combined.', 'We used a mixed-methods design.'],
    misses: ['A survey of 300 drivers was held.'],
  }),
  inMethods({
    id: 'methods-survey',
    pattern:
      /\b(?:online|postal|web-based|telephone|national|household|anonymous|self-administered|questionnaire|cross-sectional) (?:survey|questionnaire)\b|\bwe surveyed\b|\b(?:were|was) surveyed\b|\bsurvey of \d+|\b(?:responded to|answered|filled in) (?:a|an|the) (?:\w+ )?(?:survey|questionnaire)\b|\bdiscrete[- ]choice\b|\b(?:at (?:one|a single) (?:visit|session|time|point)|(?:visited|examined|measured|weighed|seen|assessed) once)\b/i,
    unless: new RegExp(
      `${MENTION.source}|\\brandomi[sz]ed\\b|\\bfollowed\\b|\\bbefore and\\b|\\bbaseline\\b|\\binterview|\\bfocus group|\\bannual|\\bwaves?\\b`,
      'i',
    ),
    sets: {
      publicationType: ['research-article', 'thesis', 'conference-paper', 'report'],
      design: ['cross-sectional', 'mixed-methods', ...COHORTS],
    },
    explain: 'People were asked by questionnaire.',
    hits: ['We surveyed 212 teachers about homework.', 'An anonymous questionnaire was sent to 90 clinics.'],
    misses: ['Land surveying was completed.'],
  }),
  inTitle({
    id: 'title-validation-of-instrument',
    pattern:
      /\b(?:psychometric|validity and reliability|reliability and validity|factor structure|scale development|cross-cultural adaptation|validation of the)\b/i,
    unless: new RegExp(`${ABOUT.source}|\\bprediction|\\brisk score|\\bnomogram`, 'i'),
    sets: { publicationType: study, design: ['cross-sectional', 'diagnostic-accuracy', 'cohort-prospective', 'mixed-methods'] },
    explain: 'The title names the testing of a questionnaire or scale, which has no code of its own.',
    hits: ['Psychometric properties of a roster fairness scale'],
    misses: ['Validation of prediction models'],
  }),
  inTitle({
    id: 'title-baseline-of-trial',
    pattern: /\bbaseline (?:characteristics|data|findings|results)\b[^:]*\b(?:trial|study|cohort)\b/i,
    sets: { publicationType: study, design: ['cross-sectional', ...COHORTS] },
    explain: 'Baseline data are looked at across people, whatever the trial will do.',
    hits: ['Baseline characteristics of dockers in a randomised trial'],
    misses: ['Baseline: a tennis journal'],
  }),
  inTitle({
    id: 'title-process-evaluation',
    pattern: /\bprocess evaluation\b/i,
    unless: ABOUT,
    sets: { publicationType: study, design: ['mixed-methods', 'qualitative', 'cross-sectional'] },
    explain: 'A process evaluation looks at how an intervention was carried out.',
    hits: ['Quiet hours on wards: process evaluation of a cluster randomised trial'],
    misses: ['Evaluation of the milling process'],
  }),
];
