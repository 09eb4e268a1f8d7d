/** More pages than any article or thesis has. */
const MAX_PAGES = 3000;
const MAX_SECONDS = 60;

export type ReadPdf = { ok: true; pages: string[] } | { ok: false; code: 'locked' | 'damaged' | 'too-long'; message: string };

/** The text of a PDF, a string a page; a page that is a picture gives ''. Scripts and forms in it are not run. */
export async function readPdf(bytes: Uint8Array): Promise<ReadPdf> {
  // Loaded when first needed: it is large, and most of the application never reads a PDF.
  const { getDocument, VerbosityLevel } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const task = getDocument({
    data: new Uint8Array(bytes),
    isEvalSupported: false,
    useSystemFonts: false,
    disableFontFace: true,
    verbosity: VerbosityLevel.ERRORS,
  });
  const started = performance.now();
  try {
    const document = await task.promise;
    if (document.numPages > MAX_PAGES) return { ok: false, code: 'too-long', message: `it has more than ${MAX_PAGES} pages.` };
    const pages: string[] = [];
    for (let n = 1; n <= document.numPages; n++) {
      if (performance.now() - started > MAX_SECONDS * 1000)
        return { ok: false, code: 'too-long', message: `its text could not be read within ${MAX_SECONDS} seconds.` };
      const page = await document.getPage(n);
      const { items } = await page.getTextContent();
      pages.push(items.map((i) => ('str' in i ? i.str + (i.hasEOL ? '\n' : '') : '')).join(''));
      page.cleanup();
    }
    return { ok: true, pages };
  } catch (error) {
    if (error instanceof Error && error.name === 'PasswordException')
      return { ok: false, code: 'locked', message: 'it is locked with a password, so it can be neither shown nor searched.' };
    return { ok: false, code: 'damaged', message: 'it cannot be read as a PDF: it may be damaged or cut off.' };
  } finally {
    await task.destroy();
  }
}
