import fc from 'fast-check';
import { type BibRecord, emptyRecord } from '@/core/record';
import { lacking, requestLine, requestMail } from './fields';
import { stateOfRequest, timingOf, timingWords } from './late';

const record = (more: Partial<BibRecord>): BibRecord => ({ ...emptyRecord(), ...more });

test('a book is lent, of what stands in something a copy is sent, and what is lacking is said', () => {
  const book = requestLine(1, record({ title: 'Mills', isbns: ['9789990550009'], dates: { online: '', issue: '2009', added: '' } }));
  expect(book).toMatchObject({ kind: 'loan', year: '2009', isbn: '9789990550009' });
  expect(lacking(book)).toEqual([]);
  const chapter = requestLine(2, record({ title: 'Sluices', container: 'Mills', pages: '3-9', isbns: ['9789990550009'] }));
  expect(chapter.kind).toBe('copy');
  expect(lacking(chapter)).toEqual(['a year']);
  expect(lacking(requestLine(3, record({})))).toEqual(['a title', 'what it stands in', 'a year']);
  const mail = requestMail([book, chapter], 'M. Reader', '2026-12-18');
  expect(mail).toContain('the following 2 works for a review. We need them by 2026-12-18.');
  expect(mail).toContain('2.\nour number: 2\nloan or copy: copy\ntitle: Sluices\nin: Mills\npages: 3-9\nISBN: 9789990550009');
  expect(mail).not.toContain('volume');
});

const days = (asked = '', promised = '', arrived = '', refused = '') => ({ asked, promised, arrived, refused });
test.each([
  [days(), 'to-ask', 0, false, ''],
  [days('2026-11-20'), 'asked', 3, false, '3 days late: expected by 2026-11-27'],
  [days('2026-11-28'), 'asked', 0, true, 'to be expected by 2026-12-05; not before the deadline (2026-12-04)'],
  [days('2026-11-20', '2026-11-29'), 'promised', 1, false, 'a day late: promised for 2026-11-29'],
  [days('2026-11-20', '2026-11-29', '2026-11-28'), 'arrived', 0, false, ''],
  [days('2026-11-20', '2026-11-29', '', '2026-11-25'), 'refused', 0, false, ''],
  // Refused by one library, then asked of another.
  [days('2026-11-26', '', '', '2026-11-25'), 'asked', 0, false, 'to be expected by 2026-12-03'],
])('%j stands as %s', (said, state, late, tooLate, words) => {
  const deadline = '2026-12-04';
  expect(stateOfRequest(said)).toBe(state);
  const timing = timingOf(said, '2026-11-30', state === 'to-ask' ? '' : deadline);
  expect(timing).toMatchObject({ late, tooLate });
  expect(timingWords(said, timing, deadline)).toBe(words);
});

test('the deadline warns in time: a week before, whatever the day', () => {
  expect(timingOf(days(), '2026-11-30', '2026-12-18').daysToAsk).toBe(11);
  expect(timingOf(days(), '2026-12-12', '2026-12-18')).toMatchObject({ daysToAsk: -1, tooLate: true });
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 400 }), (n) => {
      const today = new Date(Date.UTC(2026, 0, 1 + n)).toISOString().slice(0, 10);
      const { daysToAsk, tooLate } = timingOf(days(), today, '2026-12-18');
      expect(tooLate).toBe(daysToAsk! < 0);
    }),
  );
});
