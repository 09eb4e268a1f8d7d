/**
 * tsx bench/main.ts [reading|importing|outside|merging|classifying|likely|pointing|reclassifying|quality|sieving|searching|browsing|pages|deciding|checks|people|spread|crowd|mutations|faults|million|soak]: prints figures with the machine's facts, and passes no judgement.
 * Importing, outside, merging, reclassifying, sieving, deciding and checks want a database: DATABASE_URL, which "npm run bench" sets.
 */

import { browsing } from './browsing';
import { checks } from './checks';
import { classifying, reclassifying } from './classifying';
import { crowd } from './crowd';
import { deciding } from './deciding';
import { faults } from './faults';
import { importing } from './importing';
import { likely } from './likely';
import { merging } from './merging';
import { million } from './million';
import { mutations } from './mutations';
import { outside } from './outside';
import { pages } from './pages';
import { people } from './people';
import { pointing } from './pointing';
import { machine, takenByOthers } from './print';
import { quality } from './quality';
import { reading } from './reading';
import { searching } from './searching';
import { sieving } from './sieving';
import { soak } from './soak';
import { spread } from './spread';

const only = process.argv[2];
const wants = (part: string) => !only || only === part;
console.log(`${machine()}\n`);
const taken = takenByOthers();
if (wants('reading')) reading();
if (wants('importing')) await importing(['ris', 'nbib', 'pubmed-xml']);
if (wants('outside')) await outside();
if (wants('merging')) await merging();
if (wants('classifying')) await classifying();
if (wants('likely')) await likely();
if (wants('pointing')) await pointing();
if (wants('reclassifying')) await reclassifying();
if (wants('quality')) await quality();
if (wants('sieving')) await sieving();
if (wants('searching')) await searching();
if (wants('browsing')) await browsing();
if (wants('pages')) await pages();
if (wants('deciding')) await deciding();
if (wants('checks')) await checks();
if (wants('people')) await people();
if (wants('spread')) await spread();
if (wants('crowd')) await crowd();
// By name only: each takes ten minutes.
if (only === 'mutations') await mutations();
if (only === 'faults') await faults();
if (only === 'million') await million();
if (only === 'soak') await soak();
console.log(`\n${taken()}`);
