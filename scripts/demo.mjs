/** npm run demo: installs what is missing, starts everything, loads the demo review and prints the address. */
import { keepRunning, onLoopbackOnly, runTypeScript, startStandins } from './application.mjs';
import { freePort } from './postgres.mjs';
import { DATA, runApplication } from './run-application.mjs';
import { main } from './system.mjs';

// Whoever is at this machine may be one of the people of the demo: nobody else may reach it.
await main(async () => onLoopbackOnly(process.env));
await runApplication({
  env: { NARROW_SIEVE_DEMO: '1' },
  development: process.argv.includes('--dev'),
  // The databases that are searched: small servers of ours, on loopback.
  beside: async () => {
    const port = await freePort(3290);
    const part = await keepRunning('stand-in databases', () => startStandins(port));
    return { part, env: { SEARCH_STANDINS: String(port), SEARCH_SERVERS: `${process.env.SEARCH_SERVERS ?? ''} 127.0.0.1:${port}`.trim() } };
  },
  before: (env) => process.stdout.write(runTypeScript('demo/load.ts', [], env)),
  running: (port, _env, own) =>
    console.log(
      `\nNarrow Sieve is at http://127.0.0.1:${port}\nCtrl-C stops it. Data are kept in ${own ? DATA : `the database of DATABASE_URL, imported files in ${DATA}`}.`,
    ),
});
