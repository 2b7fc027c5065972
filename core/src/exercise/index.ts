export * from './card.js';
export * from './honest.js';
export * from './patterns.js';
export * from './progress.js';
export * from './situation.js';
