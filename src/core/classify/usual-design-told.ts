import { RANDOMISED } from '@/core/vocabularies';
import type { UsualRule } from './usual-rule';
import { USUAL_STUDIES_TOLD } from './usual-studies-told';
import { ANIMALS, CELLS, COMPUTED, NOT_OWN, PEOPLE, told, words } from './usual-told-words';

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
      `\\b(?:conducted|performed|undertook|carried out|ran|did) an? (?:[\\w-]+,? ){0,6}randomi[sz]ed\\b`,
      `\\brandomi[sz]ed,? (?:[\\w-]+,? ){0,3}trial (?:in|of|with|among) [\\d,]+`,
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
  ...USUAL_STUDIES_TOLD,
];
