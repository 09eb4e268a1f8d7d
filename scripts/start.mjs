/**
 * npm start [web|worker]: the application for a team. HOST and PORT say where it listens (127.0.0.1:3210), PUBLIC_URL how
 * people reach it, DATABASE_URL where its PostgreSQL is; without one a server of its own is started in NARROW_SIEVE_DATA.
 * DATABASE_OWNER_URL is who owns the tables, for migrations, where the application itself shall own nothing.
 */
import { runTypeScript } from './application.mjs';
import { runApplication } from './run-application.mjs';
import { Advice, main } from './system.mjs';

/** One host may answer and another do the work in the background: both, unless said. */
const [part] = process.argv.slice(2);
const { PUBLIC_URL, HOST } = process.env;
await main(async () => {
  if (part && !['web', 'worker'].includes(part))
    throw new Advice('Start all of it with "npm start", or a part of it with "npm start web" or "npm start worker".');
  if (PUBLIC_URL && !URL.canParse(PUBLIC_URL))
    throw new Advice(`PUBLIC_URL: "${PUBLIC_URL}" is not an address like https://sieve.example.org.`);
  if (HOST && !PUBLIC_URL) throw new Advice('HOST says where to listen; say in PUBLIC_URL under which address people reach it.');
});
await runApplication({
  env: { NARROW_SIEVE_DEMO: '' },
  web: part !== 'worker',
  worker: part !== 'web',
  running(port, env) {
    if (part !== 'worker') {
      console.log(`\nNarrow Sieve is at ${PUBLIC_URL ?? `http://127.0.0.1:${port}`}`);
      // Somebody must be able to let the others in: until there is an administrator, whoever has this link becomes one.
      process.stdout.write(runTypeScript('src/platform/sign-in/first-link.ts', [], env));
    }
    console.log('Ctrl-C stops it.');
  },
});
