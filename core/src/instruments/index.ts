export * from './compass.js';
export * from './failures.js';
export * from './panel.js';
