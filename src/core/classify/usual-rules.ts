import { readUsual } from './read-rules';
import ARTICLES from './rules/usual/articles.json' with { type: 'json' };
import CATALOGUED from './rules/usual/catalogued.json' with { type: 'json' };
import DESIGNS from './rules/usual/designs.json' with { type: 'json' };
import DESIGNS_THEN from './rules/usual/designs-then.json' with { type: 'json' };
import DESIGNS_TOLD from './rules/usual/designs-told.json' with { type: 'json' };
import POPULAR from './rules/usual/popular.json' with { type: 'json' };
import PUBLICATIONS from './rules/usual/publications.json' with { type: 'json' };
import PUBLICATIONS_THEN from './rules/usual/publications-then.json' with { type: 'json' };
import SOURCES from './rules/usual/sources.json' with { type: 'json' };
import type { UsualRule } from './usual-rule';

/** Kinds of matter in magazines and newspapers that have words of their own. */
export const USUAL_IN_POPULAR: readonly UsualRule[] = readUsual('popular.json', POPULAR);

/** All rules of what is usual, in the order in which they are asked. Common practice. */
export const USUAL_RULES: readonly UsualRule[] = [
  ...readUsual('publications.json', PUBLICATIONS),
  ...readUsual('articles.json', ARTICLES),
  ...readUsual('catalogued.json', CATALOGUED),
  ...readUsual('designs.json', DESIGNS),
  ...readUsual('publications-then.json', PUBLICATIONS_THEN),
  ...readUsual('designs-told.json', DESIGNS_TOLD),
  ...readUsual('designs-then.json', DESIGNS_THEN),
  ...readUsual('sources.json', SOURCES),
  ...USUAL_IN_POPULAR,
];
