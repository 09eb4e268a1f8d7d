/** Text as XML. Characters that XML 1.0 cannot hold at all become U+FFFD. */
export const escapeXml = (text: string): string =>
  text
    // biome-ignore lint/suspicious/noControlCharactersInRegex: those are the ones that XML cannot hold
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '\ufffd')
    .replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

/** An element with text; nothing when the text is empty. */
export const element = (name: string, text: string, attrs: Record<string, string> = {}): string =>
  text === '' ? '' : `<${name}${attributes(attrs)}>${escapeXml(text)}</${name}>`;

/** An element around others; nothing when there are none. */
export const around = (name: string, inner: readonly string[], attrs: Record<string, string> = {}): string => {
  const body = inner.filter(Boolean).join('');
  return body === '' ? '' : `<${name}${attributes(attrs)}>${body}</${name}>`;
};

const attributes = (attrs: Record<string, string>): string =>
  Object.entries(attrs)
    .filter(([, value]) => value !== '')
    .map(([name, value]) => ` ${name}="${escapeXml(value)}"`)
    .join('');

/** Names of the elements among kept fragments: those are written as kept, not built again. */
export const keptNames = (fragments: readonly string[] = []): Set<string> =>
  new Set(fragments.map((f) => /^<(?:[\w.-]+:)?([\w.-]+)/.exec(f)?.[1] ?? ''));
