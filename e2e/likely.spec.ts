import { expect } from '@playwright/test';
import { addDatabase, createReview, fileOf, watch } from './helpers';
import { test } from './test';

const entry = (n: number, title: string, abstract: string) =>
  `TY  - JOUR\nAN  - K${n}\nTI  - ${title}\nAU  - Falk, Iben${n}\nPY  - 2021\nT2  - Annals of Floors\nVL  - 3\nSP  - ${n}12\nAB  - ${abstract}\nER  - \n\n`;
/** Nobody names what was done: half were drawn by chance, of the others it is told what they cost. */
const DRAWN = ['aprons', 'clogs', 'mittens', 'caps', 'belts'];
const PRICED = ['tunnels', 'lofts', 'quays', 'sheds', 'barns'];
const FILE = [
  ...DRAWN.map((t, i) =>
    entry(
      i + 1,
      `Leather ${t} and the backs of coal heavers`,
      `Names of 120 heavers were drawn from a hat; half wore the ${t} for a month, the other half what they always wore. Pain was scored at the end by a nurse who did not know who had worn what.`,
    ),
  ),
  ...PRICED.map((t, i) =>
    entry(
      i + 20,
      `The price of dry feet in ${t}`,
      `What new drains in the ${t} had cost the harbour office was set against the days that heavers no longer missed. Each day gained cost eleven shillings, and in the wet years less than that.`,
    ),
  ),
].join('');

test('what is likely is switched on for one limiter, changes what it says, is ruled on, and proved on this very review', async ({
  page,
}) => {
  const problems = watch(page);
  const id = await createReview(page, 'Likely by the text');
  await page.goto(`/reviews/${id}/retrieve`);
  await addDatabase(page, 'Vellmora', 'VH');
  await page.getByLabel('Files from Vellmora', { exact: true }).setInputFiles(fileOf('vellmora.ris', FILE));
  await expect(page.getByRole('link', { name: 'Records of vellmora.ris: 10' })).toBeVisible();
  await page.goto(`/reviews/${id}/merge`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('10 records are 10 works');
  const limiter = {
    ...{ id: 'trials', name: 'Drawn by chance', rationale: 'The question is of effects.', whenUnknown: 'hold', on: true },
    ...{
      evidence: 'stated-and-inferred',
      test: { kind: 'coded', axis: 'design', allowed: ['randomised-trial', 'cluster-randomised-trial'] },
    },
  };
  const saved = await page.request.post(`/api/reviews/${id}/do/save-sieve`, {
    headers: { origin: new URL(page.url()).origin },
    data: { sieve: [limiter], seenEdit: 0 },
  });
  expect(await saved.json()).toMatchObject({ ok: true });

  await test.step('by what is inferred alone all are held; with what is likely the priced ones are told apart', async () => {
    await page.goto(`/reviews/${id}/sieve?limiter=trials`);
    await expect(page.getByRole('button', { name: /^10 held, all works/ })).toBeVisible();
    await page.getByRole('radio', { name: 'and likely' }).click();
    await expect(page.getByRole('button', { name: '5 stopped here, all works' })).toBeVisible();
    await page.getByRole('button', { name: '5 decided by what is likely' }).click();
    const list = page.getByRole('table', { name: /^Decided by what is likely at Drawn by chance: 5/ });
    await expect(list).toContainText('The price of dry feet in lofts');
    await expect(page.getByText('Saving …')).toHaveCount(0);
  });

  await test.step('the work says what is likely, why, and in how many works such a set is right', async () => {
    await page.getByRole('button', { name: /^The price of dry feet in lofts/ }).click();
    const sheet = page.getByRole('dialog');
    await expect(sheet).toContainText('Economic evaluation', { ignoreCase: true });
    await expect(sheet).toContainText('Such a set holds the true value in 95 % of works.');
    await expect(sheet).toContainText('What makes economic evaluation likely:');
    await page.keyboard.press('Escape');
  });

  await test.step('some are ruled on where they are offered; the rulings are taken up as proof', async () => {
    await page.goto(`/reviews/${id}/classify`);
    const likely = page.getByRole('region', { name: 'What is likely by the text' });
    await expect(likely).toContainText('Used by Drawn by chance.');
    const design = likely.getByRole('row', { name: /^Design/ });
    await expect(design).toContainText('10 works; 10 with a narrower likely set');
    await design.getByRole('button', { name: 'Rule on these 10' }).click();
    for (const title of ['aprons', 'clogs']) {
      await page.getByRole('button', { name: new RegExp(`^Leather ${title}`) }).click();
      await page.getByRole('button', { name: 'Rule on design' }).click();
      const dialog = page.getByRole('dialog').filter({ has: page.getByLabel('Reason') });
      await dialog.getByRole('checkbox', { name: 'Randomised trial', exact: true }).check();
      await dialog.getByLabel('Reason').fill('Names were drawn from a hat.');
      await dialog.getByRole('button', { name: 'Rule', exact: true }).click();
      await expect(dialog).toHaveCount(0);
      await page.keyboard.press('Escape');
    }
    await expect(likely).toContainText('2 rulings are not among the proofs yet.');
    await likely.getByRole('button', { name: 'Take them up' }).click();
    await expect(design).toContainText('2 of 2 rulings inside the set');
    await expect(likely.getByText('not among the proofs yet')).toHaveCount(0);
  });

  await test.step('the methods name it', async () => {
    await page.goto(`/reviews/${id}/write-up/methods`);
    await expect(page.getByRole('main')).toContainText(
      'Likely values are sets that were to hold the true one in 95 % of works; its word on 5 works rested on them',
    );
  });
  expect(problems).toEqual([]);
});
