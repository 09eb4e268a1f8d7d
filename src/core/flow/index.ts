export * from './boxes';
export { drawFlow } from './drawing';
export * from './places';
export * from './prisma';
export * from './reconcile';
export * from './stages';
export * from './states';
