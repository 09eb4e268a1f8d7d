import { blocksOf, readsLikeMethods, sentencesOf } from './sections';

const STRUCTURED =
  'BACKGROUND: Tilers kneel. Earlier trials were small. METHODS: Forty tilers were followed. RESULTS: Pain fell, e.g. by 2 points. CONCLUSIONS: Trials are needed.';

test.each([
  ['capitals and colons', STRUCTURED, ['background', 'methods', 'results', 'conclusions']],
  ['words and full stops', 'Objective. To see. Methods. We looked. Conclusion. We saw.', ['objective', 'methods', 'conclusions']],
  ['lines', 'Aim\nTo see.\nMethod\nWe looked.\nFindings\nNothing.', ['objective', 'methods', 'results']],
  [
    'labels of several words',
    'Data Sources: Four registers. Study Selection: Two read. Main Results: Ten.',
    ['methods', 'methods', 'results'],
  ],
  ['no labels', 'Tilers kneel all day. We followed forty of them.', ['unknown']],
  ['one label only, which is a word of the text', 'Results: they differ. We followed forty tilers.', ['unknown']],
  ['nothing', '', []],
] as const)('sections by %s', (_, abstract, sections) => expect(blocksOf(abstract).map((b) => b.section)).toEqual(sections));

test('a label inside a sentence is no label', () => {
  expect(blocksOf('BACKGROUND: We compared methods: two of them. CONCLUSIONS: Both work.').map((b) => b.section)).toEqual([
    'background',
    'conclusions',
  ]);
});

test('blocks cover the text after their labels, in order and without overlaps', () => {
  const blocks = blocksOf(STRUCTURED);
  for (const [i, block] of blocks.entries()) {
    expect(block.from).toBeLessThan(block.to);
    expect(block.to).toBeLessThanOrEqual(blocks[i + 1]?.from ?? STRUCTURED.length);
  }
  expect(STRUCTURED.slice(blocks[1]!.from, blocks[1]!.to).trim()).toBe('Forty tilers were followed.');
});

test('sentences carry the section of their block, and offsets that point at them', () => {
  const sentences = sentencesOf(STRUCTURED);
  expect(sentences.map((s) => [s.section, s.text])).toEqual([
    ['background', 'Tilers kneel.'],
    ['background', 'Earlier trials were small.'],
    ['methods', 'Forty tilers were followed.'],
    ['results', 'Pain fell, e.g. by 2 points.'],
    ['conclusions', 'Trials are needed.'],
  ]);
  for (const s of sentences) expect(STRUCTURED.slice(s.start, s.start + s.text.length)).toBe(s.text);
});

test.each([
  ['We randomly assigned forty tilers to pads.', 'methods'],
  ['Participants were recruited in two towns.', 'methods'],
  ['Two reviewers screened the titles; authors were asked for data we had not found, and collected more.', 'methods'],
  ['Previous studies randomised too few.', 'unknown'],
  ['Patients should be randomised in future.', 'unknown'],
  ['Knee pain is common.', 'unknown'],
  ['Trials in which patients were randomised are needed.', 'unknown'],
] as const)('without labels, "%s" reads like %s', (text, section) => {
  expect(readsLikeMethods(text)).toBe(section === 'methods');
  expect(sentencesOf(text)[0]!.section).toBe('unlabelled');
});
