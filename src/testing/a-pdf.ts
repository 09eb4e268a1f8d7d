/** A small PDF for tests, a page for each text. @source ISO 32000-1:2008, 7.5 (file structure), from memory */
export function aPdf(pages: readonly string[]): Buffer {
  const objects: string[] = [];
  const add = (text: string) => objects.push(text);
  const kids = pages.map((_, i) => `${4 + i * 2} 0 R`).join(' ');
  add('<< /Type /Catalog /Pages 2 0 R >>');
  add(`<< /Type /Pages /Kids [${kids}] /Count ${pages.length} >>`);
  add('<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>');
  for (const [i, page] of pages.entries()) {
    const lines = page.split('\n').map((l) => `(${l.replace(/[\\()]/g, '\\$&')}) Tj 0 -16 Td`);
    const stream = `BT /F1 12 Tf 60 760 Td ${lines.join(' ')} ET`;
    add(`<< /Type /Page /Parent 2 0 R /MediaBox [0 0 595 842] /Contents ${5 + i * 2} 0 R /Resources << /Font << /F1 3 0 R >> >> >>`);
    add(`<< /Length ${stream.length} >>\nstream\n${stream}\nendstream`);
  }
  let body = '%PDF-1.4\n';
  const offsets = objects.map((object, i) => {
    const at = body.length;
    body += `${i + 1} 0 obj\n${object}\nendobj\n`;
    return at;
  });
  const xref = body.length;
  const rows = offsets.map((o) => `${String(o).padStart(10, '0')} 00000 n \n`).join('');
  body += `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${rows}trailer\n<< /Size ${objects.length + 1} /Root 1 0 R >>\nstartxref\n${xref}\n%%EOF\n`;
  return Buffer.from(body, 'latin1');
}
