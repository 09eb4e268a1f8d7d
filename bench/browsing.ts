import { ANYBODY } from '@/platform/verbs/rights';
/** The sieve in Chromium: columns until they can be asked, and from a click to painted counts. Wants DATABASE_URL. */

import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { MikroORM } from '@mikro-orm/postgresql';
import { chromium, type Page } from '@playwright/test';
import { DEFAULT_PROFILE } from '@/core/parity';
import type { Columns } from '@/core/sieve';
import { databaseUrl, ormConfig } from '@/platform/db/config';
import { Review } from '@/platform/db/schema';
import { writeColumns } from '@/stages/classify/store/stored-columns';
import { createReview } from '@/stages/question/commands/create-review';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { ensureBuild, startWeb, stopProgram } from '../scripts/application.mjs';
import { freePort } from '../scripts/postgres.mjs';
import { row } from './print';
import { EIGHT, seededWorks } from './sieving';
import { MEASURED, signIn } from './signed-in';

export async function browsing() {
  ensureBuild();
  const orm = await MikroORM.init(ormConfig());
  const port = await freePort(53300);
  const web = await startWeb(port, {
    DATABASE_URL: databaseUrl(),
    NARROW_SIEVE_DATA: mkdtempSync(join(tmpdir(), 'narrow-sieve-bench-')),
    ...MEASURED,
  });
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.context().addCookies(await signIn(orm.em.fork(), `http://127.0.0.1:${port}`));
    const two = await review(orm, seededWorks(200_000));
    await loaded(page, `http://127.0.0.1:${port}/reviews/${two}/sieve`, 200_000);
    const one = await review(orm, seededWorks(100_000));
    await clicks(page, `http://127.0.0.1:${port}/reviews/${one}/sieve?limiter=peer`);
  } finally {
    await browser.close();
    await stopProgram(web);
    await orm.close(true);
  }
}

/** A review with columns and a sieve, and no more: the funnel needs nothing else. */
async function review(orm: MikroORM, columns: Columns): Promise<string> {
  const ctx = () => ({ em: orm.em.fork(), person: ANYBODY, now: () => new Date() });
  const { id } = await createReview(ctx(), {
    ...{ title: 'bench', question: '', kind: 'treatment-benefit', population: '', intervention: '', comparison: '', outcome: '' },
    ...{ asOf: '2026-09-14', scheme: 'ocebm-2011', person: 'bench' },
  });
  for (const [i, tag] of ['AA', 'BB', 'CC', 'DD', 'EE', 'FF'].entries()) {
    const made = await saveDatabase(ctx(), id, { id: null, name: `Bench ${tag}`, tag, profile: DEFAULT_PROFILE });
    if (!made.ok) throw new Error(made.message);
    columns.databases[i] = made.id;
  }
  await orm.em.fork().transactional(async (tx) => {
    await tx.nativeUpdate(Review, { id }, { revision: columns.revision, sieve: EIGHT });
    await writeColumns(tx, id, columns, 'bench');
  });
  return id;
}

async function loaded(page: Page, address: string, works: number) {
  await page.goto(address);
  await page
    .getByText(`${works.toLocaleString('en-GB')} works`, { exact: false })
    .first()
    .waitFor();
  const times: number[] = [];
  let bytes = 0;
  for (let i = 0; i < 7; i++) {
    await page.reload();
    await page
      .getByText(`${works.toLocaleString('en-GB')} works`, { exact: false })
      .first()
      .waitFor();
    const entry = await page.evaluate(() => {
      const [e] = performance.getEntriesByType('resource').filter((r) => r.name.includes('/columns')) as PerformanceResourceTiming[];
      return { took: e!.responseEnd - e!.startTime, bytes: e!.encodedBodySize };
    });
    times.push(entry.took);
    bytes = entry.bytes;
  }
  times.sort((a, b) => a - b);
  row(
    `columns of ${works.toLocaleString('en-GB')} works in the browser`,
    `${times[3]!.toFixed(0)} ms (median of 7, most ${times[6]!.toFixed(0)}), ${(bytes / 1e6).toFixed(2)} MB on the wire`,
  );
}

/** From a click on a policy to the frame in which the counts stand painted. */
async function clicks(page: Page, address: string) {
  await page.goto(address);
  await page.getByRole('radio', { name: 'Stop' }).waitFor();
  await page.getByText('100,000 works', { exact: false }).first().waitFor();
  const times = await page.evaluate(async () => {
    const table = document.querySelector('table')!;
    const radios = [...document.querySelectorAll<HTMLElement>('[role="radio"]')].filter((r) =>
      /^(?:Hold|Stop|Let through)$/.test(r.textContent ?? ''),
    );
    const measured: number[] = [];
    for (let i = 0; i < 60; i++) {
      const radio = radios[i % 3]!;
      if (radio.getAttribute('aria-checked') === 'true') continue;
      const took = await new Promise<number>((resolve) => {
        const start = performance.now();
        const seen = new MutationObserver((changes) => {
          if (!changes.some((c) => c.type === 'characterData' || c.addedNodes.length > 0)) return;
          seen.disconnect();
          // The frame after next begins when the one with the new numbers was painted.
          requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - start)));
        });
        seen.observe(table, { subtree: true, childList: true, characterData: true });
        radio.click();
      });
      measured.push(took);
      await new Promise((r) => setTimeout(r, 500));
    }
    return measured;
  });
  const of = (list: number[]) => {
    const sorted = list.toSorted((a, b) => a - b);
    return `p50 ${sorted[Math.floor(sorted.length / 2)]!.toFixed(0)} ms, p95 ${sorted[Math.floor(sorted.length * 0.95)]!.toFixed(0)} ms`;
  };
  row(
    'from a click to painted counts, 100,000 works',
    `${of(times)} of ${times.length} clicks on a page just opened; ${of(times.slice(20))} from the 21st on`,
  );
}
