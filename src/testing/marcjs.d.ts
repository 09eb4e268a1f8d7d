declare module 'marcjs' {
  const marcjs: {
    Marc: { parse(raw: unknown, type: 'iso2709' | 'marcxml'): { leader: string; fields: string[][] } };
  };
  export default marcjs;
}
