import { ClaimSheet, claimsOfRecord, NO_SCOPE, readClaims, withClaims } from '@/core/classify';
import { fieldRecords } from '@/testing/field-records';
import { claimsText, packClaims, unpackClaims } from './claims';
import { OtherForm } from './form';

test('claims come back from their packed form as they were', async () => {
  for (const { record } of await fieldRecords()) {
    const claims = claimsOfRecord(record, NO_SCOPE);
    expect(unpackClaims(JSON.parse(JSON.stringify(packClaims(claims))))).toEqual(claims);
  }
});

test('what is written from a sheet is the packed form as JSON, to the letter', async () => {
  const sheet = new ClaimSheet();
  for (const { record } of await fieldRecords()) {
    const odd = {
      ...record,
      title: `${record.title}: a “randomised” \\ trial\t\u0007 of 3`,
      types: [...record.types, { vocabulary: 'own' as const, term: 'a "note"' }],
    };
    for (const one of [record, odd]) {
      const said = readClaims(sheet, one, { allJournalsRefereed: true });
      expect(claimsText(said, sheet, 'AQID')).toBe(JSON.stringify(packClaims({ ...withClaims(said, sheet), likely: 'AQID' })));
    }
  }
});

test.each(['', 'claims/1:0000000000000000', undefined])('claims of another form (%p) are not read', async (form) => {
  const [first] = await fieldRecords();
  const packed = { ...packClaims(claimsOfRecord(first!.record, NO_SCOPE)), form: form as string };
  expect(() => unpackClaims(packed)).toThrow(OtherForm);
});
