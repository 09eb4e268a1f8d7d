import { FACET_NAMES, type Facet, FLAGS } from '@/core/classify';
import { arraysOf, type Columns, DATE_KINDS, emptyColumns, MASK_AXES } from '@/core/sieve';
import { CODED_AXES } from '@/core/vocabularies';
import { OtherForm, stampOf, storedForm } from './form';

/** Values, flags and facets stand in the columns by their place, and the arrays by theirs. */
export const COLUMNS_FORM = storedForm('columns', 4, [
  MASK_AXES,
  Object.entries(CODED_AXES).map(([axis, { values }]) => [axis, values.map((v) => v.code)]),
  DATE_KINDS,
  FLAGS,
  FACET_NAMES,
]);
const STAMP = stampOf(COLUMNS_FORM);

interface Header {
  form: string;
  revision: number;
  databases: string[];
  size: number;
  /** Values of the facets by bit. */
  facets: Record<Facet, string[]>;
}

/** Compact binary form: a little-endian header length, a JSON header padded to 4 bytes, then the arrays. */
export function encodeColumns(columns: Columns): Uint8Array<ArrayBuffer> {
  const header: Header = {
    form: STAMP,
    revision: columns.revision,
    databases: columns.databases,
    size: columns.numbers.length,
    facets: Object.fromEntries(FACET_NAMES.map((f) => [f, columns.facets[f].values])) as Record<Facet, string[]>,
  };
  const encoded = new TextEncoder().encode(JSON.stringify(header));
  const head = Math.ceil(encoded.length / 4) * 4;
  const arrays = arraysOf(columns);
  const bytes = new Uint8Array(4 + head + arrays.reduce((n, a) => n + a.byteLength, 0));
  new DataView(bytes.buffer).setUint32(0, head, true);
  bytes.fill(32, 4, 4 + head);
  bytes.set(encoded, 4);
  let at = 4 + head;
  for (const array of arrays) {
    bytes.set(new Uint8Array(array.buffer, array.byteOffset, array.byteLength), at);
    at += array.byteLength;
  }
  return bytes;
}

/** Whether columns that were kept are of the form that this program reads. */
export const areCurrentColumns = (bytes: Uint8Array): boolean => headerOf(bytes)?.header.form === STAMP;

/**
 * @throws OtherForm when they were kept by another version of the program, or by other vocabularies
 * @throws RangeError when the bytes are not all there
 */
export function decodeColumns(bytes: Uint8Array): Columns {
  const found = headerOf(bytes);
  if (found?.header.form !== STAMP) throw new OtherForm(COLUMNS_FORM, found?.header.form ?? '');
  const { header, end } = found;
  const columns = emptyColumns(header.size, header.databases, header.revision);
  for (const f of FACET_NAMES) columns.facets[f].values = header.facets[f];
  let at = end;
  for (const array of arraysOf(columns)) {
    if (at + array.byteLength > bytes.byteLength) throw new RangeError('the columns end too early');
    new Uint8Array(array.buffer).set(bytes.subarray(at, at + array.byteLength));
    at += array.byteLength;
  }
  return columns;
}

function headerOf(bytes: Uint8Array): { header: Header; end: number } | null {
  if (bytes.byteLength < 4) return null;
  const end = 4 + new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength).getUint32(0, true);
  try {
    return { header: JSON.parse(new TextDecoder().decode(bytes.subarray(4, end))) as Header, end };
  } catch {
    return null;
  }
}
