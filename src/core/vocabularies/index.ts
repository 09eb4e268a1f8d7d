export * from './axes';
export * from './entry-types';
export * from './lookup';
export * from './mask';
export { MESH_PUBLICATION_TYPES } from './mesh-publication-types';
export { RIS_TYPES } from './ris-types';
export * from './term-sets';
