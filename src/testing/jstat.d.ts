declare module 'jstat' {
  const jStat: {
    hypgeom: { cdf(x: number, size: number, marked: number, drawn: number): number };
    gammaln(x: number): number;
  };
  export default jStat;
}
