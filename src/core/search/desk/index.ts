export * from './advice';
export * from './appendix';
export * from './by-hand';
export * from './door';
export * from './findings';
export * from './lines';
export * from './proposals';
export * from './same-query';
