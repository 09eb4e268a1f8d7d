export * from './merge-edits';
