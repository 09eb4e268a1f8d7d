declare module 'jaro-winkler' {
  /** Similarity of two strings in [0, 1]. */
  export default function similarity(a: string, b: string): number;
}
