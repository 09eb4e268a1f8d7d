import { STAGE_WORDS, type Stage } from '@/core/flow';
import { WAY_WORDS, type Way } from '@/core/found';
import { EVIDENCE_WORDS, type EvidenceUsed } from '@/core/sieve';
import { type Asked, asker, type FactTables, type Piece, saysKappa, wayTag } from './facts';

/** What was really done, as far as no number can say it. */
export interface Done {
  question: string;
  asOf: string;
  /** Name of the evidence scheme; '' when no limiter and no table uses it. */
  scheme: string;
  retrievals: readonly { databases: string; tags: readonly string[]; platform: string; searchedOn: string; native: readonly string[] }[];
  /** Other ways than databases in which sources were found: where, and rounds of following citations with what the last one led to. */
  ways?: readonly { way: Way; places: readonly string[] }[];
  rounds?: { number: number; offered: number; sources: readonly string[] }[];
  limiters: readonly {
    id: string;
    name: string;
    /** Its setting, in words. */
    words: string;
    rationale: string;
    evidence: EvidenceUsed;
    whenUnknown: 'hold' | 'let-through' | 'stop';
    exempt: boolean;
  }[];
  sieveVersion: number;
  /** In which share of works a likely set is to hold the true value. */
  likelyShare: number;
  /** A limiter at a database where it was not or could not be applied evenly, in words, with the remedy if one was noted. */
  exceptions: readonly string[];
  leaks: readonly { database: string; limiter: string }[];
  /** Limiters set at a database that did not take, in place of which the review's own were counted on. */
  stated: readonly { databases: string; native: string; why: string }[];
  reasons: readonly { code: string; text: string }[];
  people: readonly string[];
  /** Stages at which two judge, each without seeing what the other says: who, and what becomes of differences. */
  byTwo?: readonly {
    stage: Stage;
    people: readonly string[];
    share: number;
    differ: 'settle' | 'keep-if-either';
    settledBy: 'anybody' | 'third';
  }[];
  twoStages: boolean;
  /** The latest judged sample of what was stopped. */
  sample: { number: number; design: 'stratified' | 'simple'; seed: number; sieveVersion: number } | null;
  /** Where the known works are from, in the words of who brought them. */
  knownFrom: readonly string[];
}

const UNKNOWN = {
  hold: 'works of which it could not be told were held for a person to judge',
  'let-through': 'works of which it could not be told were let through',
  stop: 'works of which it could not be told were stopped',
} as const;
const one = (n: Asked, single: string, many: string): Piece[] => [n, ` ${n.n === 1 ? single : many}`];
const list = (items: readonly Piece[][]): Piece[] =>
  items.flatMap((item, i) => (i === 0 ? item : [i === items.length - 1 ? ' and ' : ', ', ...item]));
const dated = (iso: string) =>
  iso ? new Date(`${iso}T00:00:00Z`).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' }) : '';
const sentence = (text: string) => text.trim().replace(/[.\s]+$/, '');

/**
 * The methods paragraphs, from what was done and never from what is usual: what was not noted is said to be missing.
 * @returns paragraphs of words and asked numbers; each number names the question that it answers
 * @source what is reported follows PRISMA 2020 items 5 to 8 and PRISMA-S (2021), from memory
 */
export function methodsOf(done: Done, tables: FactTables): { title: string; pieces: Piece[] }[] {
  const ask = asker(tables);
  return [
    { title: 'Search', pieces: searched(done, ask) },
    { title: 'Other ways of finding', pieces: foundOtherwise(done, ask) },
    { title: 'Limiters', pieces: limited(done, ask) },
    { title: 'Evenness across databases', pieces: even(done, ask) },
    { title: 'Selection', pieces: selected(done, ask, tables) },
    { title: 'Checks of the limiters', pieces: checked(done, ask) },
  ].filter((p) => p.pieces.length > 0);
}
type Ask = ReturnType<typeof asker>;

