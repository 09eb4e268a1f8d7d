import { holdsTitle, type SoughtWork, worksOfPdf } from './match-pdf';

const works: SoughtWork[] = [
  { no: 1, titles: ['Mats and the knees of floor layers: a crossover trial'], doi: '10.5555/mats.1', families: ['Øster', 'Abara'] },
  { no: 2, titles: ['Mats and the knees of floor layers: a crossover trial. Study protocol'], doi: '10.5555/mats.0', families: ['Øster'] },
  { no: 3, titles: ['Night work and waking at sea'], doi: '', families: ['van der Veld'] },
  { no: 4, titles: ['Editorial'], doi: '', families: ['Holm'] },
];
const page = (...lines: string[]) =>
  [...lines, 'Nothing else is said on this page that would tell one article from another. '.repeat(4)].join('\n');
const sure = (name: string, ...pages: string[]) => worksOfPdf({ name, pages }, works).sure?.no ?? null;
const offered = (name: string, ...pages: string[]) => worksOfPdf({ name, pages }, works).offered.map((f) => f.no);

test('DOI and title together name the work, whatever the file is called', () => {
  expect(
    sure('download (3).pdf', page('https://doi.org/10.5555/MATS.1', 'Mats and the knees of ﬂoor lay-', 'ers: a crossover trial')),
  ).toBe(1);
});

test('without a DOI the title and an author do, behind a cover sheet too', () => {
  expect(sure('x.pdf', page('A repository'), page('NIGHT WORK AND', 'WAKING AT SEA', 'J. van der Veld'))).toBe(3);
  expect(sure('x.pdf', page('Night work and waking at sea', 'by somebody else'))).toBeNull();
  expect(offered('x.pdf', page('Night work and waking at sea', 'by somebody else'))).toEqual([3]);
});

test('the longer of two titles that begin alike wins; the shorter one alone is its own', () => {
  const head = 'Mats and the knees of floor layers: a crossover trial';
  expect(sure('x.pdf', page(`${head}. Study protocol`, 'Oster'))).toBe(2);
  expect(sure('x.pdf', page(head, 'L. Øster'))).toBe(1);
});

test('what is cited does not decide: the DOI of one and the title of another are asked', () => {
  const answer = page('Night work and waking at sea', 'van der Veld', 'It answers doi:10.5555/mats.1.');
  expect(sure('x.pdf', answer)).toBeNull();
  expect(offered('x.pdf', answer)).toEqual([1, 3]);
  expect(sure('x.pdf', page('Night work and waking at sea', 'van der Veld'), page(''), page('References', '10.5555/mats.1'))).toBe(3);
});

test('a scan is found by its name, and only a DOI in it is sure', () => {
  for (const name of ['10.5555_mats.1.pdf', '10.5555-mats.1 (2).pdf', '10.5555mats.1.pdf'])
    expect([name, sure(name, '', '')]).toEqual([name, 1]);
  // Another DOI that begins like it.
  expect(offered('10.5555_mats.12.pdf', '')).toEqual([]);
  expect(sure('Holm2019.pdf', '')).toBeNull();
  expect(offered('Holm2019.pdf', '')).toEqual([4]);
  expect(offered('night-work-waking.pdf', '')).toEqual([3]);
  expect(offered('scan0001.pdf', '')).toEqual([]);
});

test('a title that many share says nothing', () => {
  expect(sure('x.pdf', page('Editorial', 'P. Holm'))).toBeNull();
  expect(offered('x.pdf', page('Editorial', 'P. Holm'))).toEqual([]);
});

test('no page reads differently for being broken otherwise: the title is found at any break', () => {
  const title = works[2]!.titles[0]!;
  for (let at = 1; at < title.length; at++) {
    const broken = `${title.slice(0, at)}${/\p{L}/u.test(title[at - 1]!) && /\p{L}/u.test(title[at]!) ? '-' : ''}\n${title.slice(at)}`;
    expect([at, holdsTitle([page(broken)], [title])]).toEqual([at, true]);
  }
});

test('whether a PDF holds the title can be unknown', () => {
  expect(holdsTitle([''], ['Night work and waking at sea'])).toBeNull();
  expect(holdsTitle([page('Editorial')], ['Editorial'])).toBeNull();
  expect(holdsTitle([page('Something else altogether')], ['Night work and waking at sea'])).toBe(false);
  expect(holdsTitle([page('Nachtarbeit und Wachen auf See')], ['Night work and waking at sea', 'Nachtarbeit und Wachen auf See'])).toBe(
    true,
  );
});
