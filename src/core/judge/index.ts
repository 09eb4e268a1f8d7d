export * from './judge-page';
export * from './judging';
export * from './rulings';
export * from './stored-axes';
