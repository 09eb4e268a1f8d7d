/** tsx demo/load.ts: loads the demo review, half-way through, unless a review of its title is there already. */

import { createReadStream, readFileSync } from 'node:fs';
import { Readable } from 'node:stream';
import { MikroORM } from '@mikro-orm/postgresql';
import { NO_DATE, type Sieve, sieveSchema } from '@/core/sieve';
import type { Context } from '@/platform/context';
import { ormConfig } from '@/platform/db/config';
import { ImportFile, Job, Review, Work } from '@/platform/db/schema';
import { closeQueue } from '@/platform/queue/queue';
import { signedIn } from '@/platform/sign-in/person';
import { importVenues } from '@/stages/classify/commands/import-venues';
import { attachPdf } from '@/stages/decide/commands/attach-pdf';
import { decideWork } from '@/stages/decide/commands/decide';
import { saveFullText } from '@/stages/decide/commands/save-full-text';
import { saveStages } from '@/stages/decide/commands/save-stages';
import { reviewState } from '@/stages/decide/store/review-state';
import { createReview } from '@/stages/question/commands/create-review';
import { saveCriteria } from '@/stages/question/commands/save-criteria';
import type { CriterionInput } from '@/stages/question/store/criteria';
import { addRetrieval } from '@/stages/retrieve/commands/add-retrieval';
import { receiveFile } from '@/stages/retrieve/commands/receive-file';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { saveRetrieval } from '@/stages/retrieve/commands/save-retrieval';
import { EMPTY_RETRIEVAL } from '@/stages/retrieve/store/retrievals';
import { runJob } from '@/stages/run-job';
import { saveSieve } from '@/stages/sieve/commands/save-sieve';
import { freezeSieve } from '@/stages/sieve/store/freeze-sieve';
import { workDetail } from '@/stages/works/queries/work-detail';
import { aPdf } from '@/testing/a-pdf';
import { checkSome, told } from './checks';
import { bringLists, millsFound, nightFound, setLibrary } from './library';
import { DEMO_OWNER, letIn, makeDemoPeople } from './people';
import { DEMO_DATABASES, type DemoDatabase, MILL_DATABASES } from './profiles';
import { judgeByTwo } from './readers';
import { setDesk } from './search';

const TITLE = 'Bright light and day sleep in night workers';
const MILLS_TITLE = 'The repair of historic tide mills';

const sieveIn = (file: string): Sieve => sieveSchema.parse(JSON.parse(readFileSync(file, 'utf8')));
const SIEVE = sieveIn('demo/data/sieve.json');
const MILL_SIEVE = sieveIn('demo/data/mill-sieve.json');

const CRITERIA: Omit<CriterionInput, 'id'>[] = [
  {
    text: 'People who work nights',
    definition: 'At least three hours between midnight and five, in real or simulated work.',
    judgedBy: 'reader',
    reasonCode: 'population',
    quota: null,
  },
  {
    text: 'Timed bright light or blue-blocking eyewear',
    definition: 'Light given on purpose at a stated time, or lenses worn to avoid it.',
    judgedBy: 'reader',
    reasonCode: 'intervention',
    quota: null,
  },
  {
    text: 'Daytime sleep or alertness is reported',
    definition: 'Measured or rated; mood alone does not count.',
    judgedBy: 'reader',
    reasonCode: 'outcome',
    quota: null,
  },
  {
    text: 'Refereed or examined',
    definition: 'The item itself, not only its journal.',
    judgedBy: 'limiter',
    reasonCode: 'not-refereed',
    quota: null,
  },
  {
    text: 'A study or a review of studies, evidence 1 to 3',
    definition: 'OCEBM 2011, treatment benefit.',
    judgedBy: 'limiter',
    reasonCode: 'evidence',
    quota: { atLeast: 5, all: [{ axis: 'level', allowed: ['2'] }], years: null },
  },
  {
    text: 'At least 12 refereed journal studies of the last ten years',
    definition: 'As the protocol asks; counted, never a reason to leave one out.',
    judgedBy: 'number',
    reasonCode: 'reason-6',
    quota: {
      atLeast: 12,
      all: [
        { axis: 'sourceType', allowed: ['scholarly-journal'] },
        { axis: 'peerReview', allowed: ['refereed'] },
      ],
      years: 10,
    },
  },
]; // prettier-ignore

let clock = Date.UTC(2026, 8, 14, 9, 0, 0);

const orm = await MikroORM.init(ormConfig());
/** Demo decisions carry made-up times, a few minutes apart. */
const context = (): Context => ({ em: orm.em.fork(), person: signedIn(async () => orm.em.fork(), DEMO_OWNER), now: nextMoment });
function nextMoment(): Date {
  clock += 97_000;
  return new Date(clock);
}

