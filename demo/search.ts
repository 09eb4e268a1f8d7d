import { EMPTY_SHEET, readLines, type Sheet, type SheetBlock } from '@/core/search/blocks';
import type { Context } from '@/platform/context';
import { SearchDoor, SearchRun, SearchSheet, SourceDatabase, Thesaurus } from '@/platform/db/schema';
import { bringThesaurus } from '@/stages/search/commands/bring-thesaurus';
import { runLines } from '@/stages/search/commands/run-lines';
import { saveDoor } from '@/stages/search/commands/save-door';
import { keepSheet, saveSheet } from '@/stages/search/commands/save-sheet';
import { told } from './checks';
import { STANDINS, type Standin } from './servers/databases';
import { skosOf } from './servers/thesauri';

const block = (name: string, lines: string, note = ''): SheetBlock => ({ name, want: 'in', terms: readLines(lines).terms, note });
const SHEETS: Readonly<Record<Standin['scenario'], Sheet>> = {
  night: {
    ...EMPTY_SHEET,
    few: 50,
    many: 600,
    note: 'Broad first: one part for who, one for what is done.',
    blocks: [
      block(
        'Night work',
        'night work*\nnight shift*\nnight-shift nurses\nrotating shift*\ntitle: nights\nheading and below: Shift Work Schedule',
        'Rosters alone are too wide.',
      ),
      block(
        'Light and lenses',
        'bright light\nlight box*\nblue-enriched\nlamp within 5 of desk\namber lenses\nblue-blocking\ndim evenings\nheading: Light Therapy',
      ),
      block('Sleep or alertness', 'sleep*\nalertness\nvigilance\nreaction time'),
    ],
  },
  mills: {
    ...EMPTY_SHEET,
    few: 20,
    many: 500,
    blocks: [
      block('Tide mills', 'anywhere: tide mill*\nanywhere: tidal mill*\nanywhere: undershot\nheading: Tide mills'),
      block('Repair', 'anywhere: repair*\nanywhere: rebuil*\nanywhere: restor*\nanywhere: conserv*\nheading: Buildings -- Repair'),
    ],
  },
};

/**
 * Opens the ways into the stand-in databases of a review, wherever they answer today, and puts the sheet on its desk, with
 * every line counted, the first time.
 */
export async function setDesk(context: () => Context, reviewId: string, scenario: Standin['scenario'], port: string): Promise<void> {
  const em = context().em.fork();
  const databases = await em.find(SourceDatabase, { reviewId });
  const first = (await em.count(SearchSheet, { reviewId })) === 0;
  for (const standin of STANDINS.filter((s) => s.scenario === scenario)) {
    const database = databases.find((d) => d.tag === standin.tag);
    if (!database) continue;
    const address = `http://127.0.0.1:${port}/sru/${standin.tag.toLowerCase()}`;
    const door = await em.findOne(SearchDoor, { reviewId, databaseId: database.id });
    if (door?.address === address) continue;
    const asked = { databaseId: database.id, address, version: standin.version, recordSchema: null };
    const { settings } = told(await saveDoor(context(), reviewId, { ...asked, thesaurusId: null, settings: door?.settings ?? null }));
    const own = door ? settings : { ...settings, limits: standin.limits.map((l) => ({ ...l })) };
    told(await saveDoor(context(), reviewId, { ...asked, thesaurusId: door?.thesaurusId ?? null, settings: own }));
    if (standin.thesaurus && !door) {
      const name = `Headings of ${standin.name}`;
      if (!(await em.findOne(Thesaurus, { reviewId, name })))
        told(await bringThesaurus(context(), reviewId, { name, text: skosOf(scenario, standin.name), databaseIds: [database.id] }));
    }
  }
  if (!first) return;
  told(await saveSheet(context(), reviewId, { value: SHEETS[scenario] }));
  told(await keepSheet(context(), reviewId, { note: 'As it was first run.' }));
  if ((await em.count(SearchRun, { reviewId })) > 0) return;
  const open = await em.find(SearchDoor, { reviewId });
  await Promise.all(open.map(async ({ databaseId }) => told(await runLines(context(), reviewId, { databaseId }))));
}
