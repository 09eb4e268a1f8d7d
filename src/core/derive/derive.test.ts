import { termKeysOf } from '@/core/classify';
import { askedAgain, LIKELY_AXES, sharesOfWork } from '@/core/likely';
import { DEFAULT_PROFILE, type LimiterProfile } from '@/core/parity';
import type { BibRecord } from '@/core/record';
import { CODED_AXES, type CodedAxis, type TermSets } from '@/core/vocabularies';
import { fieldRecords } from '@/testing/field-records';
import { type DerivedClaims, deriveBatch, derivedClaims, rederivedClaims, Scopes } from '.';

/** A number from a number, always the same and like no other. */
const mixed = (n: number): number => Math.imul(n ^ (n >>> 15), 0x2c1b3c6d) >>> 0;

/** A made-up map of a record's own terms: of each axis some values, or none. */
function mapOf(record: BibRecord, seed: number): LimiterProfile['terms'] {
  return termKeysOf(record).map((key, i) => {
    const [vocabulary, ...term] = key.split('|');
    const sets = Object.fromEntries(
      (Object.keys(CODED_AXES) as CodedAxis[]).flatMap((axis, a) => {
        const values = CODED_AXES[axis].values.map((v) => v.code);
        const at = mixed(seed * 31 + i * 7 + a);
        return at % 3 === 0 ? [] : [[axis, values.slice(at % values.length, (at % values.length) + 1 + (at % 4))]];
      }),
    ) as TermSets;
    return { vocabulary, term: term.join('|'), sets } as LimiterProfile['terms'][number];
  });
}

const database = (id: string, profile: Partial<LimiterProfile>) => ({ id, profile: { ...DEFAULT_PROFILE, ...profile } });
const hash = (text: string): string => String(text.length);

/** With the shares that are asked about, however many more are kept. */
const asked = (derived: DerivedClaims) => ({ ...derived, doc: { ...derived.doc, likely: sharesOfWork([derived.doc.likely]) } });
/** A text as long that says other things. */
const unreadable = ({ abstract }: BibRecord) => abstract.replace(/\p{L}/gu, 'x');

test('claims under another map or statement are those that reading the record anew would give', async () => {
  let changed = 0;
  let kept = 0;
  for (const [n, { record }] of (await fieldRecords()).entries()) {
    const scopes = new Scopes(
      [
        database('plain', {}),
        database('refereed', { allJournalsRefereed: true }),
        database('mapped', { terms: mapOf(record, n) }),
        database('both', { allJournalsRefereed: true, terms: mapOf(record, n + 1000) }),
      ],
      hash,
    );
    const ids = ['plain', 'refereed', 'mapped', 'both'];
    for (const from of ids)
      for (const to of ids) {
        const old = derivedClaims(scopes, from, record);
        const anew = derivedClaims(scopes, to, record);
        const again = rederivedClaims(scopes, to, record, old.doc);
        expect(asked(again)).toEqual(asked(anew));
        if (JSON.stringify(old.doc.claims) !== JSON.stringify(anew.doc.claims)) changed++;
        // All axes were weighed where it was open: back again the text is not.
        const weighed = askedAgain(again.doc.likely!, LIKELY_AXES);
        if (!weighed) continue;
        kept++;
        const back = rederivedClaims(scopes, from, { ...record, abstract: unreadable(record) }, again.doc);
        expect(askedAgain(back.doc.likely!, LIKELY_AXES)).toBe(weighed);
      }
  }
  // Otherwise nothing was tried.
  expect(changed).toBeGreaterThan(1000);
  expect(kept).toBeGreaterThan(50);
});

test('a record that cannot be derived costs no other', async () => {
  const [first] = await fieldRecords();
  const sound = JSON.stringify(first!.record);
  const { claims, keys, made, faults } = deriveBatch(new Scopes([], hash), '00000000-0000-4000-8000-000000000000', [
    { no: 1, database: null, item: sound, claims: true, keys: true },
    { no: 2, database: null, item: '{"title":null}', claims: true, keys: true },
    { no: 3, database: null, item: sound, claims: false, keys: true },
    { no: 4, database: null, item: sound, claims: true, keys: false },
  ]);
  const lines = (bytes: Uint8Array) => new TextDecoder().decode(bytes).trimEnd().split('\n');
  expect(lines(claims).map((l) => l.split('\t')[1])).toEqual(['1', '4']);
  expect(lines(keys).map((l) => l.split('\t')[1])).toEqual(['1', '3']);
  expect(made.map(([no]) => no)).toEqual([1, 3]);
  expect(faults).toEqual([expect.objectContaining({ no: 2, words: expect.stringContaining('TypeError') })]);
});