async function load() {
  const { id } = await createReview(context(), {
    title: `${TITLE} (being loaded)`,
    question:
      'Does timed bright light, with or without blue-blocking eyewear, improve daytime sleep and alertness in people who work nights?',
    kind: 'treatment-benefit',
    population: 'night workers, night-shift nurses, night shift, permanent nights, crews',
    intervention: 'bright light, blue-enriched, amber lenses, blue-blocking eyewear, light boxes, 2,500 lux',
    comparison: 'usual light, usual lighting, dim light, dim control',
    outcome: 'day sleep, daytime sleep, alertness, total sleep time, vigilance',
    asOf: '2026-09-14',
    scheme: 'ocebm-2011',
    person: DEMO_OWNER.name,
  });
  await saveCriteria(context(), id, {
    value: CRITERIA.map((c) => ({ ...c, id: crypto.randomUUID() })),
  }); // prettier-ignore
  await takeVenues(id);
  for (const database of DEMO_DATABASES) await retrieve(id, database);
  // The protocol asked for five years and did not think of retractions; both were changed before anything was decided.
  await saveSieve(context(), id, { sieve: asInProtocol(SIEVE), seenEdit: 0 });
  await freezeSieve(context(), id, 'As in the protocol.');
  await saveSieve(context(), id, { sieve: SIEVE, seenEdit: 1 });
  await freezeSieve(context(), id, 'Five years left too few trials; what was retracted is held.');
  await decideSome(id);
  await readSome(id);
  await checkSome(context, id);
  // The title says that it is whole: a load that broke off is begun anew next time.
  await orm.em.fork().nativeUpdate(Review, { id }, { title: TITLE });
}

const asInProtocol = (sieve: Sieve): Sieve =>
  sieve.flatMap((l) => {
    if (l.test.kind === 'flags') return [];
    if (l.test.kind !== 'recency') return [l];
    return [{ ...l, name: 'Last 5 years', test: { ...l.test, window: { count: 'to-the-day', years: 5 } } }];
  });

/** The second review: a field without a hierarchy of evidence. */
async function loadMills() {
  const { id } = await createReview(context(), {
    title: `${MILLS_TITLE} (being loaded)`,
    question: 'How have historic tide mills been repaired, and by whose hands, with what materials and at whose cost?',
    kind: 'any',
    population: 'tide mill, tide mills, mill',
    intervention: 'repair, rebuilding, restoration, restorations, conserving',
    comparison: 'replica, replaced',
    outcome: 'timber, mortar, sluice, sluices, cost, decay',
    asOf: '2026-09-14',
    scheme: 'primary-secondary',
    person: DEMO_OWNER.name,
  });
  await takeVenues(id);
  for (const database of MILL_DATABASES) await retrieve(id, database);
  await saveSieve(context(), id, { sieve: MILL_SIEVE, seenEdit: 0 });
  await freezeSieve(context(), id, 'Scholarly and examined work; what cannot be told is held.');
  await saveStages(context(), id, { twoStages: false });
  await letIn(orm.em.fork(), id, context().now());
  await judgeByTwo((who) => ({ ...context(), person: signedIn(async () => orm.em.fork(), who) }), id);
  await orm.em.fork().nativeUpdate(Review, { id }, { title: MILLS_TITLE });
}

async function takeVenues(id: string) {
  told(await importVenues(context(), id, { text: readFileSync('demo/files/venues.csv', 'utf8') }));
  await doJobs(id);
}

/** Adds a database, and one retrieval from it with its log and file. */
async function retrieve(reviewId: string, { name, tag, file, profile, log }: DemoDatabase) {
  const { person } = await orm.em.fork().findOneOrFail(Review, { id: reviewId });
  const database = told(await saveDatabase(context(), reviewId, { id: null, name, tag, profile }));
  const retrieval = told(await addRetrieval(context(), reviewId, { databaseIds: [database.id], updates: null }));
  told(await receiveFile(context(), reviewId, { retrievalId: retrieval.id }, file, createReadStream(`demo/files/${file}`)));
  await doJobs(reviewId);
  const { parsed, rejected } = await orm.em.fork().findOneOrFail(ImportFile, { reviewId, retrievalId: retrieval.id });
  const { notExported, steps, ...rest } = log;
  const exported = parsed + rejected;
  const reported = exported + notExported;
  told(
    await saveRetrieval(context(), reviewId, {
      id: retrieval.id,
      value: {
        ...EMPTY_RETRIEVAL,
        ...rest,
        databaseIds: [database.id],
        coverageTo: rest.searchedOn,
        ranBy: person,
        // The last line of a search is the one that was exported.
        steps: steps.map((s, i) => (i === steps.length - 1 ? { ...s, count: reported } : s)),
        reported,
        exported,
      },
    }),
  );
}

/** The jobs are done here, since the worker may not run yet; it finds them done. */
async function doJobs(reviewId: string) {
  for (let job = await openJob(reviewId); job; job = await openJob(reviewId)) await runJob(context(), reviewId, job.id, true);
}

const openJob = (reviewId: string) => orm.em.fork().findOne(Job, { reviewId, state: 'queued' }, { orderBy: { updatedAt: 'asc' } });

