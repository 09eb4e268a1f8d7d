export * from './axes';
export * from './mask';
export { MESH_PUBLICATION_TYPES } from './mesh-publication-types';
export { RIS_TYPES } from './ris-types';
export * from './term-sets';
