export * from './card.js';
export * from './progress.js';
