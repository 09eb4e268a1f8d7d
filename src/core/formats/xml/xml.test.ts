import { SaxesParser } from 'saxes';
import { readText } from '@/testing/read-text';
import { seeded } from '@/testing/seeded';
import { parseElement, XmlFault, type XmlNode } from './parse';
import { textBetweenTags } from './read';

/** Names, attributes and text in document order, as a general-purpose XML parser sees them. */
function bySaxes(text: string): unknown[] {
  const events: unknown[] = [];
  const parser = new SaxesParser({ fragment: false });
  const bare = (name: string) => name.split(':').at(-1)!;
  parser.on('opentag', (tag) =>
    events.push([bare(tag.name), Object.fromEntries(Object.entries(tag.attributes).map(([k, v]) => [bare(k), v]))]),
  );
  parser.on('closetag', (tag) => events.push(`/${bare(tag.name)}`));
  const add = (more: string) => {
    const last = events.at(-1);
    if (Array.isArray(last) && last[0] === '#') last[1] += more;
    else events.push(['#', more]);
  };
  parser.on('text', add);
  parser.on('cdata', add);
  parser.write(text).close();
  return tidy(events);
}
function ours(node: XmlNode): unknown[] {
  const events: unknown[] = [[node.name, { ...node.attrs }]];
  for (const c of node.content) {
    if (typeof c !== 'string') events.push(...ours(c));
    else if (Array.isArray(events.at(-1)) && (events.at(-1) as unknown[])[0] === '#') (events.at(-1) as string[])[1] += c;
    else events.push(['#', c]);
  }
  return [...events, `/${node.name}`];
}
/** White space between elements has no meaning in these formats. */
const tidy = (events: unknown[]): unknown[] =>
  events
    .filter((e) => !(Array.isArray(e) && e[0] === '#' && e[1].trim() === ''))
    .map((e) => (Array.isArray(e) && e[0] === '#' ? ['#', e[1].replace(/\s+/g, ' ')] : e));

// W3C XML 1.0: mixed content, the five entities, character numbers, CDATA, comments, attributes in either quotes.
test.each([
  '<a>one<b x="1" y=\'two "2"\'>two</b> three &amp; &lt; &#228; &#x1F642;</a>',
  '<p:a xmlns:p="u"><p:b/>\n  <!-- a <comment> --><![CDATA[<raw> & ]]>end</p:a>',
  '<a><b c="x > y">t</b><?pi a > b?></a>',
  '<a\n  b = "1"\n/>',
])('reads %s as a general-purpose parser does', (text) => expect(tidy(ours(parseElement(text)))).toEqual(bySaxes(text)));

test.each([1, 2, 3, 20240611])('whole documents of random elements agree with the parser, seed %i', (seed) => {
  const next = seeded(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const make = (depth: number): string => {
    const name = pick(['a', 'b-c', 'Title', 'x1']);
    const attrs = next() < 0.4 ? ` k="${pick(['v', 'a&amp;b', '>', "'"])}"` : '';
    if (depth > 5 || next() < 0.2) return `<${name}${attrs}/>`;
    const inner = Array.from({ length: Math.floor(next() * 4) }, () =>
      next() < 0.5 ? make(depth + 1) : pick(['text', 'ä &gt; b', '日本 ']),
    );
    return `<${name}${attrs}>${inner.join('')}</${name}>`;
  };
  for (let i = 0; i < 50; i++) {
    const text = make(0);
    expect(tidy(ours(parseElement(text)))).toEqual(bySaxes(text));
  }
});

test.each([
  ['<a><b></a>', /closes <b>/],
  ['<a>', /not closed/],
  ['<a>&nbsp;</a>', /&nbsp;.*none of the five/],
  ['<a>&x;</a>', /none of the five/],
  ['<a>AT&T</a>', /none of the five/],
  ['<a>&#xD800;</a>', /none of the five/],
  ['<a b></a>', /no attribute/],
  ['<a b=c></a>', /no attribute/],
  ['<1a/>', /no tag/],
  ['<a/><b/>', /second element/],
  ['<a><!ENTITY x "y"></a>', /declaration inside/],
  ['<a><!-- </a>', /has no end/],
  ['', /no element/],
])('refuses %s in words', (text, words) => {
  expect(() => parseElement(text)).toThrow(XmlFault);
  expect(() => parseElement(text)).toThrow(words);
});
test('deep nesting is refused, not followed', () => {
  expect(() => parseElement('<a>'.repeat(100_000))).toThrow(expect.objectContaining({ code: 'too-deep' }));
});

const article = (n: number, inner = '') =>
  `<PubmedArticle>\n<MedlineCitation><PMID>${n}</PMID><Article><ArticleTitle>Title ${n}</ArticleTitle>${inner}</Article></MedlineCitation>\n</PubmedArticle>\n`;
const HEAD = '<?xml version="1.0"?>\n<PubmedArticleSet>\n';

test.each([
  ['an entry that is not well formed', article(2, '<b>'), 'not-well-formed', 7],
  ['an entry with an unknown entity', article(2, '&deg;'), 'not-well-formed', 7],
  ['an entry that the next one cuts off', '<PubmedArticle><PMID>2</PMID>\n', 'entry-not-closed', 6],
  ['text between entries', 'Dear all, here they are\n', 'text-outside-entry', 5],
  ['an entry without title or identifier', '<PubmedArticle><MedlineCitation/></PubmedArticle>\n', 'no-title-or-identifier', 6],
])('%s is rejected with its line, and costs no other', async (_, middle, code, line) => {
  for (const size of [7, 1 << 16]) {
    const entries = await readText(`${HEAD}${article(1)}${middle}${article(3)}</PubmedArticleSet>\n`, 'pubmed-xml', size);
    expect(entries.map((e) => (e.kind === 'record' ? e.record.pmid : e.problem.code))).toEqual(['1', code, '3']);
    expect(entries.map((e) => e.ordinal)).toEqual([1, 2, 3]);
    expect(entries[1]).toMatchObject({ problem: { line } });
  }
});
test('a file cut off in the middle of an entry', async () => {
  const entries = await readText(`${HEAD}${article(1)}<PubmedArticle><Medline`, 'pubmed-xml');
  expect(entries).toMatchObject([{ kind: 'record' }, { kind: 'rejected', line: 6, problem: { code: 'entry-not-closed' } }]);
});

test.each([
  ['<a>x</a> y', 'x y'],
  ['<!-- a < b --><?pi <x> ?>kept', 'kept'],
  ['<!-- never closed <b>c</b>', '<!-- never closed c'],
  ['<!DOCTYPE x><x>', ''],
  ['<!DOCTYPE x [ <!ENTITY y "z"> ]>', '<!DOCTYPE x [ <!ENTITY y "z"> ]>'],
  ['1 < 2 and 3 > 2', '1 < 2 and 3 > 2'],
])('what stands between the tags of %s', (text, left) => expect(textBetweenTags(text)).toBe(left));
