import { expect, type Page } from '@playwright/test';
import { DEMO_PEOPLE } from '../demo/people';
import { addDatabase, choose, createReview, fileOf, watch } from './helpers';
import { test } from './test';

const [OWNER, SECOND, , READER] = DEMO_PEOPLE as [(typeof DEMO_PEOPLE)[0], (typeof DEMO_PEOPLE)[0], unknown, (typeof DEMO_PEOPLE)[0]];
const entry = (n: number, title: string) =>
  `TY  - JOUR\nAN  - K${n}\nTI  - ${title} for the knees of tilers\nAU  - Falk, Iben${n}\nPY  - 2021\nT2  - Annals of Floors\nVL  - 3\nSP  - ${n}12\nAB  - ${title} were worn by forty tilers for a month.\nER  - \n\n`;
const FILE = ['Pads of felt', 'Rolls of cork', 'Slabs of foam', 'Mats of straw'].map((t, i) => entry(i + 1, t)).join('');

/** Every page and answer of a review that somebody may ask for by its address. */
const ADDRESSES = [
  ...['question', 'people', 'retrieve', 'merge', 'merge/joins', 'merge/rulings', 'classify', 'classify/rulings', 'classify/venues'],
  ...[
    'sieve',
    'sieve/versions',
    'sieve/held',
    'sieve/parity',
    'sieve/what-if',
    'decide',
    'decide?show=kept',
    'decide?show=open',
    'decide/differences',
  ],
  ...[
    'decide/consistency',
    'decide/reasons',
    'decide/ledger',
    'decide/full-texts',
    'write-up',
    'write-up/flow',
    'write-up/methods',
    'write-up/take',
  ],
  ...[
    'write-up/references',
    'checks',
    'checks/spot',
    'checks/audit',
    'checks/again',
    'checks/readers',
    'find?find=pads',
    'records',
    'slip/1',
    'slip/2',
  ],
];
const ANSWERS = [
  'export/ris?states=all',
  'export/csv?states=all',
  'ledger',
  'write-up/tables.xlsx',
  'write-up/flow.svg',
  'sieve-file',
  'columns',
  'search-log',
];

/**
 * What an answer says: of a page its text as it is drawn, and the words and figures that its parts are told. The order in
 * which parts come, the word of the answer's policy and how long ago a job ended are another at every asking.
 */
