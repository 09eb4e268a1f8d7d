import { createReadStream, readFileSync } from 'node:fs';
import { detectFormat, readEntries } from '@/core/formats';
for (const f of process.argv.slice(2)) {
  const d = detectFormat(readFileSync(f).subarray(0, 65536)) as any;
  for await (const e of readEntries(createReadStream(f), d.format)) if (e.kind === 'record') console.log(JSON.stringify(e.record));
}
