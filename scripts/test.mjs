/** npm test: installs what the tests need, runs all checks and tests, and ends with the numbers passed and failed. */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join, relative } from 'node:path';
import { stripVTControlCharacters } from 'node:util';
import { askAdvisories } from './advisories.mjs';
import { ensureBuild, runTypeScript } from './application.mjs';
import { findPostgres, startPostgres } from './postgres.mjs';
import { checkNode, ensurePackages, ensurePostgres, installDebian, main, ROOT } from './system.mjs';

const DATA = join(ROOT, '.data', 'test');
const CHROMIUM = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium';
const bin = (name, file) => join(ROOT, 'node_modules', name, file);
const totals = { passed: 0, failed: 0, skipped: 0, flaky: 0 };
/** What failed and why, to be said once more at the end, where it is looked for. */
const failures = [];

/** The first lines of what a runner says of a failure. */
const shortOf = (message) =>
  stripVTControlCharacters(message ?? '')
    .split('\n')
    .filter((line) => line.trim() !== '')
    .slice(0, 8)
    .join('\n');

/** Journeys that failed, out of the runner's nested report. */
function failedJourneys(suite) {
  const own = (suite.specs ?? []).filter((spec) => !spec.ok);
  const told = own.map((spec) => {
    const errors = spec.tests.flatMap((t) => t.results.flatMap((r) => r.errors));
    return `${spec.file}: ${spec.title}\n${errors.map((e) => `line ${e.location?.line ?? '?'}: ${shortOf(e.message)}`).join('\n')}`;
  });
  return [...told, ...(suite.suites ?? []).flatMap(failedJourneys)];
}

/** Unit tests that failed, and files that could not be run. */
const failedUnits = (report) =>
  report.testResults.flatMap((file) => {
    const name = relative(ROOT, file.name);
    const failed = file.assertionResults.filter((test) => test.status === 'failed');
    if (file.status === 'failed' && failed.length === 0) return [`${name}\n${shortOf(file.message)}`];
    return failed.map((test) => `${name}: ${test.fullName}\n${shortOf(test.failureMessages[0])}`);
  });

/** Runs one check that passes or fails as a whole. */
function check(name, args, env = {}) {
  const from = Date.now();
  const result = spawnSync(process.execPath, args, { cwd: ROOT, encoding: 'utf8', env: { ...process.env, ...env }, maxBuffer: 1 << 26 });
  const ok = result.status === 0;
  console.log(`${ok ? 'ok  ' : 'FAIL'} ${name} (${((Date.now() - from) / 1000).toFixed(1)} s)`);
  if (!ok) {
    console.log(`${result.stdout}\n${result.stderr}`);
    failures.push(name);
  }
  totals[ok ? 'passed' : 'failed']++;
}

/** Runs a test runner that writes a JSON report, and adds its numbers; a runner that breaks off counts as a failure. */
function suite(name, args, env, report, read, failedOf) {
  rmSync(report, { force: true });
  const from = Date.now();
  const result = spawnSync(process.execPath, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
  const told = existsSync(report) ? JSON.parse(readFileSync(report, 'utf8')) : null;
  const counts = told ? read(told) : { passed: 0, failed: 1, skipped: 0 };
  failures.push(...(told ? failedOf(told) : [`${name}: it broke off`]));
  if (result.status !== 0 && counts.failed === 0) counts.failed = 1;
  if (counts.passed === 0 && counts.failed === 0) counts.failed = 1;
  for (const key of Object.keys(totals)) totals[key] += counts[key] ?? 0;
  console.log(
    `${counts.failed ? 'FAIL' : 'ok  '} ${name}: ${counts.passed} passed, ${counts.failed} failed (${((Date.now() - from) / 1000).toFixed(1)} s)`,
  );
}

await main(async () => {
  checkNode();
  ensurePackages();
  ensurePostgres(findPostgres);
  if (!existsSync(CHROMIUM)) installDebian(['chromium'], 'Chromium');
  mkdirSync(DATA, { recursive: true });
  const only = process.argv[2];
  const wants = (part) => !only || only === part;

  if (wants('check')) {
    // The type check wants the route types that a build writes.
    ensureBuild();
    check('format and lint (biome)', [bin('@biomejs/biome', 'bin/biome'), 'ci', '--error-on-warnings', '.']);
    check('types (strict)', [bin('ts7', 'bin/tsc'), '--noEmit']);
    check('import rules (dependency-cruiser)', [
      bin('dependency-cruiser', 'bin/dependency-cruise.mjs'),
      '--config',
      '.dependency-cruiser.cjs',
      'src',
      'demo',
    ]);
    check('dead code (knip)', [bin('knip', 'bin/knip.js')]);
    const advisories = askAdvisories();
    if (!advisories.known) console.log('skip known weaknesses of packages: the registry gives no such data');
    else {
      console.log(`${advisories.open.length ? 'FAIL' : 'ok  '} known weaknesses of packages`);
      for (const open of advisories.open) console.log(open);
      totals[advisories.open.length ? 'failed' : 'passed']++;
    }
  }
  const database = await startPostgres({ folder: join(DATA, 'postgres'), firstPort: 54500, database: 'narrow_sieve_test', durable: false });
  const env = { DATABASE_URL: database.url, NARROW_SIEVE_DATA: DATA, NODE_NO_WARNINGS: '1' };
  try {
    if (wants('unit')) {
      runTypeScript('src/platform/db/migrate.ts', ['up'], env);
      check('migrations make the schema', ['--import', 'tsx', 'src/platform/db/migrate.ts', 'check'], env);
      const report = join(DATA, 'jest.json');
      suite(
        'unit and database tests (jest)',
        [bin('jest', 'bin/jest.js'), '--json', `--outputFile=${report}`],
        { ...env, NODE_OPTIONS: '--experimental-vm-modules' },
        report,
        (r) => ({
          passed: r.numPassedTests,
          failed: r.numFailedTests + r.numRuntimeErrorTestSuites,
          skipped: r.numPendingTests,
        }),
        failedUnits,
      );
    }
    if (wants('e2e')) {
      ensureBuild();
      const report = join(DATA, 'playwright.json');
      const e2e = await import('./e2e-server.mjs');
      const servers = await e2e.startForTests(database, DATA);
      try {
        suite(
          'journeys in Chromium (playwright)',
          [bin('@playwright/test', 'cli.js'), 'test', ...process.argv.slice(3)],
          { ...servers.env, CHROMIUM_PATH: CHROMIUM, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
          report,
          (r) => ({
            passed: r.stats.expected + r.stats.flaky,
            failed: r.stats.unexpected,
            flaky: r.stats.flaky,
            skipped: r.stats.skipped,
          }),
          failedJourneys,
        );
      } finally {
        await servers.stop();
      }
    }
  } finally {
    if (database.started) database.stop();
  }
  for (const failure of failures) console.log(`\nFAIL ${failure}`);
  console.log(
    `\n${totals.passed} passed, ${totals.failed} failed${totals.skipped ? `, ${totals.skipped} skipped` : ''}${totals.flaky ? `, ${totals.flaky} of them only on a second try` : ''}`,
  );
  process.exitCode = totals.failed ? 1 : 0;
});