function saidIn(body: string): string {
  const text = body.replace(/nonce(?:="[^"]*"|\\*"\s*:\s*\\*"[^"\\]*)/g, '');
  const scripts = [...text.matchAll(/<script[^>]*>([\s\S]*?)<\/script>/g)].map((m) => m[1]!).join('\n');
  const words = scripts.match(/[A-Za-z][A-Za-z .,:'-]{2,}|"[A-Za-z]+\\*":\d+/g) ?? [];
  const told = [...new Set(words)].filter((w) => !/^[a-f]*:|static|chunks|next|seconds/.test(w)).sort();
  return [text.replace(/<script[^>]*>[\s\S]*?<\/script>|<link[^>]*>/g, ''), ...told].join('\n');
}

/** What one is answered at every address. */
async function everything(page: Page, id: string): Promise<Map<string, string>> {
  const told = new Map<string, string>();
  for (const address of [...ADDRESSES.map((a) => `/reviews/${id}/${a}`), ...ANSWERS.map((a) => `/api/reviews/${id}/${a}`)]) {
    const answer = await page.request.get(address);
    expect([address, answer.status() < 500]).toEqual([address, true]);
    const body = (await answer.body()).toString('latin1');
    told.set(address, /xlsx$/.test(address) ? String(answer.status()) : saidIn(body));
  }
  return told;
}

test('two judge without seeing each other, differ, settle it, and it is written up', async ({ page, someoneElse }) => {
  test.slow();
  const problems = watch(page);
  const id = await createReview(page, 'Judged by two');
  await page.goto(`/reviews/${id}/retrieve`);
  await addDatabase(page, 'Vellmora', 'VH');
  await page.getByLabel('Files from Vellmora', { exact: true }).setInputFiles(fileOf('vellmora.ris', FILE));
  await expect(page.getByRole('link', { name: 'Records of vellmora.ris: 4' })).toBeVisible();
  await page.goto(`/reviews/${id}/merge`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('4 records are 4 works');

  const second = await someoneElse(SECOND);
  const reader = await someoneElse(READER);
  await test.step('two are let in, and two are to judge', async () => {
    await page.goto(`/reviews/${id}/people`);
    for (const [who, role, other] of [
      ['The second', 'Reviewer', second],
      ['The reader', 'Reader', reader],
    ] as const) {
      await page.getByLabel('For whom').fill(who);
      await choose(page, 'As', role);
      await page.getByRole('button', { name: 'Make a link' }).click();
      await expect(page.getByRole('status').filter({ hasText: who })).toBeVisible();
      const link = await page.getByRole('textbox', { name: 'The link' }).inputValue();
      await other.goto(new URL(link).pathname);
      await other.getByRole('button', { name: 'Join the review' }).click();
      await expect(other.getByRole('heading', { name: 'The question' })).toBeVisible();
    }
    await page.reload();
    const first = page.getByRole('form', { name: 'Who judges title and abstract' });
    await choose(page, first.getByRole('combobox', { name: 'Each work is judged by' }), 'two, unseen by each other');
    await first.getByLabel(OWNER.name, { exact: true }).check();
    await first.getByLabel(SECOND.name, { exact: true }).check();
    await first.getByRole('button', { name: 'Save who judges' }).click();
    await expect(page.getByText('Saved.', { exact: true })).toBeVisible();
  });

  await test.step('whatever the first says, the other and a reader are told the same as before', async () => {
    const before = [await everything(second, id), await everything(reader, id)];
    await page.goto(`/reviews/${id}/decide`);
    await expect(page.getByRole('region', { name: 'Judged by two' })).toContainText('Neither sees what the other says');
    for (const key of ['a', 'a', 'b']) {
      const title = await page.getByRole('heading', { level: 1 }).textContent();
      await page.keyboard.press(key);
      await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(title!);
    }
    await expect(page.getByText('Saving …')).toHaveCount(0);
    await page.waitForLoadState('networkidle');
    for (const [i, who] of [second, reader].entries())
      for (const [address, told] of await everything(who, id)) {
        const known = new Set(before[i]!.get(address)!.split(/\n|(?<=>)/));
        expect([address, told.split(/\n|(?<=>)/).filter((line) => !known.has(line))]).toEqual([address, []]);
      }
  });

  await test.step('the other judges: what they agree on is decided, the rest is theirs to settle', async () => {
    await second.goto(`/reviews/${id}/decide`);
    for (const key of ['a', 'b', 'b']) {
      const title = await second.getByRole('heading', { level: 1 }).textContent();
      await second.keyboard.press(key);
      await expect(second.getByRole('heading', { level: 1 })).not.toHaveText(title!);
    }
    await second.waitForLoadState('networkidle');
    await second.goto(`/reviews/${id}/decide/differences`);
    await expect(second.getByRole('heading', { name: '1 difference to settle' })).toBeVisible();
    await second.getByText('Say something about it').click();
    await second.getByLabel('For the other reviewer, and whoever settles it').fill('It is about roofers.');
    await second.getByRole('button', { name: 'Say it' }).click();
    await expect(second.getByText('It is about roofers.')).toBeVisible();
    await page.goto(`/reviews/${id}/decide/differences`);
    await expect(page.getByText('It is about roofers.')).toBeVisible();
    await choose(page, 'It is settled', 'Keep');
    await page.getByLabel('On what grounds').fill('Tilers are among them.');
    await page.getByRole('button', { name: 'Settle it' }).click();
    await expect(page.getByRole('heading', { name: 'No difference to settle' })).toBeVisible();
    await expect(page.getByRole('article').first()).toContainText('Tilers are among them.');
  });

  await test.step('how well they agree, and how it is written up', async () => {
    await page.getByRole('link', { name: 'How well they agree' }).click();
    await expect(page.getByRole('region', { name: 'On title and abstract' })).toContainText(
      '3 works were judged by both, of 4. They agree on 2',
    );
    await expect(
      page.getByRole('table', { name: new RegExp(`${OWNER.name} and ${SECOND.name}|${SECOND.name} and ${OWNER.name}`) }),
    ).toBeVisible();
    await page.goto(`/reviews/${id}/write-up/methods`);
    await expect(page.getByText(/each without seeing what the other said/)).toBeVisible();
    await page.goto(`/reviews/${id}/decide/ledger?kind=judgement`);
    await expect(page.getByRole('table')).toContainText('as one of two: kept');
  });
  expect(problems).toEqual([]);
});
