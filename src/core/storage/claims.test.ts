import { claimsOfRecord, NO_SCOPE } from '@/core/classify';
import { fieldRecords } from '@/testing/field-records';
import { packClaims, unpackClaims } from './claims';
import { OtherForm } from './form';

test('claims come back from their packed form as they were', async () => {
  for (const { record } of await fieldRecords()) {
    const claims = claimsOfRecord(record, NO_SCOPE);
    expect(unpackClaims(JSON.parse(JSON.stringify(packClaims(claims))))).toEqual(claims);
  }
});

test.each(['', 'claims/1:0000000000000000', undefined])('claims of another form (%p) are not read', async (form) => {
  const [first] = await fieldRecords();
  const packed = { ...packClaims(claimsOfRecord(first!.record, NO_SCOPE)), form: form as string };
  expect(() => unpackClaims(packed)).toThrow(OtherForm);
});
