export * from './changes';
export * from './entries';
export * from './register';
export * from './standing';
