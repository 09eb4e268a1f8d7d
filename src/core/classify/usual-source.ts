import { isPeriodical, type UsualRule, usually } from './usual-rule';

/** What kind of source an item usually stands in, once a few kinds are left. */
export const USUAL_SOURCES: readonly UsualRule[] = [
  usually({
    id: 'usual-scholarly-journal',
    axis: 'sourceType',
    among: ['scholarly-journal', 'proceedings', 'preprint-server'],
    to: ['scholarly-journal'],
    when: (r) =>
      isPeriodical(r) &&
      r.container !== '' &&
      !/\bpre-?print/i.test(`${r.title} ${r.container} ${r.abstract}`) &&
      !/\b(?:proceedings|conference|symposium|workshop|congress|meeting|lecture notes)\b/i.test(r.container),
    explain: 'What reports research in a periodical that is no series of proceedings stands in a scholarly journal.',
    hits: [{ container: 'Northern Rope Studies', volume: '3', issns: ['9991-2007'] }],
    misses: [{ container: 'Rope Congress Papers', volume: '3', issns: ['9991-2007'] }],
  }),
  usually({
    id: 'usual-proceedings',
    axis: 'sourceType',
    among: ['proceedings', 'book', 'scholarly-journal', 'web', 'other'],
    to: ['proceedings'],
    when: (r) =>
      /\b(?:proceedings|conference|symposium|workshop|congress)\b/i.test(r.container || r.title) && !/\bjournal\b/i.test(r.container),
    explain: 'A container named for a meeting is its proceedings.',
    hits: [{ container: 'Proceedings of the Rope Meeting' }],
    misses: [{ container: 'Journal of the Rope Congress' }],
  }),
  usually({
    id: 'usual-reference-work',
    axis: 'sourceType',
    among: ['book', 'reference-work'],
    to: ['reference-work'],
    when: (r) => /\b(?:encyclop|dictionary of|lexicon|gazetteer|glossary)/i.test(r.container || r.title),
    explain: 'A book that calls itself an encyclopedia or dictionary is a work to look things up in.',
    hits: [{ container: 'Encyclopedia of Ropes' }],
    misses: [{ container: 'Ropes and Sheds' }],
  }),
  usually({
    id: 'usual-magazine',
    axis: 'sourceType',
    among: ['magazine', 'trade-journal', 'web'],
    to: ['magazine'],
    when: (r) =>
      /\b(?:magazine|weekly|monthly|digest)\b/i.test(r.container) &&
      !/\b(?:trade|dealer|contractor|industry|professional|manager|manufactur|retail|engineer|nurs|farm|builder|business|executive|technolog|practi[ct])/i.test(
        r.container,
      ),
    explain: 'What calls itself a magazine, and names no trade, is one.',
    hits: [{ container: 'Rope Monthly' }],
    misses: [{ container: 'Rope Trade Monthly' }],
  }),
  usually({
    id: 'usual-book',
    axis: 'sourceType',
    among: ['book', 'reference-work'],
    to: ['book'],
    when: (r) =>
      !/\b(?:encyclop|dictionary|lexicon|glossary|compendium|handbook|companion to|gazetteer|almanac)/i.test(`${r.container} ${r.title}`),
    explain: 'A book that does not call itself a work to look things up in is a book.',
    hits: [{ title: 'Ropes and Sheds' }],
    misses: [{ title: 'A Handbook of Ropes' }],
  }),
  usually({
    id: 'usual-report-series',
    axis: 'sourceType',
    among: ['report', 'preprint-server', 'web', 'book'],
    to: ['report'],
    when: (r) =>
      /\b(?:working|discussion|technical|research|occasional) (?:papers?|reports?|memorand\w+)\b/i.test(
        `${r.container} ${r.types.map((t) => t.term).join(' ')}`,
      ) && !/\bpre-?print/i.test(`${r.container} ${r.publisher}`),
    explain: 'A paper of an institution’s own series is a report.',
    hits: [{ container: 'Harbour Working Papers' }],
    misses: [{ container: 'Harbour Preprints' }],
  }),
  usually({
    id: 'usual-newspaper',
    axis: 'sourceType',
    among: ['newspaper', 'newswire'],
    to: ['newspaper'],
    when: (r) => !/\b(?:wire|agency|news service|press association)\b/i.test(`${r.container} ${r.publisher}`),
    explain: 'What appeared in a newspaper, and is not from an agency, has the newspaper as its source.',
    hits: [{ container: 'Harbour Courier' }],
    misses: [{ container: 'Harbour News Service' }],
  }),
];
