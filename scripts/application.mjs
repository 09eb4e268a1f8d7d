/** Building and running the application: shared by the demo, development and the tests. Plain Node. */
import { spawn } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { totalmem } from 'node:os';
import { join } from 'node:path';
import { Advice, hashFiles, ROOT, run } from './system.mjs';

const NEXT = join(ROOT, 'node_modules', 'next', 'dist', 'bin', 'next');
export const TSX = ['--import', 'tsx'];

/** Builds the application when its sources have changed since the last build. */
export function ensureBuild() {
  const stamp = join(ROOT, '.next', 'narrow-sieve-sources');
  const sources = ['src', 'package-lock.json', 'next.config.ts', 'postcss.config.mjs', 'tsconfig.json'].map((p) => join(ROOT, p));
  const wanted = hashFiles(sources);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  console.log('Building the application (about a minute) …');
  run(process.execPath, [NEXT, 'build'], { env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' } });
  writeFileSync(stamp, wanted);
}

/**
 * Starts a program that goes on running.
 * @param {string[]} args arguments to node
 * @param {RegExp} ready what it prints when it is ready
 * @returns {Promise<import('node:child_process').ChildProcess>}
 */
export function startProgram(name, args, env, ready) {
  // A group of its own, so that Ctrl-C reaches only us and everything is stopped in order.
  const child = spawn(process.execPath, args, {
    cwd: ROOT,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true,
  });
  return new Promise((resolve, reject) => {
    let output = '';
    const onData = (chunk) => {
      output = (output + chunk).slice(-20_000);
      if (ready.test(output)) resolve(child);
    };
    child.stdout.on('data', onData);
    child.stderr.on('data', (chunk) => {
      onData(chunk);
      if (!/MaxListeners|ExperimentalWarning/.test(String(chunk))) process.stderr.write(chunk);
    });
    child.once('exit', (code) => reject(new Error(`The ${name} stopped with code ${code}:\n${output}`)));
    setTimeout(() => {
      reject(new Error(`The ${name} was not ready after 90 seconds:\n${output}`));
      // Ready or not by now, one that nobody waits for any more must not hold the port.
      if (!ready.test(output)) void stopProgram(child);
    }, 90_000).unref();
  });
}

/**
 * Keeps a part of the application running: when it ends by itself it is started again, at first at once, then after a
 * pause that grows to half a minute.
 * @param {() => Promise<import('node:child_process').ChildProcess>} start
 * @returns {Promise<{ pid(): number | undefined, stop(): Promise<void> }>} when it runs for the first time
 * @throws Error when it does not start that first time
 */
export async function keepRunning(name, start) {
  let child = await start();
  let stopping = false;
  const pause = (seconds) => new Promise((done) => setTimeout(done, seconds * 1000));
  const watch = () =>
    child.once('exit', async (code, signal) => {
      for (let seconds = 1; !stopping; seconds = Math.min(2 * seconds, 30)) {
        console.error(`The ${name} stopped (${signal ?? `code ${code}`}); it is started again.`);
        await pause(seconds);
        if (stopping) return;
        try {
          child = await start();
          if (stopping) await stopProgram(child);
          else watch();
          return;
        } catch (error) {
          console.error(error.message);
        }
      }
    });
  watch();
  return {
    /** Its process as it is now. */
    pid: () => child.pid,
    async stop() {
      stopping = true;
      await stopProgram(child);
    },
  };
}

/** Asks a program and what it started to end, and makes them after ten seconds. */
export async function stopProgram(child) {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const signal = (name) => {
    try {
      process.kill(-child.pid, name);
    } catch {
      // It ended by itself meanwhile.
    }
  };
  signal('SIGTERM');
  const timer = setTimeout(() => signal('SIGKILL'), 10_000);
  await ended;
  clearTimeout(timer);
}

/** The stand-in databases of the demo. @param {number} [scale] less than one makes them smaller */
export const startStandins = (port, scale = 1, dayMs = 15_000) =>
  startProgram('stand-in databases', [...TSX, 'demo/servers/run.ts', String(port), String(scale), String(dayMs)], {}, /answer on port/);

/** Runs a TypeScript program of ours to its end. */
export const runTypeScript = (file, args, env) => run(process.execPath, [...TSX, file, ...args], { env: { ...process.env, ...env } });

/** In the demo anybody may be anybody: it is answered on loopback alone. @throws Advice when it is asked to be elsewhere */
export function onLoopbackOnly({ HOST, PUBLIC_URL, NARROW_SIEVE_ORIGIN }) {
  const elsewhere = [HOST, PUBLIC_URL, NARROW_SIEVE_ORIGIN].filter(Boolean);
  if (elsewhere.every((place) => LOOPBACK.test(place))) return;
  throw new Advice(
    `The demo lets anybody be anybody, so it listens on this machine alone: leave out HOST, PUBLIC_URL and NARROW_SIEVE_ORIGIN, or start the application with "npm start".`,
  );
}
const LOOPBACK = /^(?:https?:\/\/)?(?:127(?:\.\d{1,3}){3}|localhost|\[?::1\]?)(?::\d+)?\/?$/;

/** The web server, on a port of loopback unless HOST says otherwise. */
export const startWeb = (port, env, { development = false } = {}) =>
  startProgram(
    'web server',
    [join(ROOT, 'scripts', 'web.mjs'), ...(development ? ['--dev'] : [])],
    { ...env, PORT: String(port), NODE_ENV: development ? 'development' : 'production', NEXT_TELEMETRY_DISABLED: '1' },
    /Ready in/,
  );
/**
 * A page of works, while it is judged, fits into young memory of this size: what is short-lived is then never taken for
 * old. Merging holds the keys of all records of a review: it may take half of the machine's memory.
 */
export const WORKER_MEMORY = ['--max-semi-space-size=64', `--max-old-space-size=${Math.floor(totalmem() / 2 ** 21)}`];
export const startWorker = (env) =>
  startProgram('worker', [...WORKER_MEMORY, ...TSX, 'src/workers/background.ts'], env, /\[worker\] ready/);