function searched({ question, retrievals, asOf }: Done, ask: Ask): Piece[] {
  const pieces: Piece[] = question ? [`The question was: ${sentence(question)}${/\?$/.test(question.trim()) ? '' : '.'} `] : [];
  if (retrievals.length === 0) return [...pieces, 'Nothing was searched yet.'];
  const runs = retrievals.map((r): Piece[] => {
    const count: Piece[] = r.tags.length === 1 ? [' (', ...one(ask('records-of', r.tags[0]!), 'record', 'records'), ')'] : [];
    const day = r.searchedOn ? ` on ${dated(r.searchedOn)}` : ' on a day that was not noted';
    const platform = r.platform && r.platform !== r.databases ? ` (${r.platform})` : '';
    return [`${r.databases}${platform}${day}`, ...count];
  });
  pieces.push('We searched ', ...list(runs), '. ');
  const native = retrievals.filter((r) => r.native.length);
  if (native.length)
    pieces.push(
      `Limiters of the databases' own were set in ${native.map((r) => `${r.databases} (${r.native.join(', ')})`).join('; ')}; what they removed precedes all counts below. `,
    );
  pieces.push(
    'Together ',
    ...one(ask('records'), 'record was', 'records were'),
    ask('found-otherwise').n ? ' retrieved, those found in other ways among them; after ' : ' retrieved; after ',
    ...one(ask('duplicates'), 'duplicate was', 'duplicates were'),
    ' joined with the record they repeat, ',
    ...one(ask('works'), 'work', 'works'),
    ' remained. ',
    ...(ask('aside').n > 0 ? [...one(ask('aside'), 'record', 'records'), ' could not be processed and stayed outside. '] : []),
    `Recency was counted from ${dated(asOf)}.`,
  );
  return pieces;
}

/** @source PRISMA 2020 item 6, PRISMA-S items 5 to 7 (citation searching, contacts, other methods); from memory */
function foundOtherwise({ ways = [], rounds = [] }: Done, ask: Ask): Piece[] {
  const pieces: Piece[] = [];
  if (ways.length) {
    const each = ways.map(({ way, places }): Piece[] => {
      const few = places.slice(0, 5);
      const where = few.length ? ` (${few.join('; ')}${places.length > few.length ? ` and ${places.length - few.length} more` : ''})` : '';
      return [`${WAY_WORDS[way].label.toLowerCase()} `, ask('records-of', wayTag(way)), where];
    });
    pieces.push(
      'Beside the databases ',
      ...one(ask('found-otherwise'), 'source was', 'sources were'),
      ' found in other ways: by ',
      ...list(each),
      '. Of them ',
      ...one(ask('otherwise-alone'), 'work', 'works'),
      ' no database had given. ',
    );
  }
  const last = rounds.at(-1);
  if (last) {
    const how = rounds.length === 1 ? 'one round' : `${rounds.length} rounds`;
    const asked = last.sources.length ? `, from ${last.sources.join('; ')}` : '';
    pieces.push(
      `What kept works cite, and what cites them, was followed in ${how}${asked}. `,
      last.offered === 0 ? 'The last round led to nothing new.' : `The last round led to ${last.offered} that had not been found before.`,
    );
  }
  return pieces;
}