/** Decides the first half of what came through, by what the hand-written abstracts say. */
async function decideSome(reviewId: string) {
  const state = await reviewState(context(), reviewId);
  const through = Array.from(state.columns.numbers).filter(
    (_, i) => state.outcomes.fate[i] === 0 && state.columns.dates.earliest.to[i] !== NO_DATE.to,
  );
  const works = await orm.em.fork().find(Work, { reviewId, no: { $in: through } }, { orderBy: { no: 'asc' } });
  for (const [i, work] of works.slice(0, Math.floor(works.length / 2)).entries()) {
    const { draft } = await workDetail(context(), reviewId, work.no);
    const offTopic = i % 5 === 3;
    const verdict = work.flags.includes('retracted')
      ? 'exclude'
      : i % 9 === 4
        ? 'wait'
        : i % 13 === 6
          ? 'background'
          : offTopic
            ? 'exclude'
            : 'keep';
    const reasonCode = verdict !== 'exclude' ? '' : work.flags.includes('retracted') ? 'evidence' : 'outcome';
    const result = await decideWork(context(), reviewId, {
      workNo: work.no,
      verdict,
      reasonCode,
      grounds: work.flags.includes('retracted') ? `${draft} Retracted, as one database says.` : draft,
      seenSeq: 0,
    });
    if (!result.ok) throw new Error(result.message);
  }
}

/** Of the kept ones the first are read in full: one could not be had, one shows another outcome; the rest are asked for. */
async function readSome(reviewId: string) {
  const { staged } = await reviewState(context(), reviewId);
  const kept = [...staged]
    .filter(([, d]) => d.screening?.verdict === 'keep')
    .map(([no]) => no)
    .sort((a, b) => a - b); // prettier-ignore
  for (const [i, workNo] of kept.slice(0, 14).entries()) {
    const work = await workDetail(context(), reviewId, workNo);
    const request = {
      workNo,
      asked: '2026-09-15',
      promised: i % 3 === 0 ? '2026-09-18' : '',
      arrived: '',
      source: 'Library of the institute',
      note: '',
    };
    const asked = i < 10 ? { ...request, arrived: i === 4 ? '' : '2026-09-17' } : request;
    told(await saveFullText(context(), reviewId, { ...asked, seenEdit: 0 }));
    if (i < 2) told(await attachPdf(context(), reviewId, workNo, `${work.shown.title.slice(0, 40)}.pdf`, Readable.from([pdfOf(work)])));
    if (i >= 10) continue;
    const verdict = i === 4 || i === 7 ? 'exclude' : 'keep';
    const reasonCode = i === 4 ? 'not-retrieved' : i === 7 ? 'outcome' : '';
    const grounds = i === 4 ? 'Asked of two libraries; neither holds it.' : work.draft;
    told(
      await decideWork(context(), reviewId, {
        ...{ workNo, stage: 'full-text', verdict, reasonCode, grounds, seenSeq: work.seenSeq },
        page: i === 7 ? '6, table 2' : '',
      }),
    );
  }
}

/** What the made-up full texts cite: works that no database of the demo has, and one that several have. */
const REFERENCES = [
  'Berrow I, Tadd O. Lux and lapses: a dose-response study in a simulated control room. Ergonomics of the Night. 2012;4(2):11-29. doi:10.5555/idx.001',
  'Lund A, Pell J. The sleep diary against the wrist: agreement in shift workers. Methods of Sleep Measurement. 2009;2(1):40-8.',
  'Ashby N. Two lamps and a canteen: lighting the night meal. Kitchens and Wards. 2013;7(3):101-15.',
];

/** A made-up full text: what the record says, and a page of results. */
const pdfOf = ({ shown }: Awaited<ReturnType<typeof workDetail>>): Buffer =>
  aPdf([
    lines(`${shown.title}. ${shown.authors.map((a) => a.family).join(', ')}. ${shown.abstract}`),
    'Results\nSleep was measured by actigraphy on five workdays.\nLapses of vigilance were counted at four in the morning.',
    `References\n${REFERENCES.map((r, i) => lines(`[${i + 1}] ${r}`)).join('')}`,
  ]);
const lines = (text: string) => text.replace(/[^ -~]/g, '-').replace(/(.{1,88})(?:\s|$)/g, '$1\n');

try {
  await makeDemoPeople(orm.em.fork(), new Date(clock));
  // The newest stands first in the list of reviews: the larger one is loaded last.
  if (await orm.em.fork().findOne(Review, { title: MILLS_TITLE })) console.log('The demo review of tide mills is there already.');
  else await loadMills();
  if (await orm.em.fork().findOne(Review, { title: TITLE })) console.log('The demo review is there already.');
  else await load();
  for (const title of [MILLS_TITLE, TITLE]) {
    const { id } = await orm.em.fork().findOneOrFail(Review, { title });
    await letIn(orm.em.fork(), id, context().now());
    const port = process.env.SEARCH_STANDINS;
    const scenario = title === TITLE ? 'night' : 'mills';
    if (port) await setDesk(context, id, scenario, port);
    await bringLists(context, id, doJobs);
    if (port) await setLibrary(context, id, scenario, port);
    if (scenario === 'mills') await millsFound(context, id, doJobs);
    else if (port) await nightFound(context, id, doJobs);
  }
} finally {
  await closeQueue();
  await orm.close(true);
}
