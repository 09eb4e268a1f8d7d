/** tsx demo/write-files.ts: writes the demo's export files and its truth anew. A test says when they are stale. */
import { writeFileSync } from 'node:fs';
import { demoFiles } from './generate';
import { millFiles } from './mills/files';

const [night, mills] = [demoFiles(), millFiles()];
for (const [name, text] of [...Object.entries(night.exports), ...Object.entries(mills.exports)]) writeFileSync(`demo/files/${name}`, text);
writeFileSync('demo/truth.json', night.truth);
writeFileSync('demo/mills/truth.json', mills.truth);
