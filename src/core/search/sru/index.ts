export * from './answer';
export * from './decode';
export * from './diagnostics';
export * from './dublin-core';
export * from './explain';
export * from './request';
export * from './scan';
