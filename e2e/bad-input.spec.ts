import { expect } from '@playwright/test';
import { startWeb, stopProgram } from '../scripts/application.mjs';
import { freePort } from '../scripts/postgres.mjs';
import { addDatabase, createReview, fileOf, workOf } from './helpers';
import { placeOf, test } from './test';

test('files that cannot be read are refused in words, and nothing is added', async ({ page }) => {
  const id = await createReview(page, 'Bad input');
  await page.goto(`/reviews/${id}/retrieve`);
  await addDatabase(page, 'Quillby', 'QA');
  const send = (name: string, content: string | Buffer) =>
    page.getByLabel('Files from Quillby', { exact: true }).setInputFiles(fileOf(name, content));
  for (const [name, content, words] of [
    ['empty.ris', '', 'empty.ris: The file is empty.'],
    ['photo.nbib', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 13]), 'photo.nbib: This is a binary file'],
    ['table.ris', 'colour,weight\nred,2\n', 'table.ris: No line that opens a RIS entry'],
  ] as const) {
    await send(name, content);
    await expect(page.getByRole('alert').filter({ hasText: words })).toBeVisible();
  }
  const truncated = Buffer.concat([
    Buffer.from('TY  - JOUR\nTI  - F'),
    Buffer.from([0xfc]),
    Buffer.from('r Knie\nPY  - 2020\nER  - \nTY  - JOUR\nTI  - Cut off in the mid'),
  ]);
  // This one is dropped, not chosen.
  const dropped = await page.evaluateHandle(
    (bytes) => {
      const data = new DataTransfer();
      data.items.add(new File([new Uint8Array(bytes)], 'latin.ris'));
      return data;
    },
    [...truncated],
  );
  await page.getByText('or drop them here').dispatchEvent('drop', { dataTransfer: dropped });
  await expect(page.getByText('2 entries = 2 records + 0 rejected, in 1 file.')).toBeVisible();
  await send('copy.ris', truncated);
  await expect(page.getByRole('alert').filter({ hasText: 'same content as latin.ris' })).toBeVisible();
  await expect(page.getByRole('row', { name: /empty\.ris/ })).toContainText('Refused: The file is empty.');
  await expect(page.getByRole('navigation').getByRole('link', { name: /^Merge/ })).toContainText('2');
  const work = await workOf(page, id, 1);
  expect(work.shown.title).toBe('Für Knie');
  expect(work.records[0]!.problems.map((p) => p.code)).toEqual(['not-utf8']);
});

test('a decision that was acknowledged survives a crash of the server', async ({ browser }, { parallelIndex }) => {
  const { url: _, ...env } = placeOf(parallelIndex);
  const port = await freePort(3410);
  let server = await startWeb(port, env);
  try {
    const page = await browser.newPage({ baseURL: `http://127.0.0.1:${port}` });
    await page.goto('/');
    await page.getByRole('link', { name: /Bright light and day sleep/ }).click();
    await page.getByRole('link', { name: /^Decide/ }).click();
    const main = page.getByRole('main');
    await expect(page.getByLabel(/Grounds, drafted/)).not.toHaveValue('');
    // Without marks the heading is the title and nothing else.
    await page.getByRole('button', { name: 'Hide the marks' }).click();
    const title = (await main.getByRole('heading', { level: 1 }).textContent())!;
    await page.getByRole('button', { name: 'Wait', exact: true }).click();
    await expect(page.getByText(/^Set to wait:/)).toBeVisible();
    // The next work stands there whole before the server goes.
    await expect(main.getByRole('heading', { level: 1 })).not.toHaveText(title);
    await expect(page.getByLabel(/Grounds, drafted/)).not.toHaveValue('');
    process.kill(-server.pid!, 'SIGKILL');
    // Grounds typed while the server is away are kept, and the failure is said.
    await page.getByLabel(/Grounds, drafted/).fill('Typed during the crash.');
    await main.getByRole('button', { name: 'Keep' }).click();
    await expect(page.getByText(/The decision was not saved/)).toBeVisible();
    server = await startWeb(port, env);
    await page.reload();
    await expect(page.getByLabel(/Grounds, drafted/)).toHaveValue('Typed during the crash.');
    await expect(page.getByRole('navigation', { name: 'Works to decide' }).getByRole('button').filter({ hasText: title })).toContainText(
      'Waiting',
    );
    await page.close();
  } finally {
    await stopProgram(server);
  }
});
