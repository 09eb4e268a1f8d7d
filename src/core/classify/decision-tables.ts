import type { TypeTerm } from '@/core/record';
import {
  CODED_AXES,
  type CodedAxis,
  DESIGNS,
  labelsOf,
  MEDLINE_STATUSES,
  maskOf,
  PUBLICATION_TYPES,
  SOURCE_TYPES,
  type SourceType,
  TERM_TABLES,
  type TermSets,
} from '@/core/vocabularies';
import { ATTRIBUTE_WORDS, type Attribute, TIER_WORDS, TIERS } from './claim';
import { CUE_GROUPS } from './cue-rules';
import { DESIGNS_OF } from './design-of-publication';
import { FACET_NAMES, FACETS } from './facet-words';
import { AGE_BANDS } from './facets';
import { PRESS_STATES, reviewOf, VENUE_STATES } from './peer-review';
import { QUESTION_KINDS, SCHEMES } from './schemes';
import { SHAPE_RULES } from './shape';
import { SOURCES_OF } from './source-of-publication';
import type { UsualRule } from './usual-rule';
import { USUAL_RULES } from './usual-rules';

/** A table of what decides, as words: nothing that the engine uses is left out. */
export interface DecisionTable {
  id: string;
  title: string;
  about: string;
  source: string;
  columns: readonly string[];
  rows: readonly (readonly string[])[];
}

/** What must be left of the axes for a rule of what is usual to be asked. */
function whenOnly({ axis, among, sources, research }: UsualRule): string {
  if (sources) return `in a ${lower(labelsOf(SOURCE_TYPES, maskOf(SOURCE_TYPES, sources))).replaceAll(', ', ' or ')}`;
  if (research) return 'any design, of a report of research';
  return lower(labelsOf(CODED_AXES[axis].values, maskOf(CODED_AXES[axis].values, among as readonly string[])));
}
const exampleWords = (example: UsualRule['hits'][number]): string =>
  typeof example === 'string'
    ? example
    : Object.values(example)
        .map((v) =>
          typeof v === 'string' ? v : (v as readonly unknown[]).map((e) => (typeof e === 'string' ? e : (e as TypeTerm).term)).join(', '),
        )
        .join(', ') || 'any';
const lower = (labels: readonly string[]) => labels.map((l) => l.toLowerCase()).join(', ');
const setsWords = (sets: TermSets, prefix = ''): string =>
  (Object.keys(CODED_AXES) as CodedAxis[])
    .flatMap((axis) => {
      const codes = sets[axis];
      if (!codes) return [];
      const { label, values } = CODED_AXES[axis];
      const labels = labelsOf(values, maskOf(values, codes));
      return [`${prefix}${label.toLowerCase()}: ${labels.length > 12 ? `${labels.length} values` : lower(labels)}`];
    })
    .join('; ');

