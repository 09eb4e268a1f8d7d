/**
 * The web server: the framework behind our gate, in as many processes as there are cores, which share nothing but the
 * database. HOST and PORT say where, loopback unless said; PUBLIC_URL how people reach it; TRUSTED_PROXIES how many proxies
 * of one's own stand in front; WEB_PROCESSES how many there are.
 */
import cluster from 'node:cluster';
import { createServer } from 'node:http';
import { availableParallelism } from 'node:os';
import next from 'next';
import { onLoopbackOnly } from './application.mjs';
import { createGate, originsOf } from './gate.mjs';
import { endWithParent } from './parent.mjs';
import { ROOT } from './system.mjs';

// Nobody waits for ever: for a lock, for a question, or for somebody who began a change and went away. Jobs have no such bounds.
process.env.PGOPTIONS ??= '-c lock_timeout=30s -c statement_timeout=10min -c idle_in_transaction_session_timeout=10min';

/** More of them hold more copies of a review in memory than they save time. */
const MOST_PROCESSES = 4;
const development = process.argv.includes('--dev');
const port = Number(process.env.PORT);
const hostname = process.env.HOST || '127.0.0.1';
if (process.env.NARROW_SIEVE_DEMO === '1') onLoopbackOnly(process.env);
const processes = development ? 1 : Number(process.env.WEB_PROCESSES) || Math.min(MOST_PROCESSES, availableParallelism());

if (processes > 1 && cluster.isPrimary) share();
else await serve();

/** Starts the processes, and another for each that ends. */
function share() {
  const started = Date.now();
  let listening = 0;
  let stopping = false;
  const stop = () => {
    stopping = true;
    for (const worker of Object.values(cluster.workers ?? {})) worker?.kill('SIGTERM');
    setTimeout(() => process.exit(0), 6000).unref();
  };
  cluster.on('listening', () => {
    listening++;
    if (listening === processes) console.log(`Ready in ${Date.now() - started} ms at http://${hostname}:${port}`);
  });
  cluster.on('exit', (worker, code, signal) => {
    if (stopping) {
      if (Object.keys(cluster.workers ?? {}).length === 0) process.exit(0);
      return;
    }
    // One that cannot even begin is for whoever started us to see.
    if (listening < processes) process.exit(code ?? 1);
    console.error(`[web] process ${worker.process.pid} ended (${signal ?? `code ${code}`}); another is started`);
    setTimeout(() => !stopping && cluster.fork(), 500);
  });
  for (let i = 0; i < processes; i++) cluster.fork();
  for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, stop);
  endWithParent(stop);
}

async function serve() {
  const origins = originsOf(port, [process.env.NARROW_SIEVE_ORIGIN, process.env.PUBLIC_URL].filter(Boolean).join(','));
  const application = next({ dev: development, dir: ROOT, hostname, port });
  const started = Date.now();
  await application.prepare();
  const handle = application.getRequestHandler();
  const gate = createGate({
    origins,
    development,
    trustedProxies: Number(process.env.TRUSTED_PROXIES) || 0,
    secure: !!process.env.PUBLIC_URL?.startsWith('https:'),
  });

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
  server.listen(port, hostname, () => {
    if (cluster.isPrimary) console.log(`Ready in ${Date.now() - started} ms at http://${hostname}:${port}`);
  });

  const stop = () => {
    // The process that shared the port out is gone, and the port with it.
    if (cluster.isWorker && !process.connected) process.exit(0);
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    setTimeout(() => process.exit(0), 5000).unref();
  };
  for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, stop);
  endWithParent(stop);
}
