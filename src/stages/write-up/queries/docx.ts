import type { Reference } from '@/core/cite';
import { drawFlow, interimWords } from '@/core/flow';
import { pieceText, type Table } from '@/core/write-up';
import type { WriteUpData } from './data';
import { tablesOf } from './tables';

/** Columns of a table as it fits a page across; the rest are in the tables for spreadsheets. */
const PRINTED: Record<string, readonly string[]> = {
  kept: ['title', 'authors', 'date', 'stands as', 'peer review', 'publication type', 'design', 'evidence level', 'stage', 'grounds'],
  excluded: ['title', 'authors', 'date', 'reason', 'stage', 'grounds'],
  background: ['title', 'authors', 'date', 'grounds'],
};

/** The whole write-up as a Word document: the flow as a picture and as a table, so that its words can be edited. */
export async function writeUpDocx(data: WriteUpData, references: readonly Reference[], styleName: string): Promise<Buffer> {
  const {
    AlignmentType,
    Document,
    HeadingLevel,
    ImageRun,
    Packer,
    PageOrientation,
    Paragraph,
    Table: DocxTable,
    TableCell,
    TableRow,
    TextRun,
    WidthType,
  } = await import('docx'); // prettier-ignore
  const { default: sharp } = await import('sharp');
  const { review, methods, flow, flowError, settings } = data;
  const heading = (text: string, level: 'HEADING_1' | 'HEADING_2' | 'HEADING_3') => new Paragraph({ text, heading: HeadingLevel[level] });
  const plain = (text: string) => new Paragraph({ children: [new TextRun(text)] });
  const cell = (text: string, bold = false, right = false) =>
    new TableCell({
      children: [
        new Paragraph({ alignment: right ? AlignmentType.RIGHT : AlignmentType.LEFT, children: [new TextRun({ text, bold, size: 17 })] }),
      ],
    });
  const tableOf = (table: Table) => {
    const wanted = PRINTED[table.id] ?? table.columns;
    const at = wanted.map((c) => table.columns.indexOf(c));
    return new DocxTable({
      width: { size: 100, type: WidthType.PERCENTAGE },
      rows: [
        new TableRow({ tableHeader: true, children: wanted.map((c) => cell(c, true)) }),
        ...table.rows.map(
          (row) => new TableRow({ children: at.map((k) => cell(String(row[k] ?? ''), false, typeof row[k] === 'number')) }),
        ),
      ],
    });
  };
  const picture = async () => {
    if (!flow) return [plain(flowError)];
    const svg = drawFlow(flow, settings.flowWords);
    const { data: png, info } = await sharp(Buffer.from(svg), { density: 144 }).png().toBuffer({ resolveWithObject: true });
    const width = 640;
    const height = Math.round((width * info.height) / info.width);
    const altText = { title: 'Flow of sources', description: 'The same counts stand in the table below.', name: 'flow' };
    return [new Paragraph({ children: [new ImageRun({ type: 'png', data: png, transformation: { width, height }, altText })] })];
  };
  const children = [
    heading(review.title, 'HEADING_1'),
    plain(review.question),
    ...(flow?.interim ? [plain(interimWords(flow))] : []),
    heading('Methods', 'HEADING_2'),
    ...methods.flatMap((m) => [heading(m.title, 'HEADING_3'), plain(m.pieces.map(pieceText).join(''))]),
    heading('Flow of sources', 'HEADING_2'),
    ...(await picture()),
    ...tablesOf(data).flatMap((t) => [heading(t.title, 'HEADING_2'), t.rows.length ? tableOf(t) : plain('None.')]),
    heading(`References (${styleName})`, 'HEADING_2'),
    ...references.map(
      (r) => new Paragraph({ indent: { left: 480, hanging: 480 }, children: runsOf(r.html).map((run) => new TextRun(run)) }),
    ),
  ];
  const page = { size: { orientation: PageOrientation.LANDSCAPE } };
  return Packer.toBuffer(new Document({ title: review.title, sections: [{ properties: { page }, children }] }));
}

const ENTITIES: Record<string, string> = { '&amp;': '&', '&#38;': '&', '&lt;': '<', '&#60;': '<', '&gt;': '>', '&quot;': '"' };

/** A reference's emphasis as runs of text. */
function runsOf(html: string): { text: string; italics?: boolean; bold?: boolean; superScript?: boolean; subScript?: boolean }[] {
  const on = { i: false, b: false, sup: false, sub: false };
  return html.split(/(<\/?(?:i|b|sup|sub)>)/).flatMap((part) => {
    const tag = /^<(\/?)(i|b|sup|sub)>$/.exec(part);
    if (tag) {
      on[tag[2] as keyof typeof on] = tag[1] === '';
      return [];
    }
    const text = part.replace(/&(?:amp|lt|gt|quot|#38|#60);/g, (e) => ENTITIES[e]!);
    return text ? [{ text, italics: on.i, bold: on.b, superScript: on.sup, subScript: on.sub }] : [];
  });
}
