declare module 'citeproc' {
  interface Sys {
    retrieveLocale(lang: string): string;
    retrieveItem(id: string): object;
  }
  class Engine {
    constructor(sys: Sys, style: string, lang?: string, force?: boolean);
    updateItems(ids: readonly string[]): unknown;
    setOutputFormat(format: 'html' | 'text'): void;
    makeBibliography(): false | [{ entry_ids: string[][] }, string[]];
  }
  const CSL: { Engine: typeof Engine };
  export default CSL;
}
