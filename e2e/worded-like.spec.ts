import { expect } from '@playwright/test';
import { addDatabase, createReview, fileOf, watch } from './helpers';
import { test } from './test';

const entry = (n: number, title: string, abstract: string) =>
  `TY  - JOUR\nAN  - W${n}\nTI  - ${title}\nAU  - Falk, Iben${n}\nPY  - 2021\nT2  - Annals of Floors\nVL  - 3\nSP  - ${n}12\nAB  - ${abstract}\nER  - \n\n`;
const ALIKE = ['Harbour dredging', 'Chimney soot', 'Flour dust', 'Rope tar'];
const OTHER = ['Weaving', 'Glazing', 'Thatching', 'Ploughing', 'Baking', 'Brewing', 'Tanning', 'Milling', 'Fulling', 'Dyeing'];
const FILE = [
  ...ALIKE.map((t, i) =>
    entry(
      i + 1,
      `${t} and the knees of old porters`,
      `Names in the ledger of the harbour office were looked up again after the winter, and whoever had gone was traced by letter. ${t} is discussed.`,
    ),
  ),
  ...OTHER.map((t, i) =>
    entry(i + 20, `${t} and its songs`, `${t} is described by its tools, its guilds, and what was sung to it in spring.`),
  ),
].join('');

test('works worded like ruled ones are offered with the ruling, picked, ruled on, and taken back', async ({ page }) => {
  const problems = watch(page);
  const id = await createReview(page, 'Worded alike');
  await page.goto(`/reviews/${id}/retrieve`);
  await addDatabase(page, 'Vellmora', 'VH');
  await page.getByLabel('Files from Vellmora', { exact: true }).setInputFiles(fileOf('vellmora.ris', FILE));
  await expect(page.getByRole('link', { name: `Records of vellmora.ris: ${ALIKE.length + OTHER.length}` })).toBeVisible({
    timeout: 30_000,
  });
  await page.goto(`/reviews/${id}/merge`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('14 records are 14 works');

  await test.step('two works are ruled on', async () => {
    for (const workNo of [1, 2]) {
      const answer = await page.request.post(`/api/reviews/${id}/do/rule-axis`, {
        headers: { origin: new URL(page.url()).origin },
        data: {
          ...{ axis: 'design', codes: ['cohort-retrospective'], workNo, cause: null, standing: false },
          reason: 'They were traced from a ledger.',
        },
      });
      expect(await answer.json()).toMatchObject({ ok: true });
    }
  });

  await test.step('the others like them are offered, each with the words it shares', async () => {
    await page.goto(`/reviews/${id}/classify?axis=design`);
    const offer = page.getByRole('region', { name: 'Worded like what was ruled' });
    await expect(offer).toContainText('2 works worded like the 2 ruled retrospective cohort');
    await offer.getByRole('button', { name: 'Look at them' }).click();
    const list = page.getByRole('region', { name: '2 works worded like the 2 ruled retrospective cohort' });
    await expect(list.getByRole('row', { name: /Flour dust/ })).toContainText('porters');
    await list.getByRole('checkbox', { name: /^Pick Rope tar/ }).uncheck();
    await list.getByRole('button', { name: 'Rule on the 1 picked' }).click();
  });

  await test.step('the ruling begins with the value, shows what it would change, and wants its reason', async () => {
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByRole('checkbox', { name: 'Retrospective cohort' })).toBeChecked();
    await expect(dialog.getByText('1 work is like that.')).toBeVisible();
    await dialog.getByLabel('Reason').fill('Worded like the others, and read.');
    await dialog.getByRole('button', { name: 'Rule', exact: true }).click();
    await expect(page.getByRole('region', { name: 'Worded like what was ruled' })).toContainText('1 work worded like the 3 ruled');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('region', { name: 'Worded like what was ruled' })).toContainText('2 works worded like the 2 ruled');
  });
  expect(problems).toEqual([]);
});
