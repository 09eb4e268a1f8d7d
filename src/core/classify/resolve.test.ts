import { seeded } from '@/testing/seeded';
import { TIERS, type Tier } from './claim';
import { resolveAxis } from './resolve';

const ALL = 0b11111;
const c = (tier: Tier, mask: number) => ({ tier, mask });

test.each([
  ['nothing said', [], { mask: ALL, status: 'unknown', tier: null, dissents: [] }],
  [
    'general and specific agree',
    [c('asserted', 0b01111), c('asserted', 0b00010)],
    { mask: 0b00010, status: 'settled', tier: 'asserted', dissents: [] },
  ],
  ['several left', [c('asserted', 0b00110)], { mask: 0b00110, status: 'narrowed', tier: 'asserted', dissents: [] }],
  [
    'a weaker tier narrows further',
    [c('asserted', 0b00110), c('strong', 0b00010)],
    { mask: 0b00010, status: 'settled', tier: 'strong', dissents: [] },
  ],
  [
    'a weaker tier disagrees',
    [c('asserted', 0b00010), c('strong', 0b00100)],
    { mask: 0b00010, status: 'settled', tier: 'asserted', dissents: [c('strong', 0b00100)] },
  ],
  [
    'equals contradict',
    [c('asserted', 0b00010), c('asserted', 0b00100)],
    { mask: 0b00110, status: 'conflicting', tier: 'asserted', dissents: [] },
  ],
  [
    'after a conflict the walk stops',
    [c('asserted', 0b00010), c('asserted', 0b00100), c('strong', 0b00100)],
    { mask: 0b00110, status: 'conflicting', tier: 'asserted', dissents: [] },
  ],
  [
    'three that meet only in pairs',
    [c('strong', 0b011), c('strong', 0b110), c('strong', 0b101)],
    { mask: 0b111, status: 'conflicting', tier: 'strong', dissents: [] },
  ],
  [
    'a ruling ends a conflict',
    [c('ruled', 0b00100), c('asserted', 0b00010), c('asserted', 0b00100)],
    { mask: 0b00100, status: 'settled', tier: 'ruled', dissents: [c('asserted', 0b00010)] },
  ],
  [
    'the tier is the one that narrowed last',
    [c('asserted', 0b00010), c('weak', 0b00110)],
    { mask: 0b00010, status: 'settled', tier: 'asserted', dissents: [] },
  ],
] as const)('%s', (_, claims, expected) => expect(resolveAxis(claims, ALL)).toMatchObject(expected));

test.each([
  ['two sharp claims under a general one', [0b11111, 0b00010, 0b00100], 0b00110],
  ['a claim that holds another is not part of it', [0b01110, 0b00010, 0b10000], 0b10010],
  ['three that meet only in pairs', [0b011, 0b110, 0b101], 0b111],
  ['no conflict', [0b01110, 0b00010], 0],
])('in dispute: %s', (_, masks, disputed) => {
  expect(
    resolveAxis(
      masks.map((m) => c('asserted', m)),
      ALL,
    ).disputed,
  ).toBe(disputed);
});

test('stated evidence leaves the inferred tiers out', () => {
  const result = resolveAxis([c('asserted', 0b00110), c('strong', 0b00010)], ALL);
  expect(result.stated).toEqual({ mask: 0b00110, status: 'narrowed', tier: 'asserted' });
});

test.each([1, 2, 3, 99])('the order of claims does not matter, seed %i', (seed) => {
  const next = seeded(seed);
  for (let n = 0; n < 200; n++) {
    const claims = Array.from({ length: 1 + Math.floor(next() * 6) }, () =>
      c(TIERS[Math.floor(next() * TIERS.length)]!, 1 + Math.floor(next() * ALL)),
    );
    const { dissents, ...forward } = resolveAxis(claims, ALL);
    const { dissents: reversed, ...backward } = resolveAxis([...claims].reverse(), ALL);
    expect(backward).toEqual(forward);
    expect(new Set(dissents)).toEqual(new Set(reversed));
    for (const d of dissents) expect(claims).toContain(d);
    // Never more than is possible, and never nothing.
    expect(forward.mask & ~ALL).toBe(0);
    expect(forward.mask).not.toBe(0);
  }
});
