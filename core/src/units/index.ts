export * from './angles.js';
export * from './clamp.js';
export * from './constants.js';
export * from './text.js';
