import { openAdvisories } from './advisories.mjs';

const report = (...via: object[]) => JSON.stringify({ vulnerabilities: { made: { via: ['another', ...via] } } });
const weak = { source: 77, name: 'made-up', title: 'It reads too much', severity: 'high', url: 'https://example.org/77' };

test.each([
  ['a serious one', report(weak), {}, ['made-up: It reads too much (77, https://example.org/77)']],
  ['one that is accepted', report(weak), { 77: 'the weak part is not reached' }, []],
  ['one that is not serious', report({ ...weak, severity: 'low' }), {}, []],
  ['none', report(), {}, []],
])('%s', (_, text, accepted, open) => expect(openAdvisories(text, accepted)).toEqual({ known: true, open }));
test.each(['', 'not JSON', '{"message": "405 Method Not Allowed"}', 'null'])('a registry that gives no data: %j', (text) =>
  expect(openAdvisories(text)).toEqual({ known: false }),
);
