export * from './fly.js';
export * from './robot.js';
