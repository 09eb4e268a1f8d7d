/**
 * Reads the text of one PDF, in a process of its own: whatever the file does to the reader, only this process suffers.
 * Plain Node. `node read-pdf.mjs <path>` prints a line of JSON for every page, and a last one with what went wrong.
 */
import { readFile } from 'node:fs/promises';
import { getDocument, VerbosityLevel } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** More pages than any article or thesis has. */
const MOST_PAGES = 3000;

// Scripts and forms in the file are not run.
const task = getDocument({
  data: new Uint8Array(await readFile(process.argv[2])),
  isEvalSupported: false,
  useSystemFonts: false,
  disableFontFace: true,
  verbosity: VerbosityLevel.ERRORS,
});
const print = (line) =>
  new Promise((done) => {
    process.stdout.write(`${JSON.stringify(line)}\n`, done);
  });
try {
  const document = await task.promise;
  if (document.numPages > MOST_PAGES) await print({ code: 'too-long', message: `it has more than ${MOST_PAGES} pages.` });
  else {
    for (let n = 1; n <= document.numPages; n++) {
      const page = await document.getPage(n);
      const { items } = await page.getTextContent();
      await print({ page: items.map((i) => ('str' in i ? i.str + (i.hasEOL ? '\n' : '') : '')).join('') });
      page.cleanup();
    }
    await print({ done: true });
  }
} catch (error) {
  const locked = error instanceof Error && error.name === 'PasswordException';
  await print(
    locked
      ? { code: 'locked', message: 'it is locked with a password, so it can be neither shown nor searched.' }
      : { code: 'damaged', message: 'it cannot be read as a PDF: it may be damaged or cut off.' },
  );
}
process.exit(0);
