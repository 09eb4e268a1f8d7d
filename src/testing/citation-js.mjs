/** Reads RIS entries (a JSON list of texts on standard input) with Citation.js and prints its CSL-JSON items. A process of its own: the package does not load inside Jest. */
import { Cite } from '@citation-js/core';
import '@citation-js/plugin-ris';

let input = '';
for await (const chunk of process.stdin) input += chunk;
process.stdout.write(JSON.stringify(JSON.parse(input).map((text) => new Cite(`${text}\n`).data[0])));
