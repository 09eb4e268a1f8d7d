import { expect, type Page } from '@playwright/test';
import { addDatabase, createReview, fileOf, verb } from './helpers';

/** Two exports about knee pads: one work in both, an editorial, an old one, one with markup, and two broken entries. */
export const RIS = [
  'TY  - JOUR\r\nAN  - B1\r\nTI  - Knee pads for tilers: a randomised controlled trial\r\nAU  - Falk, Iben\r\nPY  - 2021\r\nDA  - 2021/03/04\r\nT2  - Annals of Floors\r\nVL  - 4\r\nSP  - 11\r\nEP  - 19\r\nSN  - 9990-1048\r\nDO  - 10.5555/pads.1\r\nN2  - BACKGROUND: Earlier cohort studies were small. METHODS: Forty tilers were randomly allocated to gel pads or none. RESULTS: Knee pain fell (95% CI 2 to 9). CONCLUSIONS: Larger randomised trials are needed.\r\nER  - \r\n',
  'TY  - JOUR\r\nAN  - B2\r\nTI  - Editorial: kneeling for a living\r\nAU  - Sund, Alva\r\nPY  - 2021\r\nT2  - Annals of Floors\r\nVL  - 4\r\nSN  - 9990-1048\r\nER  - \r\n',
  'TY  - JOUR\r\nAN  - B3\r\nTI  - Gel or foam under the knee: a cluster randomised trial\r\nAU  - Ngata, Hemi\r\nPY  - 2019\r\nT2  - Annals of Floors\r\nVL  - 2\r\nSN  - 9990-1048\r\nER  - \r\n',
  'TY  - JOUR\r\nAN  - B4\r\nTI  - Knee pads: a randomised trial of two straps\r\nAU  - Lee, Bo\r\nPY  - 1998\r\nT2  - Annals of Floors\r\nVL  - 1\r\nSN  - 9990-1048\r\nER  - \r\n',
  'TY  - JOUR\r\nAN  - B5\r\nTI  - Knees <script>window.broken = 1</script> and <b>pads</b>: a randomised trial\r\nAU  - Ode, Ann\r\nPY  - 2020\r\nT2  - Annals of Floors\r\nVL  - 3\r\nSN  - 9990-1048\r\nER  - \r\n',
  'AU  - Lost, Ann\r\nTI  - Its first line is missing\r\n\r\n',
].join('\r\n');
export const NBIB = [
  'PMID- 99000201\nSTAT- MEDLINE\nDP  - 2021 Mar-Apr\nTI  - Knee pads for tilers: a randomised controlled trial.\nLID - 10.5555/pads.1 [doi]\nFAU - Falk, Iben\nPT  - Journal Article\nPT  - Randomized Controlled Trial\n',
  'PMID- 99000202\nSTAT- MEDLINE\nDP  - 2022\nTI  - Squatting and kneeling: a cross-sectional study.\nFAU - Ode, Ann\nPT  - Journal Article\n',
  'PMID- \nOWN - X\n',
].join('\n');

/** The link of a stage on the strip. */
export const stage = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stages of the review' }).getByRole('link', { name: new RegExp(`^${name}`) });

export async function addFloorFiles(page: Page) {
  await addDatabase(page, 'Vellmora', 'VH', true);
  await addDatabase(page, 'Ostrane', 'OF');
  await page.getByLabel('Files from Vellmora', { exact: true }).setInputFiles(fileOf('mine.ris', RIS));
  await expect(page.getByRole('row', { name: /mine\.ris/ })).toContainText('1 rejected');
  await page.getByLabel('Files from Ostrane', { exact: true }).setInputFiles(fileOf('mine.nbib', NBIB));
}

/** A new review with both files in it, merged and classified. */
export async function floors(page: Page, title: string): Promise<string> {
  const id = await createReview(page, title);
  await page.goto(`/reviews/${id}/retrieve`);
  await addFloorFiles(page);
  await expect(stage(page, 'Merge')).toContainText('6');
  return id;
}

/** The question, sieve and criterion that decisions rest on. */
export async function sievedFloors(page: Page, title: string): Promise<string> {
  const id = await floors(page, title);
  const words = { population: 'tilers', intervention: 'knee pads, gel pads', comparison: '', outcome: 'knee pain' };
  const question = {
    title,
    question: 'Do knee pads lessen knee pain?',
    kind: 'treatment-benefit',
    asOf: '2026-09-14',
    scheme: 'ocebm-2011',
  };
  await verb(page, id, 'save-settings', { value: { ...question, ...words, person: 'M. Okonjo' } });
  const rest = { evidence: 'stated-and-inferred', rationale: '', on: true } as const;
  const limiters = [
    { id: 'flags', name: 'Retracted', test: { kind: 'flags', flags: ['retracted'] }, whenUnknown: 'hold' },
    { id: 'upper', name: 'Upper half', test: { kind: 'coded', axis: 'level', allowed: ['1', '2'] }, whenUnknown: 'hold' },
    {
      ...{ id: 'recent', name: 'Last 10 years', whenUnknown: 'let-through' },
      test: { kind: 'recency', date: 'earliest', window: { count: 'to-the-day', years: 10 } },
    },
    { id: 'refereed', name: 'Refereed', test: { kind: 'coded', axis: 'peerReview', allowed: ['refereed'] }, whenUnknown: 'stop' },
  ].map((limiter) => ({ ...limiter, ...rest }));
  await verb(page, id, 'save-sieve', { sieve: limiters, seenEdit: 0 });
  await verb(page, id, 'freeze-sieve', { note: 'As in the protocol.' });
  const criterion = { text: 'People who lay tiles', definition: 'As their main work.', judgedBy: 'reader', reasonCode: 'population' };
  await verb(page, id, 'save-criteria', {
    value: [
      {
        ...criterion,
        id: crypto.randomUUID(),
        quota: { atLeast: 2, all: [{ axis: 'publicationType', allowed: ['research-article'] }], years: null },
      },
    ],
  });
  return id;
}
