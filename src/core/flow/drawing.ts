import { type DrawnBox, type FlowRow, type FlowWords, flowNotes, flowRows } from './boxes';
import type { Flow } from './prisma';

/** Colours of the drawing; the defaults are those of paper. */
interface FlowInks {
  ink: string;
  slate: string;
  copper: string;
  pale: string;
  navy: string;
  surface: string;
}
const PAPER: FlowInks = { ink: '#1b2740', slate: '#5c667a', copper: '#a9561f', pale: '#d8dce4', navy: '#24406f', surface: '#ffffff' };

interface Places {
  main: { x: number; width: number };
  side: { x: number; width: number };
  other: { x: number; width: number };
  otherSide: { x: number; width: number };
  width: number;
}
const ONE_ARM: Places = {
  ...{ main: { x: 64, width: 380 }, side: { x: 500, width: 400 }, width: 924 },
  ...{ other: { x: 0, width: 0 }, otherSide: { x: 0, width: 0 } },
};
const TWO_ARMS: Places = {
  ...{ main: { x: 64, width: 300 }, side: { x: 396, width: 310 }, width: 1360 },
  ...{ other: { x: 746, width: 280 }, otherSide: { x: 1056, width: 280 } },
};
const BAR = { x: 22, width: 26 };
const LINE = 18;
const PAD = 10;
const GAP = 26;

const number = new Intl.NumberFormat('en-GB');
const escaped = (text: string) => text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

/** Breaks a text where it would not fit. Letters are taken as of middle width: there is nothing to measure with here. */
function wrapped(text: string, width: number, size: number): string[] {
  const most = Math.max(8, Math.floor(width / (size * 0.54)));
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/\s+/).filter(Boolean)) {
    const pieces = word.length > most ? (word.match(new RegExp(`.{1,${most}}`, 'gu')) ?? [word]) : [word];
    for (const piece of pieces) {
      if (line && line.length + piece.length + 1 > most) {
        lines.push(line);
        line = piece;
      } else line = line ? `${line} ${piece}` : piece;
    }
  }
  return line ? [...lines, line] : lines;
}

interface Laid {
  height: number;
  texts: { text: string; n: string; y: number; part: boolean; bold: boolean }[];
}

function lay(box: DrawnBox, width: number): Laid {
  const texts: Laid['texts'] = [];
  let y = PAD + 13;
  box.lines.forEach((line, at) => {
    const part = line.part === true;
    const lines = wrapped(line.text, width - 2 * PAD - 64 - (part ? 14 : 0), part ? 12.5 : 14);
    lines.forEach((text, i) => {
      const last = i === lines.length - 1;
      texts.push({ text, n: last && line.n !== null ? number.format(line.n) : '', y, part, bold: at === 0 });
      y += LINE;
    });
  });
  return { height: y - LINE + PAD + 4, texts };
}

/**
 * The flow as a picture of our own: what is left runs down on the left beside a column that narrows with it, what
 * leaves stands to the right. @returns an SVG document that stands alone, in the units of CSS pixels
 */
export function drawFlow(flow: Flow, words: FlowWords = {}, inks: FlowInks = PAPER): string {
  const rows = flowRows(flow, words);
  const at = flow.other ? TWO_ARMS : ONE_ARM;
  const laid = rows.map((row) => {
    const main = lay(row.main, at.main.width);
    const side = row.side && lay(row.side, at.side.width);
    const other = row.other && lay(row.other, at.other.width);
    const otherSide = row.otherSide && lay(row.otherSide, at.otherSide.width);
    return { row, main, side, other, otherSide, height: Math.max(...[main, side, other, otherSide].map((l) => l?.height ?? 0)) };
  });
  const parts: string[] = [];
  const tops: number[] = [];
  let y = 34;
  for (const { height } of laid) {
    tops.push(y);
    y += height + GAP;
  }
  let phase = '';
  laid.forEach(({ row, main, side, other, otherSide, height }, i) => {
    const top = tops[i]!;
    if (row.phase !== phase) {
      parts.push(text(at.main.x, top - 8, row.phase.toUpperCase(), inks.slate, 11, 600, 'letter-spacing="0.06em"'));
      phase = row.phase;
    }
    parts.push(column(rows, i, top, i + 1 < laid.length ? tops[i + 1]! : top + height, flow.identified, inks));
    parts.push(boxOf(at.main.x, top, at.main.width, main.height, main, inks, false));
    if (side) {
      parts.push(boxOf(at.side.x, top, at.side.width, side.height, side, inks, row.side!.id === 'interim'));
      if (row.side!.id !== 'interim') parts.push(arrow(at.main.x + at.main.width, top + 24, at.side.x, top + 24, inks));
    }
    if (i + 1 < laid.length)
      parts.push(arrow(at.main.x + 40, top + main.height, at.main.x + 40, tops[i + 1]! - (breaks(rows, i) ? 20 : 0), inks));
    if (other) {
      parts.push(boxOf(at.other.x, top, at.other.width, other.height, other, inks, false));
      parts.push(
        otherOnward(
          laid.map((l) => l.other !== null),
          tops,
          i,
          top + other.height,
          at,
          inks,
        ),
      );
    }
    if (otherSide) {
      parts.push(boxOf(at.otherSide.x, top, at.otherSide.width, otherSide.height, otherSide, inks, false));
      parts.push(arrow(at.other.x + at.other.width, top + 24, at.otherSide.x, top + 24, inks));
    }
  });
  const notes = flowNotes(flow).flatMap((note) => wrapped(`* ${note}`, at.width - at.main.x - 24, 12));
  notes.forEach((note, i) => {
    parts.push(text(at.main.x, y + i * 16, note, inks.slate, 12, 400));
  });
  const height = y + notes.length * 16 + 8;
  const title = `Flow of sources: ${flow.identified + (flow.other?.identified ?? 0)} records identified, ${flow.total.included} reports included`;
  return `<svg xmlns="http://www.w3.org/2000/svg" role="img" aria-label="${escaped(title)}" width="${at.width}" height="${height}" viewBox="0 0 ${at.width} ${height}" font-family="'Atkinson Hyperlegible Next Variable', 'Liberation Sans', 'DejaVu Sans', sans-serif"><title>${escaped(title)}</title><rect width="${at.width}" height="${height}" fill="${inks.surface}"/>${parts.join('')}</svg>`;
}

