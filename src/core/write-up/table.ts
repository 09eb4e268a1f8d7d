/** A table of a write-up: every export is made of these, so that they all say the same. */
export interface Table {
  id: string;
  title: string;
  columns: readonly string[];
  rows: readonly (readonly (string | number | null)[])[];
}
