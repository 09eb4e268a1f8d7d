/** A journal article as a RIS entry for tests, with further lines. */
export const risEntry = (n: number, title: string, ...lines: string[]): string =>
  [
    'TY  - JOUR',
    `AN  - ${n}`,
    `TI  - ${title}`,
    `AU  - Falk, Iben${n}`,
    'T2  - Annals of Floors',
    'SN  - 9990-1048',
    `SP  - ${n}1`,
    ...lines,
    'ER  - ',
    '',
  ].join('\n');
