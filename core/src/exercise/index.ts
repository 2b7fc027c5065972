export * from './card.js';
export * from './honest.js';
export * from './progress.js';
export * from './situation.js';