/** Every table and rule by which works are classified, in the order in which they are asked. */
export function decisionTables(): DecisionTable[] {
  return [
    {
      id: 'tiers',
      title: 'How strongly a claim is made',
      about:
        'Strongest first. In a tier all claims are intersected; one that contradicts what stronger tiers left is a dissent, and claims of one tier that leave nothing together are a conflict, which only a ruling settles.',
      source: 'this product’s own order',
      columns: ['Tier', 'What it is'],
      rows: TIERS.map((t) => [t, TIER_WORDS[t].meaning]),
    },
    ...(Object.keys(CODED_AXES) as CodedAxis[]).map((axis) => ({
      id: `values-${axis}`,
      title: `${CODED_AXES[axis].label}: its values`,
      about: 'A work keeps the set of values that are still possible.',
      source: 'this product’s own codes',
      columns: ['Code', 'Value', 'Meaning'],
      rows: CODED_AXES[axis].values.map((v) => [v.code, v.label, v.meaning]),
    })),
    ...TERM_TABLES.map((t) => ({
      id: `terms-${t.id}`,
      title: t.label,
      about: 'What a term still allows; what it gives way to when another term of the same record brings it stands after “beside”.',
      source: t.source,
      columns: ['Term', 'Allows'],
      rows: Object.entries(t.rows).map(([term, { name, sets, beside }]) => [
        name && name.toLowerCase() !== term.toLowerCase() ? `${term} (${name})` : term,
        [setsWords(sets) || 'narrows nothing', beside ? setsWords(beside, 'beside ') : ''].filter(Boolean).join('; '),
      ]),
    })),
    {
      id: 'statuses',
      title: 'MEDLINE statuses',
      about: 'Whether indexers have looked at an item; what is not indexed yet, a native publication-type limiter would drop.',
      source: 'NLM, MEDLINE/PubMed field descriptions, STAT and PST; from memory',
      columns: ['Status', 'Meaning', 'Indexed'],
      rows: Object.entries(MEDLINE_STATUSES).map(([code, s]) => [code, s.name, s.notIndexedYet ? 'not yet' : 'yes, or never will be']),
    },
    ...CUE_GROUPS.map((g, i) => ({
      id: `cues-${i}`,
      title: `Signs in the text: ${g.label.toLowerCase()}`,
      about: 'English only. A match is set aside where the words after “unless” stand in the same title or sentence.',
      source: 'common practice; each rule is tested on examples that must and must not match',
      columns: ['Rule', 'What it says', 'Where', 'Tier', 'Leaves', 'Matches', 'Does not match'],
      rows: g.rules.map((r) => [
        r.id,
        r.explain,
        r.zones.join(', '),
        r.tier,
        [
          setsWords(r.sets),
          r.excludes ? setsWords(r.excludes, 'not ') : '',
          r.attribute ? `fact: ${ATTRIBUTE_WORDS[r.attribute]}` : '',
          r.includes ? `includes ${lower(labelsOf(DESIGNS, maskOf(DESIGNS, r.includes)))}` : '',
          r.venue ? `venue ${r.venue.replace('-', ' ')}` : '',
          r.press ? `${r.press} press` : '',
        ]
          .filter(Boolean)
          .join('; '),
        r.hits.join(' · '),
        r.misses.join(' · '),
      ]),
    })),
    {
      id: 'shapes',
      title: 'Signs in how a record is filled in',
      about: 'ISSN, volume, ISBN and pages.',
      source: 'common practice',
      columns: ['Rule', 'What it says', 'Tier', 'Leaves'],
      rows: SHAPE_RULES.map((r) => [
        r.id,
        r.explain,
        r.tier,
        [setsWords(r.sets), r.excludes ? setsWords(r.excludes, 'not ') : ''].filter(Boolean).join('; '),
      ]),
    },
    {
      id: 'usual',
      title: 'What is usual when nothing else is said',
      about:
        'Asked last, when only the values in the third column are possible any more. It gives way to any other claim and is then no disagreement.',
      source: 'common practice',
      columns: ['Rule', 'What it says', 'When only these are left', 'It is', 'Applies to', 'Does not apply to'],
      rows: USUAL_RULES.map((r) => [
        r.id,
        r.explain,
        whenOnly(r),
        lower(labelsOf(CODED_AXES[r.axis].values, maskOf(CODED_AXES[r.axis].values, r.to as readonly string[]))),
        r.hits.map(exampleWords).join(' · '),
        r.misses.map(exampleWords).join(' · '),
      ]),
    },
    {
      id: 'follows',
      title: 'What follows from the publication type',
      about: 'The designs that an item of a type can report, and where it can stand. A type that is not listed can be anything, anywhere.',
      source: 'common practice',
      columns: ['Publication type', 'Designs', 'Source types'],
      rows: PUBLICATION_TYPES.filter((v) => DESIGNS_OF[v.code] || SOURCES_OF[v.code]).map((v) => [
        v.label,
        DESIGNS_OF[v.code] ? lower(labelsOf(DESIGNS, maskOf(DESIGNS, DESIGNS_OF[v.code]!))) : 'any',
        SOURCES_OF[v.code] ? lower(labelsOf(SOURCE_TYPES, maskOf(SOURCE_TYPES, SOURCES_OF[v.code]!))) : 'any',
      ]),
    },
    peerReviewTable(),
    ...Object.values(SCHEMES).map((scheme) => ({
      id: `scheme-${scheme.id}`,
      title: `Evidence scheme: ${scheme.label}`,
      about: `Levels: ${scheme.levels.map((l) => `${l.label} (${l.meaning})`).join(' ')}`,
      source: scheme.source,
      columns: ['Design', ...Object.keys(scheme.kinds).map((k) => QUESTION_KINDS[k]?.label ?? k)],
      rows: DESIGNS.map((d) => [
        d.label,
        ...Object.values(scheme.kinds).map((column) => {
          const words = (codes: readonly string[]) => labelsOf(scheme.levels, maskOf(scheme.levels, codes)).join(' or ');
          const moved = (Object.keys(column.when ?? {}) as Attribute[]).flatMap((a) =>
            column.when?.[a]?.[d.code] ? [`${ATTRIBUTE_WORDS[a]}: ${words(column.when[a][d.code]!)}`] : [],
          );
          return [words(column.table[d.code]), ...moved].join('; ');
        }),
      ]),
    })),
    {
      id: 'facets',
      title: 'Other facets',
      about:
        'Each holds values that are certain and values that are possible; check tags of indexers are complete, words of a text never are.',
      source: 'ISO 639 for languages; NLM, MeSH check tags (from memory) for age, sex and species',
      columns: ['Facet', 'What it is'],
      rows: FACET_NAMES.map((f) => [FACETS[f].label, `${FACETS[f].meaning}${f === 'age' ? ` Bands: ${AGE_BANDS.join(', ')}.` : ''}`]),
    },
  ];
}

