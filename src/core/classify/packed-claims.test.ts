import { aRecord } from '@/testing/a-record';
import { fieldRecords } from '@/testing/field-records';
import { claimsOfRecord } from './claims-of-record';
import { packClaims, unpackClaims } from './packed-claims';
import { NO_SCOPE } from './stated';

test('claims come back from their packed form as they were', async () => {
  for (const { record } of await fieldRecords()) {
    const claims = claimsOfRecord(record, NO_SCOPE);
    expect(unpackClaims(JSON.parse(JSON.stringify(packClaims(claims))))).toEqual(claims);
  }
});

test('claims that an earlier version stored are read as they are, and none at all as none', () => {
  const claims = claimsOfRecord(aRecord({ title: 'Hand splints for pianists: a randomised trial' }), NO_SCOPE);
  expect(claims.claims.length).toBeGreaterThan(0);
  expect(unpackClaims(claims)).toBe(claims);
  const none = { ...claims, claims: [], asides: [] };
  expect(unpackClaims(packClaims(none))).toEqual(none);
});
