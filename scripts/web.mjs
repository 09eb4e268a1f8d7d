/** The web server: the framework behind our gate. PORT says where on loopback; NARROW_SIEVE_ORIGIN how a proxy is reached. */
import { createServer } from 'node:http';
import next from 'next';
import { createGate, originsOf } from './gate.mjs';
import { endWithParent } from './parent.mjs';
import { ROOT } from './system.mjs';

// Nobody waits for ever: for a lock, for a question, or for somebody who began a change and went away. Jobs have no such bounds.
process.env.PGOPTIONS ??= '-c lock_timeout=30s -c statement_timeout=10min -c idle_in_transaction_session_timeout=10min';

const development = process.argv.includes('--dev');
const port = Number(process.env.PORT);
const hostname = '127.0.0.1';
const origins = originsOf(port, process.env.NARROW_SIEVE_ORIGIN);
const application = next({ dev: development, dir: ROOT, hostname, port });
const started = Date.now();
await application.prepare();
const handle = application.getRequestHandler();
const gate = createGate({ origins, development });

const server = createServer((request, response) => {
  if (!gate(request, response)) return;
  handle(request, response).catch((error) => {
    console.error('[web]', error);
    response.destroy();
  });
});
if (development)
  server.on('upgrade', (request, socket, head) => {
    if (origins.some((o) => new URL(o).host === request.headers.host)) application.getUpgradeHandler()(request, socket, head);
    else socket.destroy();
  });
// A slow line may need hours for a large file; one on which nothing moves for two minutes is given up.
server.requestTimeout = 0;
server.headersTimeout = 20_000;
server.setTimeout(120_000);
server.listen(port, hostname, () => console.log(`Ready in ${Date.now() - started} ms at http://${hostname}:${port}`));

function stop() {
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  setTimeout(() => process.exit(0), 5000).unref();
}
for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, stop);
endWithParent(stop);
