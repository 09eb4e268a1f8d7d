/** tsx demo/write-files.ts: writes the demo's export files and its truth anew. A test says when they are stale. */
import { writeFileSync } from 'node:fs';
import { demoFiles } from './generate';

const files = demoFiles();
writeFileSync('demo/files/vellmora.ris', files.vellmora);
writeFileSync('demo/files/ostrane.nbib', files.ostrane);
writeFileSync('demo/truth.json', files.truth);
