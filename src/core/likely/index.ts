export { LIKELY_AXES, type LikelyAxis } from './axes';
export * from './conformal';
export { featuresOf } from './features';
export { likelihoods, pushes } from './model';
export { CLASSES, FIGURES, LOT_PROOFS, MODELS, modelOf, type SetFigures } from './models';
export * from './of-work';
export * from './shares';
export { VECTORS_SOURCE } from './vectors';
