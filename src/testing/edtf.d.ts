declare module 'edtf' {
  /** Parses an EDTF text; the dates have `min` and `max` in milliseconds. */
  export default function edtf(text: string): unknown;
}
