import { inTitle, MENTION, study, toldDesign } from './cue-helpers';
import type { CueRule } from './cue-rule';

/** More signs of studies that only observe, of laboratories and of calculation. */
export const MORE_OBSERVED_CUES: readonly CueRule[] = [
  inTitle({
    id: 'title-panel-study',
    pattern: /\b(?:prospective|longitudinal) panel\b|\bpanel (?:study|survey) of\b|\b(?:\w+-)?wave (?:panel|study)\b/i,
    unless: /\bexpert panel\b|\breviews?\b|\bgene panel\b/i,
    sets: { publicationType: study, design: ['cohort-prospective'] },
    explain: 'The same people are asked again and again.',
    hits: ['Trust after a month without meetings: a prospective panel study', 'Rest and pay: a three-wave panel of weavers'],
    misses: ['An expert panel study of gloves', 'Solar panel faults'],
  }),
  inTitle({
    id: 'title-sample-of-reports',
    pattern:
      /\b(?:random )?sample of \d+ (?:\w+ ){0,3}(?:reports?|articles|papers|trials|abstracts|reviews|manuscripts|protocols|publications)\b|\bmeta-?research\b|\bmethodological (?:survey|study) of\b/i,
    sets: { publicationType: study, design: ['cross-sectional'] },
    explain: 'Reports of studies are what is counted.',
    hits: ['Blinding in trials of gloves: a random sample of 200 reports'],
    misses: ['A sample of 200 weavers'],
  }),
  toldDesign({
    id: 'told-sample-of-reports',
    zones: ['abstract'],
    pattern:
      /\brandom sample of \d+ (?:\w+ ){0,3}(?:reports?|articles|papers|abstracts|referee reports|manuscripts|protocols|publications)\b/i,
    unless: /\bmeta-analys/i,
    sets: { publicationType: study, design: ['cross-sectional', 'mixed-methods', 'qualitative'] },
    explain: 'A sample of documents was drawn and coded.',
    hits: ['A random sample of 300 referee reports was drawn and read twice.'],
    misses: ['A random sample of 300 weavers was drawn.'],
  }),
  toldDesign({
    id: 'told-on-one-occasion',
    zones: ['abstract'],
    pattern:
      /\bon a single occasion\b|\bat a single (?:visit|time point|point in time)\b|\b(?:asked|measured|answered|surveyed) only once\b/i,
    unless: MENTION,
    sets: { publicationType: study, design: ['cross-sectional'] },
    explain: 'Everything was measured at one time.',
    hits: ['Because answers were given on a single occasion we cannot tell.'],
    misses: ['A single visitor came.'],
  }),
  toldDesign({
    id: 'told-patients-and-controls',
    zones: ['abstract'],
    pattern:
      /\b\d[\d,]* (?:\w+[- ]){1,4}with [^.]{3,60}\band \d[\d,]* (?:\w+ ){0,3}controls\b|\b\d[\d,]* cases(?: \([^)]*\))? and \d[\d,]* (?:\w+ ){0,2}controls\b|\bmatched by incidence density\b/i,
    unless: /\brandom(?:ly|i[sz]ed)\b|\bmice\b|\brats\b|\bcell/i,
    sets: { publicationType: study, design: ['case-control'] },
    explain: 'People who have it and controls who have not are compared.',
    hits: ['We asked 92 weavers with cramp and 184 hospital controls.', 'Tea was drunk by 31 cases (34%) and 28 controls.'],
    misses: ['Patients with cramp were asked about tea.'],
  }),
  toldDesign({
    id: 'told-consecutive-patients',
    zones: ['abstract'],
    pattern:
      /\b(?:first |last )?(?:\d+|\w+) consecutive (?:patients|cases|procedures|operations|deliveries|admissions|women|men|children)\b|\ball (?:patients|women|men|children) (?:listed|operated|treated|seen|referred) for\b/i,
    unless: new RegExp(
      `${MENTION.source}|\\brandom|\\bcompared with\\b|\\bversus\\b|\\bcontrols?\\b|\\bsensitivity\\b|\\breference standard\\b|\\bmatched\\b`,
      'i',
    ),
    sets: {
      publicationType: [...study, 'case-report'],
      design: ['case-series', 'cohort-retrospective', 'cohort-prospective', 'diagnostic-accuracy', 'cross-sectional'],
    },
    explain: 'Patients were taken one after the other.',
    hits: ['We describe results in the first 41 consecutive patients.'],
    misses: ['Consecutive patients were randomised to gum.'],
  }),
  inTitle({
    id: 'title-consecutive-procedures',
    pattern:
      /\b(?:\d+|two|three|four|five|six|seven|eight|nine|ten|twelve|twenty) consecutive (?:procedures|operations|cases|repairs|implants|deliveries|transplants)\b|\b(?:our|one surgeon['’]s|single[- ]surgeon) (?:first|experience)\b/i,
    unless: /\brandom|\bcontrolled\b|\bversus\b|\bvs\b/i,
    sets: { publicationType: [...study, 'case-report'], design: ['case-series'] },
    explain: 'The title counts procedures that were done one after the other.',
    hits: ['Stapling of pouches: 41 consecutive procedures by one surgeon'],
    misses: ['Two procedures compared: a randomised trial of consecutive operations'],
  }),
  toldDesign({
    id: 'told-through-registers',
    zones: ['abstract'],
    pattern:
      /\bfollow(?:s|ed)\b[^.]*\bthrough (?:the )?(?:\w+ ){0,2}(?:registers?|rolls|records|registries|census(?:es)?|ledgers)\b|\bborn (?:in \w+ (?:\w+ )?)?between \d{4} and \d{4}\b[^.]*\b(?:registers?|rolls|records|registries|census)\b/i,
    unless: /\brandom/i,
    sets: { publicationType: [...study, 'thesis', 'book'], design: ['cohort-retrospective'] },
    explain: 'People of an earlier time are followed through records.',
    hits: ['This thesis follows 1,417 younger sons through parish registers to 1820.'],
    misses: ['The registers were followed by the clerk.'],
  }),
  toldDesign({
    id: 'told-bench',
    zones: ['abstract'],
    pattern:
      /\b(?:cultured|primary|isolated|transfected) (?:human |mouse |murine |rat |bovine )?(?:\w+ )?(?:cells|keratinocytes|fibroblasts|neurons|myocytes|hepatocytes|macrophages|lymphocytes)\b|\bmonolayers?\b|\bcell lines?\b|\bisolates\b[^.]*\b(?:typed|sequenced|tested|compared|grown)\b|\b(?:gel )?electrophoresis\b|\bpolymerase chain reaction\b|\bpolymorphic DNA\b|\bphosphorylation\b|\bimmunoblot/i,
    unless: /\bpatients were (?:random|treated)|\bsystematic review\b|\bsearched\b/i,
    sets: { publicationType: study, design: ['laboratory'] },
    explain: 'Cells, isolates or molecules were studied at the bench.',
    hits: ['Cultured human keratinocytes were scratched.', 'Forty isolates from taps were typed by two methods.'],
    misses: ['A cell phone was given to each nurse.'],
  }),
  {
    id: 'abstract-decision-model',
    tier: 'strong',
    zones: ['abstract'],
    pattern:
      /\b(?:markov|decision[- ]analy(?:tic|sis)|decision|state[- ]transition|discrete[- ]event|microsimulation|partitioned survival) (?:decision )?models?\b|\bhypothetical (?:cohort|population|patients)\b|\bdecision tree\b(?= (?:was|model|with))/i,
    unless: /\breviews?\b|\bclassifier\b|\bmachine learning\b|\bshared decision\b/i,
    sets: { publicationType: [...study, 'report', 'conference-paper', 'thesis'], design: ['economic-evaluation', 'modelling'] },
    explain: 'A model followed people who exist on paper only.',
    hits: ['We built a Markov decision model of a hypothetical cohort of 10,000 men.'],
    misses: ['Shared decision models were discussed in reviews.'],
  },
  {
    id: 'abstract-not-pooled',
    tier: 'strong',
    zones: ['abstract'],
    pattern:
      /\b(?:not|without|nor|never) (?:been |be |statistically )?pool(?:ed|ing)\b|\btoo (?:unlike|different|diverse|few|varied|heterogeneous) (?:\w+ ){0,3}to (?:be )?pool(?:ed)?\b|\bnarrative(?:ly)? synthes\w+|\bsynthesi[sz]ed (?:narratively|in words|without meta-analysis)\b|\b(?:no|not) (?:possible |a )?meta-analys[ie]s (?:was|were)? ?(?:possible|done|made|performed|attempted)?\b|\bmeta-analysis was (?:not|inappropriate)\b|\bsummari[sz]ed by direction of effect\b/i,
    unless: /\bnetwork meta-analysis\b|\bwhere pooling\b|\bpooled where\b|\bwill be\b|\bif (?:pooling|meta-analysis)\b/i,
    sets: {},
    excludes: { design: ['meta-analysis'] },
    explain: 'Results were brought together without pooling.',
    hits: ['Results were summarised by direction of effect and not pooled.', 'A narrative synthesis was made.'],
    misses: ['Results were pooled in a meta-analysis.', 'If pooling is not possible, a narrative synthesis will be made.'],
  },
];