function limited({ limiters, sieveVersion, scheme, likelyShare }: Done, ask: Ask): Piece[] {
  if (limiters.length === 0) return ['No limiter was applied after the search.'];
  const version = sieveVersion ? ` (version ${sieveVersion} of the sieve)` : '';
  const pieces: Piece[] = [
    `The same ${limiters.length === 1 ? 'limiter was' : 'limiters were'} applied to all records, whatever database they came from${version}. `,
  ];
  for (const l of limiters) {
    pieces.push(`${l.name} (${sentence(l.words)}). `);
    if (l.rationale.trim()) pieces.push(`Why: ${lower(sentence(l.rationale))}. `);
    pieces.push(
      `${upper(EVIDENCE_WORDS[l.evidence].taken)} was taken, and ${UNKNOWN[l.whenUnknown]}`,
      ...(l.evidence === 'stated-inferred-and-likely'
        ? [
            '. Likely values are sets that were to hold the true one in ',
            `${Math.round(100 * likelyShare)} % of works; its word on `,
            ...one(ask('likely-at', l.id), 'work', 'works'),
            ' rested on them',
          ]
        : []),
      l.exempt ? '; some works were exempt from it' : '',
      '. It stopped ',
      ...one(ask('stopped-by', l.id), 'work', 'works'),
      ...(l.whenUnknown === 'hold' ? [' and held ', ask('held-by', l.id)] : []),
      '. ',
    );
  }
  if (scheme) pieces.push(`Levels of evidence follow ${scheme}. `);
  pieces.push('Together the limiters stopped ', ask('stopped'), ', held ', ask('held'), ' and let ', ask('through'), ' through.');
  if (ask('overridden').n)
    pieces.push(' At single limiters a person judged ', ...one(ask('overridden'), 'work', 'works'), ' otherwise, with a reason each.');
  return pieces;
}
const upper = (text: string) => `${text[0]!.toUpperCase()}${text.slice(1)}`;
const lower = (text: string) => (/^\p{Lu}\p{Ll}/u.test(text) ? text[0]!.toLowerCase() + text.slice(1) : text);

function even({ exceptions, leaks, stated }: Done, ask: Ask): Piece[] {
  const pieces: Piece[] = [];
  if (exceptions.length) pieces.push(`Not every limiter could be applied evenly: ${exceptions.join('; ')}. `);
  for (const { databases, native, why } of stated)
    pieces.push(
      `In ${databases} the limiter “${native}” did not take, and the limiters of this review were counted on (${lower(sentence(why))}). `,
    );
  for (const { database, limiter } of leaks) {
    const n = ask('leaks', `${database}/${limiter}`);
    pieces.push(
      `In ${database} the limiter “${limiter}” had been set, and `,
      ...one(n, 'record', 'records'),
      ' came through that it should have kept out. ',
    );
  }
  return pieces;
}

/** What two did without seeing each other, and how well they agreed: as it was, whoever it was to be. */
function judgedByTwo({ byTwo = [] }: Done, ask: Ask, tables: FactTables): Piece[] {
  const pieces: Piece[] = [];
  for (const { stage, people, share, differ, settledBy } of byTwo) {
    if (ask('twice', stage).n === 0) continue;
    const drawn = share < 1 ? ` (a share of ${Math.round(100 * share)} % was to be, drawn by lot)` : '';
    pieces.push(
      'By ',
      STAGE_WORDS[stage],
      ' ',
      ...one(ask('twice', stage), 'work was', 'works were'),
      ` judged by two people${people.length ? ` (of ${people.join(', ')})` : ''}, each without seeing what the other said${drawn}; they said the same of `,
      ask('twice-same', stage),
    );
    // With fewer there is nothing that chance could be told from.
    if (saysKappa(tables, stage)) pieces.push(' (kappa of keeping or not ', ask('twice-kappa', stage), ')');
    pieces.push('. ');
    if (differ === 'keep-if-either' && ask('twice-by-rule', stage).n)
      pieces.push('By rule ', ...one(ask('twice-by-rule', stage), 'work', 'works'), ' that one of them kept went on. ');
    if (ask('twice-settled', stage).n)
      pieces.push(
        ...one(ask('twice-settled', stage), 'difference was', 'differences were'),
        settledBy === 'third' ? ' settled by a third person. ' : ' settled, with grounds of its own. ',
      );
    if (ask('twice-open', stage).n)
      pieces.push(...one(ask('twice-open', stage), 'difference is', 'differences are'), ' still to be settled. ');
  }
  return pieces;
}