const breaks = (rows: readonly FlowRow[], i: number) => rows[i]!.phase !== rows[i + 1]?.phase;

/** From a box of other ways down to its next one, past rows that have none; from the last across to what is included. */
function otherOnward(has: readonly boolean[], tops: readonly number[], i: number, bottom: number, at: Places, inks: FlowInks): string {
  const x = at.other.x + 40;
  const next = has.findIndex((h, k) => k > i && h);
  if (next >= 0) return arrow(x, bottom, x, tops[next]!, inks);
  const y = tops.at(-1)! + 14;
  const [left, right] = [at.main.x + at.main.width, at.other.x + 40];
  const line = `<polyline points="${right},${bottom} ${right},${y - 34} ${left + 16},${y - 34} ${left + 16},${y} ${left + 6},${y}" fill="none" stroke="${inks.ink}" stroke-width="1.25"/>`;
  return `${line}<polygon points="${left},${y} ${left + 6},${y - 4} ${left + 6},${y + 4}" fill="${inks.ink}"/>`;
}

/** The column beside the boxes: as wide as the share that is left here, narrowing to what is left below. */
function column(rows: readonly FlowRow[], i: number, top: number, bottom: number, all: number, inks: FlowInks): string {
  const share = (k: number) => (all ? (rows[k]?.main.left ?? 0) / all : 0);
  const [now, next] = [share(i), share(Math.min(i + 1, rows.length - 1))];
  const middle = BAR.x + BAR.width / 2;
  const half = (s: number) => Math.max(0.75, (s * BAR.width) / 2);
  const [a, b] = [half(now), half(next)];
  const left = `<polygon points="${middle - a},${top} ${middle + a},${top} ${middle + b},${bottom} ${middle - b},${bottom}" fill="${inks.navy}"/>`;
  return `<rect x="${BAR.x}" y="${top}" width="${BAR.width}" height="${bottom - top}" fill="${inks.pale}"/>${left}`;
}

function boxOf(x: number, y: number, width: number, height: number, laid: Laid, inks: FlowInks, interim: boolean): string {
  const frame = `<rect x="${x}" y="${y}" width="${width}" height="${height}" rx="4" fill="${inks.surface}" stroke="${interim ? inks.copper : inks.ink}" stroke-width="1.25"${interim ? ' stroke-dasharray="5 3"' : ''}/>`;
  const lines = laid.texts.map((t) => {
    const [size, fill] = t.part ? [12.5, inks.slate] : [14, inks.ink];
    const weight = t.bold ? 600 : 400;
    return (
      text(x + PAD + (t.part ? 14 : 0), y + t.y, t.text, fill, size, weight) +
      (t.n ? text(x + width - PAD, y + t.y, t.n, t.part ? inks.slate : inks.ink, size, t.bold ? 700 : 400, 'text-anchor="end"') : '')
    );
  });
  return frame + lines.join('');
}

const text = (x: number, y: number, words: string, fill: string, size: number, weight: number, more = '') =>
  `<text x="${x}" y="${y}" fill="${fill}" font-size="${size}" font-weight="${weight}" ${more}>${escaped(words)}</text>`;

function arrow(x1: number, y1: number, x2: number, y2: number, inks: FlowInks): string {
  const across = y1 === y2;
  const [tx, ty] = across ? [x2 - 6, y2] : [x2, y2 - 6];
  const head = across ? `${x2},${y2} ${tx},${ty - 4} ${tx},${ty + 4}` : `${x2},${y2} ${tx - 4},${ty} ${tx + 4},${ty}`;
  return `<line x1="${x1}" y1="${y1}" x2="${tx}" y2="${ty}" stroke="${inks.ink}" stroke-width="1.25"/><polygon points="${head}" fill="${inks.ink}"/>`;
}
