import { CITE_STYLES, type CiteStyle, type Reference } from '@/core/cite';
import { drawFlow } from '@/core/flow';
import { writeCsv } from '@/core/formats';
import type { Context } from '@/platform/context';
import { NotFound } from '@/platform/context';
import { citedOf, flowFrame, referenced, writeUpData } from './data';
import { writeUpDocx } from './docx';
import { writeUpHtml } from './html';
import { referenceList } from './references';
import { tablesOf } from './tables';
import { workbookOf } from './xlsx';

/** A file to be downloaded. */
export interface Download {
  body: string | Buffer;
  media: string;
  extension: string;
}

const WORKBOOK = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** The write-up as a file: whole, or one of its parts. @throws NotFound for a part that there is not */
export async function writeUpFile(ctx: Context, reviewId: string, what: string, style?: CiteStyle): Promise<Download> {
  if (what === 'flow.svg' || what === 'flow.json') {
    const { flow, settings, flowError } = await flowFrame(ctx, reviewId);
    if (!flow) throw new NotFound(flowError);
    return what === 'flow.svg'
      ? { body: drawFlow(flow, settings.flowWords), media: 'image/svg+xml', extension: 'svg' }
      : { body: JSON.stringify(flow, null, 1), media: 'application/json', extension: 'json' };
  }
  const data = await writeUpData(ctx, reviewId);
  const tables = tablesOf(data);
  if (what === 'tables.xlsx') return { body: await workbookOf(tables), media: WORKBOOK, extension: 'xlsx' };
  const [id, extension] = what.split('.');
  const table = tables.find((t) => t.id === id);
  if (table && extension === 'csv') return { body: writeCsv([table.columns, ...table.rows]), media: 'text/csv', extension };
  if (table && extension === 'xlsx') return { body: await workbookOf([table]), media: WORKBOOK, extension };
  const chosen = style ?? data.settings.style;
  const of = referenced(data);
  const references = (): Promise<Reference[]> => referenceList(chosen, citedOf(of.sources));
  const name = `${CITE_STYLES[chosen].label}, ${of.words}`;
  if (what === 'references.txt')
    return { body: `${(await references()).map((r) => r.text).join('\n\n')}\n`, media: 'text/plain', extension: 'txt' };
  if (what === 'write-up.html') return { body: writeUpHtml(data, await references(), name), media: 'text/html', extension: 'html' };
  if (what === 'write-up.docx')
    return {
      body: await writeUpDocx(data, await references(), name),
      media: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
      extension: 'docx',
    };
  throw new NotFound('There is no such part of the write-up.');
}
