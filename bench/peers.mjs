/**
 * node bench/peers.mjs FORMAT FILE RECORDS: what a general-purpose library makes of the first so many records of the same
 * file, as a line of figures. RIS: Citation.js and its RIS plugin, entry by entry. BibTeX: @retorquere/bibtex-parser. PubMed XML: saxes, events only, no
 * records made. MEDLINE tagged: no library of the registry reads it, so the plainest reading stands in: readline and
 * one regular expression a line.
 */
import { createReadStream, readFileSync } from 'node:fs';
import { createInterface } from 'node:readline';

const [format, path, most] = [process.argv[2], process.argv[3], Number(process.argv[4])];

async function ris() {
  const { plugins } = await import('@citation-js/core');
  await import('@citation-js/plugin-ris');
  const text = readFileSync(path, 'utf8');
  const entries = text.split(/(?<=\nER {2}- ?\r?\n)/).slice(0, most);
  const from = process.hrtime.bigint();
  let records = 0;
  for (const entry of entries) records += plugins.input.chain(entry.trim(), { generateGraph: false }).length;
  return { records, bytes: Buffer.byteLength(entries.join('')), from, name: 'Citation.js with its RIS plugin' };
}

async function pubmed() {
  const { SaxesParser } = await import('saxes');
  const parser = new SaxesParser();
  let records = 0;
  let bytes = 0;
  parser.on('opentag', (tag) => {
    if (tag.name === 'PubmedArticle') records++;
  });
  parser.on('text', () => {});
  const from = process.hrtime.bigint();
  for await (const chunk of createReadStream(path, { highWaterMark: 1 << 18, encoding: 'utf8' })) {
    parser.write(chunk);
    bytes += Buffer.byteLength(chunk);
    if (records >= most) break;
  }
  return { records, bytes, from, name: 'saxes, events only' };
}

async function nbib() {
  const from = process.hrtime.bigint();
  let [records, bytes] = [0, 0];
  let fields = [];
  for await (const line of createInterface({ input: createReadStream(path), crlfDelay: Infinity })) {
    bytes += Buffer.byteLength(line) + 1;
    const found = /^([A-Z]{2,4}) {0,2}- ?(.*)$/.exec(line);
    if (found) fields.push([found[1], found[2]]);
    else if (line.trim() === '') {
      if (fields.length) records++;
      fields = [];
      if (records >= most) break;
    } else if (fields.length) fields.at(-1)[1] += ` ${line.trim()}`;
  }
  return { records, bytes, from, name: 'readline and a regular expression, fields only' };
}

async function bibtex() {
  const { parse } = await import('@retorquere/bibtex-parser');
  const text = readFileSync(path, 'utf8')
    .split(/(?=^@)/m)
    .slice(0, most)
    .join('');
  const from = process.hrtime.bigint();
  const { entries } = parse(text, { sentenceCase: false, english: false, unsupported: 'ignore' });
  return { records: entries.length, bytes: Buffer.byteLength(text), from, name: '@retorquere/bibtex-parser' };
}

const { records, bytes, from, name } = await { bibtex, ris, nbib, 'pubmed-xml': pubmed }[format]();
const seconds = Number(process.hrtime.bigint() - from) / 1e9;
console.log(JSON.stringify({ name, records, bytes, seconds, rssMegabytes: process.resourceUsage().maxRSS / 1000 }));
