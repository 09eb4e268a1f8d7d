import { USUAL_ARTICLES } from './usual-article';
import { USUAL_CATALOGUED } from './usual-catalogued';
import { USUAL_DESIGNS } from './usual-design';
import { USUAL_DESIGNS_TOLD } from './usual-design-told';
import { MORE_USUAL_DESIGNS, MORE_USUAL_PUBLICATIONS, USUAL_PERIODICALS } from './usual-more';
import { USUAL_IN_POPULAR } from './usual-popular';
import { USUAL_PUBLICATIONS } from './usual-publication';
import type { UsualRule } from './usual-rule';
import { USUAL_SOURCES } from './usual-source';

/** All rules of what is usual, in the order in which they are asked. */
export const USUAL_RULES: readonly UsualRule[] = [
  ...USUAL_PUBLICATIONS,
  ...USUAL_ARTICLES,
  ...USUAL_CATALOGUED,
  ...USUAL_DESIGNS,
  ...MORE_USUAL_PUBLICATIONS,
  ...USUAL_DESIGNS_TOLD,
  ...MORE_USUAL_DESIGNS,
  ...USUAL_SOURCES,
  ...USUAL_PERIODICALS,
  ...USUAL_IN_POPULAR,
];
