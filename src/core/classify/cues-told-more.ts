import { RANDOMISED } from '@/core/vocabularies';
import { inTitle, MENTION, study, toldDesign } from './cue-helpers';
import type { CueRule } from './cue-rule';

const NUMBER =
  '(?:\\d[\\d,]*|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|\\w+teen|(?:twenty|thirty|forty|fifty|sixty|seventy|eighty|ninety)(?:-\\w+)?|half|a hundred)';
const DEVICE = '(?:cards?|balls?|slips?|tickets?|straws?|beans?|marbles?|tokens?|dice|die|hat|coin|lots|envelopes?|shuffled?)';
const PLACES =
  '(?:villages?|schools?|class(?:es|rooms)?|wards?|clinics?|hospitals?|shops?|crews|offices?|streets?|homes|practices|towns?|parishes|farms|depots|libraries|teams)';
const CHANCE_OR_MENTION = new RegExp(`${MENTION.source}|\\brandom|\\bby lot\\b|\\bby chance\\b|\\b${DEVICE}\\b`, 'i');

/** More ways in which a text tells what was done without naming its design. */
export const MORE_TOLD_CUES: readonly CueRule[] = [
  toldDesign({
    id: 'told-by-a-program-or-device',
    zones: ['abstract'],
    pattern: new RegExp(
      [
        '\\b(?:computer|program(?:me)?|software|app|machine|web ?site) (?:\\w+ ){0,2}(?:put|placed|sent|assigned|allotted|allocated|sorted|split|chose|decided|picked|divided)\\b[^.]*\\b(?:each|them|half|which|who|whether|one of)\\b',
        `\\b(?:drew|pulled|picked|rolled|threw|tossed)\\b[^.]{0,30}\\b${DEVICE}\\b`,
        `\\b${DEVICE} (?:decided|told|said|settled|chose)\\b`,
        '\\bby chance\\b[^.]*\\b(?:to|or|either|whether)\\b',
        '\\b(?:allotted|assigned|allocated|put|placed|split|divided|sent) (?:\\w+ )?by chance\\b',
      ].join('|'),
      'i',
    ),
    unless: new RegExp(
      `${MENTION.source}|\\bfound by chance\\b|\\bwill be\\b|\\bsample\\b|\\border\\b|\\bvillag|\\bschools\\b|\\bclasses\\b`,
      'i',
    ),
    sets: { publicationType: study, design: RANDOMISED },
    explain: 'A device that nobody could foresee decided who got what.',
    hits: [
      'A computer program put each of them in one of two rooms.',
      'Each weaver drew a card that said which loom to use.',
      'The coin decided who wore gloves.',
    ],
    misses: ['A computer program counted the steps.', 'The bone was found by chance.'],
  }),
  toldDesign({
    id: 'told-groups-by-device',
    zones: ['abstract'],
    pattern: new RegExp(
      `\\b${PLACES}\\b[^.]*\\b(?:drew|pulled|rolled|tossed|drawn|picked)\\b[^.]{0,30}\\b${DEVICE}\\b|\\b(?:drew|pulled|rolled|tossed)\\b[^.]{0,30}\\b${DEVICE}\\b[^.]*\\b${PLACES}\\b|\\b${NUMBER} (?:\\w+ ){0,2}${PLACES}\\b[^.]*\\b(?:allotted|assigned|allocated|put|split|divided) (?:\\w+ )?by chance\\b`,
      'i',
    ),
    unless: new RegExp(`${MENTION.source}|\\bwill be\\b|\\bsample\\b`, 'i'),
    sets: { publicationType: study, design: ['cluster-randomised-trial'] },
    explain: 'A device that nobody could foresee decided for whole groups.',
    hits: ['In 90 villages the chief drew a card in public.', 'Twelve wards were split by chance into two sets.'],
    misses: ['In 90 villages each weaver had a loom.'],
  }),
  toldDesign({
    id: 'told-one-after-the-other',
    zones: ['abstract'],
    pattern:
      /\beach (?:\w+ ){0,2}(?:drank|ate|wore|took|had|used|walked|rode|rowed|heard|read|tried|did|tasted|swam|ran|wrote)\b[^.]*\b(?:one at each|in (?:an|the) order (?:drawn|decided|chosen|set|fixed|that)|on (?:two|three|four|separate|different) (?:days|visits|occasions|evenings)|a week apart)\b|\bin an order (?:that was )?(?:drawn|decided by|set by|chosen by) (?:beforehand|lot|chance|a|the)/i,
    unless: MENTION,
    sets: { publicationType: study, design: ['crossover-randomised-trial'] },
    explain: 'Each person had one thing after the other, in an order that was drawn.',
    hits: ['Each drank juice and water, one at each visit, in an order drawn beforehand.'],
    misses: ['Each drank juice in the morning.'],
  }),
  toldDesign({
    id: 'told-by-numbered-places',
    zones: ['abstract'],
    pattern:
      /\b(?:odd|even)-numbered \w+\b[^.]*\b(?:were given|was given|had|got|received|used|took|wore|ate|drank)\b|\b(?:were given|had|got|received)\b[^.]*\bon (?:odd|even|alternate) (?:days|dates|weeks)\b/i,
    unless: MENTION,
    sets: { publicationType: study, design: ['pseudo-randomised-trial'] },
    explain: 'Odd and even decided who got what.',
    hits: ['Children of odd-numbered tables were given porridge.'],
    misses: ['Odd-numbered pages were torn.'],
  }),
  toldDesign({
    id: 'told-figures-before-and-after',
    zones: ['abstract'],
    pattern:
      /\b\d[\d.,]* ?(?:%|per cent|an? \w+|\w+)?[^.]{0,25}\bbefore\b[^.]{0,40}\band \d[\d.,]*[^.]{0,25}\bafter(?:wards)?\b|\b(?:months?|weeks?|years?|sittings|days|terms|\d+|twenty|ten|twelve)\b (?:\w+ )?before\b[^.]{0,40}\band (?:the |an? )?(?:\w+ ){0,3}after\b/i,
    unless: new RegExp(
      `${CHANCE_OR_MENTION.source}|\\bcontrol (?:group|ward|site|school)|\\bcomparison (?:group|ward|site|school)|\\bslope\\b|\\btrend\\b|\\bsegmented\\b|\\bmice\\b|\\brats\\b|\\bother (?:ward|school|town|hospital)`,
      'i',
    ),
    sets: { publicationType: study, design: ['before-after', 'interrupted-time-series', 'non-randomised-trial'] },
    explain: 'Counts of before stand beside counts of after.',
    hits: ['There were 4.1 an hour before and 2.9 an hour after.', 'Watches were worn for a month before and a month after.'],
    misses: ['There were 4.1 before lunch.'],
  }),
  toldDesign({
    id: 'told-slope-before-and-after',
    zones: ['abstract'],
    pattern:
      /\b(?:slopes?|trends?)\b[^.]*\b(?:before and after|at once|did not change|changed|step|steepened|flattened)\b|\bchange in (?:slope|level|trend)\b|\blevel\b[^.]{0,20}\b(?:fell|rose|dropped)\b[^.]{0,20}\bat once\b/i,
    unless: new RegExp(`${MENTION.source}|\\bhill|\\bski\\b|\\bland`, 'i'),
    sets: { publicationType: study, design: ['interrupted-time-series'] },
    explain: 'A series was looked at for a step or a new slope.',
    hits: ['The slope before and after was estimated.', 'The level fell by 11% at once.'],
    misses: ['Trends in shoes are described.'],
  }),
  toldDesign({
    id: 'told-then-until',
    zones: ['abstract'],
    pattern:
      /\b(?:then|afterwards|from then on|thereafter|since then)\b[^.]*\b(?:told|counted|noted|recorded|reported|wrote|rang|heard|watched|registered)\b[^.]*\buntil\b|\b(?:asked|measured|weighed|seen|visited|tested|written to)\b[^.]*\band (?:again|once more) (?:after|in|at|a|two|three|four|five|six|ten|every)\b[^.]*\b(?:years?|months?|\d{4})\b|\bover (?:two|three|four|five|six|seven|eight|nine|ten|twelve|\d+) (?:seasons|years|winters)\b[^.]*\b(?:those who|players|people|workers|\w+ers)\b/i,
    unless: new RegExp(`${CHANCE_OR_MENTION.source}|\\binterview|\\btalked\\b|\\bcentury\\b|\\bplots?\\b`, 'i'),
    sets: { publicationType: study, design: ['cohort-prospective'] },
    explain: 'People were looked at first, and what became of them was learnt later.',
    hits: ['Their clubs then told us of every torn muscle until the end of 2016.', 'They were asked in May and again after two years.'],
    misses: ['They then wrote letters.', 'They were asked in May.'],
  }),
  toldDesign({
    id: 'told-free-at-entry',
    zones: ['abstract'],
    pattern:
      /\b(?:were|was) free of [^.]{2,50}\b(?:at (?:baseline|entry|enrolment|the start)|when they|in \d{4})\b|\bover \d+ years,? [\d,]+ (?:\w+ ){0,3}(?:developed|had developed|died|fell ill)\b/i,
    unless: /\brecords? of\b|\bregist(?:er|ry)\b|\bretrospective\b/i,
    sets: { publicationType: study, design: ['cohort-prospective'] },
    explain: 'People without it were found first, and who came to have it was learnt later.',
    hits: ['Men who were free of gout when they answered were followed.', 'Over 18 years 401 developed gout.'],
    misses: ['The stew was free of salt.'],
  }),
  toldDesign({
    id: 'told-some-took-it-up',
    zones: ['title', 'abstract'],
    pattern: new RegExp(
      `\\b${NUMBER} (?:\\w+ ){0,2}${PLACES}\\b[^.]*\\band ${NUMBER}(?: (?:others?|more|\\w+))?(?: of (?:like|the same) \\w+)? (?:that |which )?(?:did not|had not|had none|without)\\b`,
      'i',
    ),
    unless: CHANCE_OR_MENTION,
    sets: { publicationType: study, design: ['non-randomised-trial'] },
    explain: 'Some places did it and others did not, and nothing says that chance decided.',
    hits: ['Chess in class: two schools that took it up and two that did not'],
    misses: ['Two schools drew a card and two did not.', 'Two schools took it up.'],
  }),
  toldDesign({
    id: 'told-looked-up',
    zones: ['abstract'],
    pattern:
      /\blooked (?:each |them |all |every \w+ )?(?:of them )?up\b[^.]*\b(?:registers?|records|rolls|books|files|lists|certificates)\b|\blooked up each\b|\b(?:books|rolls|lists|registers|ledgers|files) (?:of [^.]{0,40} )?(?:lists?|names?|gives?|shows?) (?:all|every)\b[^.]*\b(?:who|worked|born|treated|admitted)\b/i,
    unless: new RegExp(`${CHANCE_OR_MENTION.source}|\\bcontrols?\\b|\\bwords?\\b|\\bdictionar`, 'i'),
    sets: { publicationType: study, design: ['cohort-retrospective'] },
    explain: 'Old lists told who was there, and other records what became of them.',
    hits: ['We looked up each in the death registers to 2010.', 'The pension books list all 2,140 hands who worked there.'],
    misses: ['Words were looked up in a dictionary.'],
  }),
  toldDesign({
    id: 'told-lived-among',
    zones: ['abstract'],
    pattern:
      /\b(?:I|we|the authors?|researchers?) (?:lived|stayed|worked|sat|travelled|walked|ate|spent \w+ (?:months|weeks|years|winters))\b[^.]{0,40}\b(?:with|among|beside|alongside) (?:an? |the |them|people|families|her|him|\w+ers\b|\d)\b|\b(?:wrote|took|kept) (?:field ?)?notes\b|\btalked with (?:the author|us|me|the researcher)s?\b|\b(?:followed|watched|accompanied)\b[^.]*\band talked (?:with|to)\b|\b(?:were|was) heard (?:at length|out)\b|\bwhat they said was (?:written|noted|read|typed)\b|\bsaid in their own words\b/i,
    unless: new RegExp(`${MENTION.source}|\\bquestionnaire|\\d ?%|\\bscores?\\b`, 'i'),
    sets: { publicationType: [...study, 'thesis', 'book', 'conference-paper'], design: ['qualitative', 'mixed-methods'] },
    explain: 'Someone lived among people, or listened to them at length.',
    hits: ['I lived with a family of net makers and worked beside them.', 'Nineteen librarians talked with the author.'],
    misses: ['We worked with steel.', 'Notes were made of music.'],
  }),
  inTitle({
    id: 'title-numbers-and-voices',
    pattern:
      /\b(?:numbers|figures|counts|statistics|records|survey|data|scores) and (?:voices|interviews|stories|words|talks?|accounts|experiences|views)\b/i,
    sets: { publicationType: study, design: ['mixed-methods'] },
    explain: 'The title puts counts and what people say side by side.',
    hits: ['Keeping a flat: numbers and voices from six towns'],
    misses: ['Voices from six towns'],
  }),
  toldDesign({
    id: 'told-two-kinds-of-evidence',
    zones: ['abstract'],
    pattern:
      /\b(?:two|both) (?:kinds|sorts|strands|sets|types) of (?:evidence|data|material|findings|results)\b[^.]*\b(?:together|side by side|joined|combined|compared|merged|brought)\b|\b(?:numbers|counts|figures) and (?:the )?(?:interviews|talks|voices|accounts)\b/i,
    unless: MENTION,
    sets: { publicationType: study, design: ['mixed-methods'] },
    explain: 'Counts and what people said were read together.',
    hits: ['The two kinds of evidence were laid side by side and read together.'],
    misses: ['Two kinds of evidence are lacking.'],
  }),
  toldDesign({
    id: 'told-rebuilt-in-a-program',
    zones: ['abstract'],
    pattern:
      /\b(?:rebuilt|copied|reckoned|worked out|calculated|played through|run) in a (?:computer )?(?:program(?:me)?|model|simulation)\b|\bon paper\b[^.]*\bmodel\b|\ba (?:program|model) in which\b/i,
    unless: new RegExp(`${MENTION.source}|\\bcosts? (?:per|for each)\\b|\\bspecimens?\\b`, 'i'),
    sets: { publicationType: [...study, 'conference-paper', 'report', 'thesis'], design: ['modelling'] },
    explain: 'What would happen was worked out in a program.',
    hits: ['A ring line is rebuilt in a program in which drivers hold.'],
    misses: ['The line was rebuilt in 1990.'],
  }),
  toldDesign({
    id: 'told-bench-chemistry',
    zones: ['abstract'],
    pattern:
      /\bpH ?\d|\b(?:x-ray )?diffraction\b|\b(?:spectroscop\w+|chromatograph\w+|titrat\w+|reagents?|electrolytes?|centrifug\w+|calorimetr\w+|voltammetr\w+)\b|\bground in (?:oil|water)\b|\bmicrograms? per (?:millilit|lit)re\b/i,
    unless: new RegExp(`${MENTION.source}|\\bpatients\\b|\\bchildren\\b|\\bvolunteers\\b|\\bsoil pH\\b|\\briver\\b|\\blakes?\\b`, 'i'),
    sets: { publicationType: [...study, 'conference-paper', 'thesis', 'report'], design: ['laboratory'] },
    explain: 'Substances were worked on at the bench.',
    hits: ['Copper was bound to a clay at pH 9.', 'Diffraction showed no new phase.'],
    misses: ['Patients were seen at noon.'],
  }),
  toldDesign({
    id: 'told-taken-as-right',
    zones: ['abstract'],
    pattern:
      /\b(?:was|were|is) taken (?:as|to be|for) (?:right|the truth|true|correct|the yardstick|the standard|certain)\b|\b(?:found|missed|caught|named) \d[\d.]* ?% of the \w+ that\b[^.]*\b(?:found|showed|named)\b|\bcalled \d[\d.]* ?% of the (?:others?|rest|sound|healthy|well)\b/i,
    unless: new RegExp(`${MENTION.source}|\\bclassifier\\b|\\balgorithm\\b|\\bdetector\\b`, 'i'),
    sets: { publicationType: study, design: ['diagnostic-accuracy'] },
    explain: 'One way of telling was held against another that is taken for right.',
    hits: ['They walked over a mat whose verdict was taken as right.', 'Farmers called 4% of the others lame.'],
    misses: ['The road was taken by all.'],
  }),
  {
    id: 'told-sources-gone-through',
    tier: 'strong',
    zones: ['abstract'],
    pattern:
      /\b(?:databases|indexes|catalogues|bibliographies|sources)\b[^.]*\b(?:were|was|have been) (?:gone through|looked through|combed|trawled|gone over)\b|\b(?:two|both) of us (?:chose|picked|selected|read|judged)\b[^.]*\b(?:papers|studies|reports|bias|quality)\b|\bmarked (?:them )?for (?:risk of )?bias\b/i,
    unless: /\bpatients\b|\bfor this protocol\b|\bwill be\b/i,
    sets: {
      publicationType: ['systematic-review', 'guideline', 'evidence-summary'],
      design: ['systematic-review', 'meta-analysis', 'scoping-review', 'umbrella-review', 'guideline'],
    },
    explain: 'Sources were gone through for studies, and these were judged.',
    hits: ['Nine databases were gone through for controlled studies.', 'Two of us chose and marked the studies for bias.'],
    misses: ['Nine sources of noise were found.'],
  },
  inTitle({
    id: 'title-people-seen',
    pattern: new RegExp(
      `\\b${NUMBER} (?:people|patients|cases|children|adults|women|men|infants) (?:seen|treated|operated on|referred|admitted|met)\\b`,
      'i',
    ),
    unless: /\brandom|\bcohort\b|\bcontrol|\btrial\b|\breview\b/i,
    sets: { publicationType: [...study, 'case-report'], design: ['case-series'] },
    explain: 'The title counts patients who were seen.',
    hits: ['Fish bones in the tonsil: twenty-three people seen in one winter'],
    misses: ['Children treated with care'],
  }),
  {
    id: 'told-a-child-of-six',
    tier: 'strong',
    zones: ['abstract'],
    pattern:
      /^An? (?:\w+ )?(?:man|woman|boy|girl|child|infant|baby|cook|sailor|farmer|nurse|driver|teacher|gardener|weaver|singer|\w+er) (?:of|aged) (?:\d{1,3}|\w+)(?: (?:months?|years?|weeks?))? (?:had|was|came|felt|noticed|woke|swallowed|fell|could|lost)\b/,
    sets: { publicationType: ['case-report', 'letter', 'conference-abstract'], design: ['case-report', 'case-series'] },
    explain: 'It opens with one person and their age.',
    hits: ['A girl of six had had toothache for a month.'],
    misses: ['A girl is seen on the cover.'],
  },
  toldDesign({
    id: 'told-asked-every',
    zones: ['abstract'],
    pattern:
      /\b(?:visited|rang|called on|wrote to|stopped) (?:all |every )?[\d,]+ \w+\b[^.]*\band (?:asked|counted|measured|weighed)\b|\b(?:asked|counted|measured|weighed) (?:all|every) (?:\w+ ){0,3}(?:over|under|in|of|who)\b|\bused by \d[\d.]* ?% of those\b/i,
    unless: new RegExp(
      `${CHANCE_OR_MENTION.source}|\\bagain\\b|\\blater\\b|\\bfollow|\\bbefore and\\b|\\bevery (?:day|week|month|year)|\\bplots?\\b|\\bcows\\b`,
      'i',
    ),
    sets: { publicationType: study, design: ['cross-sectional'] },
    explain: 'People were called on once.',
    hits: ['We visited 212 households and asked every speaker over sixteen.'],
    misses: ['We visited 212 households every year and asked all over sixteen.'],
  }),
  toldDesign({
    id: 'told-everyone-each-year',
    zones: ['abstract'],
    pattern:
      /\b(?:all|every|everyone|everybody|each)\b[^.]*\b(?:were|was) (?:seen|visited|examined|measured|weighed|tested|asked|interviewed|checked) (?:again )?(?:each|every|once an?) (?:second |two |three |six )?(?:years?|months?|spring|summer|autumn|winter)\b[^.]*\b(?:until|till|up to|to the age|for \w+ (?:years|months|decades))\b/i,
    unless: new RegExp(`${CHANCE_OR_MENTION.source}|\\bwill be\\b|\\bplots?\\b|\\btrees?\\b`, 'i'),
    sets: { publicationType: study, design: ['cohort-prospective'] },
    explain: 'Everybody of some group was seen again and again.',
    hits: ['All choristers of the diocese were weighed every year until their voices broke.'],
    misses: ['All choristers of the diocese were weighed.', 'All plots were examined every year until the grass had closed.'],
  }),
  toldDesign({
    id: 'told-those-with-beside-those-without',
    zones: ['abstract'],
    pattern: new RegExp(
      `\\b${NUMBER} (?:\\w+ ){0,2}(?:people|persons|patients|men|women|children|adults|workers|\\w+ers) (?:with|who had)\\b[^.]*\\band\\b[^.]*\\b${NUMBER} (?:\\w+ ){0,3}(?:without (?:it|them|one|the)|who did not|free of it|spared)\\b[^.]*\\b(?:compared|alike|like them|matched|same (?:age|street|village|sex))\\b`,
      'i',
    ),
    unless: new RegExp(`${CHANCE_OR_MENTION.source}|\\bwill be\\b|\\bfollowed\\b|\\btest\\b`, 'i'),
    sets: { publicationType: study, design: ['case-control'] },
    explain: 'Those who have something stand beside others like them who do not.',
    hits: ['The shoes of 60 dancers with gout and of 120 dancers without it, alike in age, were weighed.'],
    misses: ['The shoes of 60 dancers with gout were weighed.', '60 dancers with gout and 120 without it were followed and compared.'],
  }),
];
