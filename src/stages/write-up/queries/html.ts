import type { Reference } from '@/core/cite';
import { drawFlow, interimWords } from '@/core/flow';
import { pieceText, type Table } from '@/core/write-up';
import type { WriteUpData } from './data';
import { type AxisCounts, axisCounts, tablesOf } from './tables';

const escaped = (text: string) => text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

const STYLE = `body{font:16px/1.55 Georgia,"Liberation Serif",serif;color:#1b2740;max-width:1060px;margin:2rem auto;padding:0 1.2rem}
h1,h2{line-height:1.2}h2{margin-top:2.4em;border-top:2px solid #1b2740;padding-top:.5em}
.wide{overflow-x:auto}table{border-collapse:collapse;font:13px/1.4 "Liberation Sans",Arial,sans-serif;width:100%}
th,td{border-bottom:1px solid #d8dce4;padding:.3em .5em;text-align:left;vertical-align:top}th{border-bottom:1.5px solid #1b2740}
td.n{text-align:right;font-variant-numeric:tabular-nums}.note{color:#5c667a}.interim{border:1px dashed #a9561f;color:#a9561f;padding:.4em .7em}
ol.refs{list-style:none;padding:0}ol.refs li{padding-left:2em;text-indent:-2em;margin:.45em 0}
svg{max-width:100%;height:auto}@media print{h2{break-after:avoid}tr{break-inside:avoid}}`;

/** The whole write-up as one page that needs nothing else: pictures and styles are in it, and nothing in it runs. */
export function writeUpHtml(data: WriteUpData, references: readonly Reference[], styleName: string): string {
  const { review, flow, flowError, settings, methods } = data;
  const parts = [
    `<h1>${escaped(review.title)}</h1>`,
    `<p>${escaped(review.question)}</p>`,
    flow?.interim ? `<p class="interim">${escaped(interimWords(flow))}</p>` : '',
    '<h2>Methods</h2>',
    ...methods.map((m) => `<h3>${escaped(m.title)}</h3><p>${m.pieces.map((p) => escaped(pieceText(p))).join('')}</p>`),
    '<h2>Flow of sources</h2>',
    flow ? drawFlow(flow, settings.flowWords) : `<p class="interim">${escaped(flowError)}</p>`,
    ...tablesOf(data).map((t) => `<h2 id="${t.id}">${escaped(t.title)}</h2>${tableHtml(t)}`),
    '<h2>Kept and excluded by classification</h2>',
    ...axisCounts(data).map(barsOf),
    `<h2>References <span class="note">(${escaped(styleName)})</span></h2>`,
    `<ol class="refs">${references.map((r) => `<li>${r.html}</li>`).join('')}</ol>`,
  ];
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'; img-src data:"><title>${escaped(review.title)}</title><style>${STYLE}</style></head><body>${parts.join('\n')}</body></html>`;
}

function tableHtml({ columns, rows }: Table): string {
  if (rows.length === 0) return '<p class="note">None.</p>';
  const head = columns.map((c) => `<th scope="col">${escaped(c)}</th>`).join('');
  const cell = (v: string | number | null) => (typeof v === 'number' ? `<td class="n">${v}</td>` : `<td>${escaped(v ?? '')}</td>`);
  return `<div class="wide"><table><thead><tr>${head}</tr></thead><tbody>${rows.map((r) => `<tr>${r.map(cell).join('')}</tr>`).join('\n')}</tbody></table></div>`;
}

const ROW = 24;
const LABEL = 250;
const WIDTH = 620;

/** Kept above excluded, as bars of one measure; the figures stand beside them. */
function barsOf({ label, rows }: AxisCounts[number]): string {
  const most = Math.max(1, ...rows.map((r) => r.kept + r.excluded));
  const scale = (n: number) => ((WIDTH - LABEL - 90) * n) / most;
  const bars = rows.map((r, i) => {
    const y = i * ROW + 4;
    const kept = scale(r.kept);
    const words = r.label.length > 36 ? `${r.label.slice(0, 35)}…` : r.label;
    return `<text x="0" y="${y + 13}">${escaped(words)}</text><rect x="${LABEL}" y="${y}" width="${kept}" height="16" fill="#24406f"/><rect x="${LABEL + kept}" y="${y}" width="${scale(r.excluded)}" height="16" fill="#d8dce4"/><text x="${LABEL + scale(r.kept + r.excluded) + 6}" y="${y + 13}">${r.kept} + ${r.excluded}</text>`;
  });
  const height = rows.length * ROW + 6;
  return `<h3>${escaped(label)}</h3><svg role="img" aria-label="${escaped(label)}: kept and excluded" width="${WIDTH}" height="${height}" viewBox="0 0 ${WIDTH} ${height}" font-family="Arial, sans-serif" font-size="12.5" fill="#1b2740">${bars.join('')}</svg><p class="note">Dark: kept. Pale: excluded. Works with this value for certain.</p>`;
}