function selected(done: Done, ask: Ask, tables: FactTables): Piece[] {
  const { people, twoStages, reasons } = done;
  const pieces: Piece[] = [];
  if (ask('screened').n === 0 && ask('due').n === 0 && ask('background').n === 0) return pieces;
  const who = people.length ? ` by ${people.join(' and ')}` : '';
  pieces.push(
    ...one(ask('screened'), 'work was', 'works were'),
    ` judged by title and abstract${who}; `,
    ask('excluded-first'),
    ' of them were excluded',
  );
  pieces.push(twoStages ? ', and the full texts of ' : ', and ', ask('sought'), twoStages ? ' were sought. ' : ' were kept. ');
  if (twoStages) pieces.push(...fullTexts(ask));
  pieces.push(...judgedByTwo(done, ask, tables));
  const used = reasons.filter((r) => ask('excluded-for', r.code).n > 0);
  if (used.length)
    pieces.push(
      'In all, ',
      ask('excluded'),
      ' were excluded: ',
      ...list(used.map((r): Piece[] => [ask('excluded-for', r.code), ` for “${r.text}”`])),
      '. ',
    );
  if (ask('left-held').n)
    pieces.push(...one(ask('left-held'), 'work is', 'works are'), ' still held: a limiter could not tell, and nobody has judged yet. ');
  if (ask('background').n)
    pieces.push(...one(ask('background'), 'source was', 'sources were'), ' set aside as background and are outside these counts. ');
  if (ask('due').n)
    pieces.push(
      'The review is not finished: ',
      ...one(ask('due'), 'work is', 'works are'),
      twoStages ? ' held, undecided, waiting or still to be read in full.' : ' held, undecided or waiting.',
    );
  return pieces;
}

/** Nothing is said of full texts before one was read. */
function fullTexts(ask: Ask): Piece[] {
  const pieces: Piece[] = [];
  if (ask('not-retrieved').n) pieces.push(...one(ask('not-retrieved'), 'was', 'were'), ' not retrieved. ');
  if (ask('assessed').n)
    pieces.push(
      ...one(ask('assessed'), 'full text was', 'full texts were'),
      ' read, and ',
      ...one(ask('included'), 'work is', 'works are'),
      ' included. ',
    );
  if (ask('full-texts-due').n) pieces.push(...one(ask('full-texts-due'), 'full text is', 'full texts are'), ' still to be read. ');
  return pieces;
}

function checked({ sample, knownFrom, limiters, sieveVersion }: Done, ask: Ask): Piece[] {
  const pieces: Piece[] = [];
  if (sample) {
    const lot = sample.design === 'stratified' ? 'at random within each limiter' : 'at random from all';
    const since = sample.sieveVersion === sieveVersion ? '' : `, which has changed since to version ${sieveVersion}`;
    pieces.push(
      'To see what the limiters cost, ',
      ask('sample-drawn'),
      ' of the ',
      ...one(ask('sample-of'), 'work', 'works'),
      ` that they had stopped were drawn ${lot} (seed ${sample.seed}, version ${sample.sieveVersion} of the sieve${since}) and judged without showing why they had been stopped. Of `,
      ask('sample-judged'),
      ' that were judged, ',
      ask('sample-wrong'),
      ' would have been kept; with 95 % confidence at most ',
      ask('sample-at-most'),
      ' of all that were stopped were stopped wrongly. ',
    );
    if (ask('sample-unsure').n)
      pieces.push(...one(ask('sample-unsure'), 'work', 'works'), ' could not be told, and the bound takes them for wrongly stopped. ');
  }
  if (ask('known').n) {
    const from = knownFrom.length ? ` (from ${knownFrom.join('; ')})` : '';
    pieces.push('Of ', ...one(ask('known'), 'work', 'works'), ` known to belong${from}, the search had found `, ask('known-found'));
    const losing = limiters.filter((l) => ask('known-lost', l.id).n > 0);
    pieces.push(', and the limiters stopped ', ask('known-lost'));
    if (losing.length) pieces.push(' of them: ', ...list(losing.map((l): Piece[] => [ask('known-lost', l.id), ` by ${l.name}`])));
    pieces.push('.');
  }
  return pieces;
}
