import { fieldRecords } from '@/testing/field-records';
import { onASheet } from '@/testing/on-a-sheet';
import type { Aside } from './claim';
import { CUE_RULES } from './cue-rules';
import { addCues, type CueTexts } from './cues';
import { literalsOf, secondLiteralsOf } from './literals';
import { notesOf } from './notes';
import { Scan } from './scan';

/** Claims and what was set aside, of texts. */
function findCues(texts: CueTexts) {
  let asides: Aside[] = [];
  const claims = onASheet((sheet) => {
    asides = addCues(sheet, texts);
  });
  return { claims, asides };
}

// Aho and Corasick (1975), section 1: the words he, she, his, hers in "ushers".
test('all words are found in one pass, those within others too', () => {
  const words = ['he', 'she', 'his', 'hers'];
  const found: string[] = [];
  new Scan(new Map(words.map((w, i) => [w, [i]]))).run('ushers', (i, at) => found.push(`${words[i]} ${at}`));
  expect(found.sort()).toEqual(['he 3', 'hers 5', 'she 3']);
});
test('capitals are read as small letters, and what is no letter parts words', () => {
  const found: number[] = [];
  new Scan(new Map([['ab c', [0]]])).run('AB C ab\u00e9c ab  c', (_, at) => found.push(at));
  expect(found).toEqual([3]);
});

test.each([
  [/\bcross-?over trial\b/i, ['crossover trial', 'cross-over trial']],
  [/\b(?:mice|rats?)\b/i, ['mice', 'rat']],
  [/\brandomi[sz]ed\b/i, ['randomised', 'randomized']],
  [/\bwas randomi[^a]ed\b/i, ['was randomi']],
  [/\bp ?[<=] ?\.\d/i, ['p<', 'p=', 'p <', 'p =']],
  [/^re\s*:/i, null],
  [/colou?r (?:wheel|chart)/i, ['color wheel', 'color chart', 'colour wheel', 'colour chart']],
  [/\b(?:we|they) \w+ (?:wheel|chart)s?\b/i, [' wheel', ' chart']],
  [/(?:very )?wet/i, ['wet']],
  [/\bpH ?\d/i, ['ph0', 'ph 0']],
])('%s has %j to be looked for', (pattern, pieces) => expect(literalsOf(pattern)).toEqual(pieces));

test.each([
  [/\bneither here\b[^.]*\bnor there\b/i, ['nor there']],
  [/\b(?:one|two) rooms?\b[^.]*\bdivided\b|\bpartition\b/i, ['divided', 'partition']],
  [/\bpartition\b/i, null],
  [/\bdivided\b[^.]*\bin two\b|re\b/i, null],
])('%s has %j to be looked for besides', (pattern, pieces) => expect(secondLiteralsOf(pattern)).toEqual(pieces));

/** The same claims by trying every rule on every text of its zone: what the pass must not miss. */
test('looking for pieces first never loses a match', async () => {
  const texts = [
    ...CUE_RULES.flatMap((r) =>
      [...r.hits, ...r.misses].map((text) => ({ title: text, abstract: text, headings: [text], container: text, notes: [text] })),
    ),
    ...(await fieldRecords()).map(({ record }) => ({ ...record, notes: notesOf(record) })),
  ];
  for (const text of texts) {
    const found = findCues(text);
    const seen = new Set([...found.claims, ...found.asides].map((c) => `${c.rule}|${c.field}`));
    for (const rule of CUE_RULES) {
      const one = (field: string, zone: 'title' | 'venue', words: string) => {
        const calm = words.length > 12 && words === words.toUpperCase() ? words.toLowerCase() : words;
        if (rule.zones.includes(zone) && words && rule.pattern.test(calm) && !rule.unless?.test(calm) && narrows(rule))
          expect([rule.id, words, seen.has(`${rule.id}|${field}`)]).toEqual([rule.id, words, true]);
      };
      one('title', 'title', text.title);
      one('venue', 'venue', text.container);
      if (rule.zones.includes('note') && narrows(rule))
        for (const note of text.notes)
          if (rule.pattern.test(note) && !rule.unless?.test(note))
            expect([rule.id, note, seen.has(`${rule.id}|note`)]).toEqual([rule.id, note, true]);
    }
  }
});
const narrows = (r: (typeof CUE_RULES)[number]) =>
  !r.yieldsTo && (Object.keys(r.sets).length > 0 || r.excludes || r.attribute || r.includes || r.venue || r.press);

test('well over a hundred rules', () => expect(CUE_RULES.length).toBeGreaterThan(130));

test('what stands in capitals is quoted in capitals, also behind a letter whose small form is longer', () => {
  for (const title of ['A RANDOMISED CONTROLLED TRIAL OF KNEE PADS', 'İZMİR: A RANDOMISED CONTROLLED TRIAL OF KNEE PADS']) {
    const found = findCues({ title, abstract: '', headings: [], container: '', notes: [] });
    expect(found.claims.length).toBeGreaterThan(0);
    for (const c of found.claims) expect(c.quote).toBe(title.slice(c.start, c.end));
  }
});
