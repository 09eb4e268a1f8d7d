export * from './draft';
export * from './hits';
export * from './likeness';
export * from './look-again';
export * from './mentions';
export * from './profile';
export * from './templates';
export * from './worded-like';
