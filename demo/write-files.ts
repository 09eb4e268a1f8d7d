/** tsx demo/write-files.ts: writes the demo's export files and its truth anew. A test says when they are stale. */
import { writeFileSync } from 'node:fs';
import { demoFiles } from './generate';

const { exports, truth } = demoFiles();
for (const [name, text] of Object.entries(exports)) writeFileSync(`demo/files/${name}`, text);
writeFileSync('demo/truth.json', truth);
