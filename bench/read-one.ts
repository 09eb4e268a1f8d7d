/** tsx bench/read-one.ts FORMAT FILE: reads one file with our reader and prints a line of figures as JSON. */

import { createReadStream } from 'node:fs';
import { type Format, readBatches } from '@/core/formats';

const [format, path] = process.argv.slice(2) as [Format, string];
const from = process.hrtime.bigint();
let [records, rejected, bytes] = [0, 0, 0];
async function* chunks() {
  for await (const chunk of createReadStream(path, { highWaterMark: 1 << 19 })) {
    bytes += (chunk as Buffer).length;
    yield chunk as Buffer;
  }
}
for await (const batch of readBatches(chunks(), format)) for (const entry of batch) entry.kind === 'record' ? records++ : rejected++;
const seconds = Number(process.hrtime.bigint() - from) / 1e9;
console.log(JSON.stringify({ records, rejected, bytes, seconds, rssMegabytes: process.resourceUsage().maxRSS / 1000 }));
