export * from './analyse.js';
export * from './cost.js';
export * from './generate.js';
export * from './looks.js';
export * from './schools.js';
