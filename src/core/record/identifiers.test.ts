import { checkIsbn, checkIssn, normaliseDoi, normalisePmid } from './identifiers';

// ISO 3297: 0317-8471 is the standard's worked example; 1050-124X shows the check character X.
test.each([
  ['0317-8471', '0317-8471'],
  ['ISSN 03178471 (Print)', '0317-8471'],
  ['1050-124x', '1050-124X'],
  ['0317-8472', ''],
  ['1050-1240', ''],
  ['no number', ''],
])('ISSN %p is %p', (text, issn) => expect(checkIssn(text)).toBe(issn));

// ISO 2108 / International ISBN Agency, Users' Manual: 978-3-16-148410-0; the ISBN-10 0-306-40615-2 becomes 978-0-306-40615-7.
test.each([
  ['978-3-16-148410-0', '9783161484100'],
  ['0-306-40615-2', '9780306406157'],
  ['978-3-16-148410-1', ''],
  ['0-306-40615-3', ''],
  ['0-8044-2957-X (hbk)', '9780804429573'],
])('ISBN %p is %p', (text, isbn) => expect(checkIsbn(text)).toBe(isbn));

test.each([
  ['https://doi.org/10.5555/ABC.def', '10.5555/abc.def'],
  ['doi:10.5555/x(2020)1.', '10.5555/x(2020)1'],
  ['(10.5555/x)', '10.5555/x'],
  ['10.5555%2Fslash', '10.5555/slash'],
  ['10.5555/s0140(99)1234-5;', '10.5555/s0140(99)1234-5'],
  ['11.5555/x', ''],
])('DOI %p is %p', (text, doi) => expect(normaliseDoi(text)).toBe(doi));

test.each([
  ['00123', '123'],
  ['99000101 [pmid]', '99000101'],
  ['0', ''],
  ['x12', ''],
])('PMID %p is %p', (text, pmid) => expect(normalisePmid(text)).toBe(pmid));
