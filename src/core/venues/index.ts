export * from './changes';
export * from './entries';
export * from './register';
