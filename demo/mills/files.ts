import { writeRecords } from '@/core/formats';
import { type BibRecord, emptyRecord } from '@/core/record';
import { ISSN_OF, MILL_WORKS, type MillWork } from './works';

/** A source as a catalogue prints it, what it gets wrong included. */
function recordOf(work: MillWork, format: 'mods' | 'csl-json', accession: string): BibRecord {
  // Where both list a source, the union catalogue is the one that is wrong.
  const wrong =
    (format === 'mods' || work.in !== 'EC') && work.wrong ? work.wrong : format === 'csl-json' ? { cslType: work.wrong?.cslType } : {};
  const [family, given] = (wrong.author ?? work.author).split(', ') as [string, string];
  const issn = work.container ? ISSN_OF.get(work.container) : undefined;
  const genre = wrong.genre ?? work.genre ?? (work.container ? 'article' : '');
  const cslType = wrong.cslType ?? work.cslType ?? 'article-journal';
  return {
    ...emptyRecord(format),
    accession,
    title: wrong.title ?? work.title,
    abstract: work.abstract ?? '',
    authors: [{ family, given }],
    container: work.container ?? '',
    volume: work.volume ?? '',
    issue: work.issue ?? '',
    pages: work.pages ?? '',
    publisher: work.publisher ?? '',
    issns: issn ? [issn] : [],
    isbns: work.isbn ? [work.isbn] : [],
    types:
      format === 'mods'
        ? [{ vocabulary: 'mods-resource', term: resourceOf(work) }, ...(genre ? [{ vocabulary: 'mods-genre' as const, term: genre }] : [])]
        : [{ vocabulary: 'csl-type', term: cslType }],
    dates: { online: '', issue: String(wrong.year ?? work.year), added: '' },
    languages: ['eng'],
  };
}
const resourceOf = (w: MillWork) => (w.truth.sourceType === 'audiovisual' ? (w.genre === 'map' ? 'cartographic' : 'moving image') : 'text');

const notesOf = (w: MillWork) => (w.note ? [w.note] : []);

/** The files that the two catalogues exported, and the truth about every source. */
export function millFiles(): { exports: Record<string, string>; truth: string } {
  const file = (format: 'mods' | 'csl-json', letter: 'E' | 'C', tag: string) =>
    [
      ...writeRecords(
        format,
        MILL_WORKS.filter((w) => w.in.includes(letter)).map((w, i) => ({
          record: recordOf(w, format, `${tag}${String(i + 1).padStart(4, '0')}`),
          notes: notesOf(w),
        })),
      ),
    ].join('');
  const truth = MILL_WORKS.map(({ key, title, year, truth: t }) => JSON.stringify({ key, title, year, ...t }));
  return {
    exports: { 'ebbstone.mods.xml': file('mods', 'E', 'EB'), 'culverly.json': file('csl-json', 'C', 'CV') },
    truth: `[\n${truth.join(',\n')}\n]\n`,
  };
}
