/**
 * tsx bench/read-one.ts FORMAT FILE: reads one file with our reader and prints a line of figures as JSON. As `bare` it is
 * only decoded and its lines counted, which no reader can do without.
 */

import { createReadStream } from 'node:fs';
import { type Format, readBatches } from '@/core/formats';
import { utf8Text } from '@/platform/files/utf8-text';

const [format, path] = process.argv.slice(2) as [Format | 'bare', string];
const from = process.hrtime.bigint();
let [records, rejected, bytes] = [0, 0, 0];
async function* chunks() {
  for await (const chunk of createReadStream(path, { highWaterMark: 1 << 19 })) {
    bytes += (chunk as Buffer).length;
    yield chunk as Buffer;
  }
}
if (format === 'bare') {
  const decoder = new TextDecoder();
  for await (const chunk of chunks()) {
    const text = decoder.decode(chunk, { stream: true });
    for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) records++;
  }
} else
  for await (const batch of readBatches(chunks(), format, { utf8: utf8Text }))
    for (const entry of batch) entry.kind === 'record' ? records++ : rejected++;
const seconds = Number(process.hrtime.bigint() - from) / 1e9;
console.log(JSON.stringify({ records, rejected, bytes, seconds, rssMegabytes: process.resourceUsage().maxRSS / 1000 }));
