/** tsx demo/servers/run.ts PORT SCALE DAY_MS: the stand-in databases on loopback, until the process ends. */
import { endWithParent } from '../../scripts/parent.mjs';
import { serveStandins } from './serve';

endWithParent(async () => process.exit(0));

const { port, ready } = await serveStandins(Number(process.argv[2] ?? 0), Number(process.argv[3] ?? 1), Number(process.argv[4] ?? 15_000));
console.log(`The stand-in databases answer on port ${port}.`);
// Whoever asks first does not wait until the records are made.
setTimeout(ready, 500);
