export * from './headings';
export * from './skos';