/** Peer review by what is known of the venue and press. Source types that behave alike share a row. */
function peerReviewTable(): DecisionTable {
  const rows = new Map<string, { sources: string[]; cells: string[]; publication: string }>();
  for (const source of SOURCE_TYPES)
    for (const publication of PUBLICATION_TYPES) {
      const cells = COLUMNS.map(([venue, press]) => reviewOf(publication.code, source.code as SourceType, venue, press).join(', '));
      const key = `${publication.code}|${cells.join('|')}`;
      const known = rows.get(key);
      if (known) known.sources.push(source.label);
      else rows.set(key, { sources: [source.label], cells, publication: publication.label });
    }
  const grouped = new Map<string, { publications: string[]; sources: string; cells: string[] }>();
  for (const { sources, cells, publication } of rows.values()) {
    const key = `${sources}|${cells}`;
    const known = grouped.get(key);
    if (known) known.publications.push(publication);
    else grouped.set(key, { publications: [publication], sources: lower(sources), cells });
  }
  return {
    id: 'peer-review',
    title: 'Peer review, from venue, item and version',
    about:
      'Review is of the item. What comes before acceptance (author’s original, submitted manuscript) is not refereed yet; an accepted manuscript and what follows is as its venue.',
    source: 'common practice; NISO RP-8 for the versions of an article',
    columns: ['Source type', 'Publication type', ...COLUMNS.map(([venue, press]) => columnWords(venue, press))],
    rows: [...grouped.values()].map((g) => [g.sources, g.publications.length > 20 ? 'any other' : lower(g.publications), ...g.cells]),
  };
}
type Column = readonly [(typeof VENUE_STATES)[number], (typeof PRESS_STATES)[number]];
const COLUMNS: readonly Column[] = [
  ...VENUE_STATES.map((v) => [v, 'unknown'] as const),
  ...PRESS_STATES.slice(1).map((p) => ['unknown', p] as const),
];
const columnWords = (venue: Column[0], press: Column[1]): string =>
  press !== 'unknown' ? `${press} press` : venue === 'unknown' ? 'nothing is stated' : `venue ${venue.replaceAll('-', ' ')}`;
