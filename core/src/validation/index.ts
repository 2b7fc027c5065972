export * from './errors.js';
export * from './parse.js';
